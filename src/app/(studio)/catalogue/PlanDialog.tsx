'use client';
import { Button, Modal } from '@mantine/core';

import { counted } from '@/core/kernel/words';
import type { Planned } from '@/server/exchange';
import styles from './catalogue.module.css';
import { PlanView } from './PlanView';

/** Something that is planned and looked at before it is done. */
export type Asking = { readonly title: string; readonly plan: Planned };
type Props = {
  readonly asking: Asking | null;
  readonly busy: boolean;
  readonly onClose: () => void;
  readonly onDo: (plan: Planned) => void;
};

/** What is about to be changed, before it is. */
export function PlanDialog({ asking, busy, onClose, onDo }: Props) {
  const plan = asking?.plan;
  return (
    <Modal
      opened={asking !== null}
      onClose={onClose}
      size="xl"
      title={<b>{asking?.title}</b>}
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      {plan && (
        <>
          <PlanView plan={plan} />
          <div className={styles.decide}>
            <Button variant="default" onClick={onClose}>
              Not now
            </Button>
            <Button loading={busy} disabled={plan.faults.length > 0 || plan.cells === 0} onClick={() => onDo(plan)}>
              Change {counted(plan.cells, 'cell')}
            </Button>
          </div>
        </>
      )}
    </Modal>
  );
}
