import { ActionIcon, Menu } from '@mantine/core';
import { IconArrowLeft, IconArrowRight, IconDots, IconRotateClockwise } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import type { ScriptPage } from '@/core/assignment';
import { WaitingPage } from '@/ui/pdf/WaitingPage';
import styles from './scripts.module.css';

const Thumb = dynamic(() => import('@/ui/pdf/PageOfPdf').then((module) => module.PageOfPdf), {
  ssr: false,
  loading: () => <WaitingPage label="the page" />,
});

type Props = {
  readonly page: ScriptPage;
  readonly at: number;
  readonly count: number;
  readonly address: string;
  readonly others: readonly { readonly id: string; readonly name: string }[];
  onChange(part: Partial<ScriptPage>): void;
  onMove(by: -1 | 1): void;
  onMoveTo(scriptId: string): void;
};

/** A page on the sorting table, with what can be done with it. */
export function PageThumb({ page, at, count, address, others, onChange, onMove, onMoveTo }: Props) {
  const label = `Page ${at + 1}`;
  return (
    <li className={styles.page} data-out={page.out || undefined}>
      <Thumb address={address} number={page.page} turn={page.turn} label={label} />
      <div className={styles.tools}>
        <ActionIcon variant="subtle" aria-label={`${label}: earlier`} disabled={at === 0} onClick={() => onMove(-1)}>
          <IconArrowLeft size={15} />
        </ActionIcon>
        <span>{at + 1}</span>
        <ActionIcon
          variant="subtle"
          aria-label={`${label}: later`}
          disabled={at === count - 1}
          onClick={() => onMove(1)}
        >
          <IconArrowRight size={15} />
        </ActionIcon>
        <ActionIcon
          variant="subtle"
          aria-label={`${label}: turn to the right`}
          onClick={() => onChange({ turn: ((page.turn + 1) % 4) as ScriptPage['turn'] })}
        >
          <IconRotateClockwise size={15} />
        </ActionIcon>
        <Menu>
          <Menu.Target>
            <ActionIcon variant="subtle" aria-label={`${label}: more`}>
              <IconDots size={15} />
            </ActionIcon>
          </Menu.Target>
          <Menu.Dropdown mah={320} style={{ overflowY: 'auto' }}>
            <Menu.Item onClick={() => onChange({ out: !page.out })}>
              {page.out ? 'Take in again' : 'Leave out'}
            </Menu.Item>
            {others.map(({ id, name }) => (
              <Menu.Item key={id} onClick={() => onMoveTo(id)}>
                Move to {name}
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
      </div>
    </li>
  );
}
