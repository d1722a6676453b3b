import { IconAlertTriangle, IconCheck, IconClock, IconHandStop } from '@tabler/icons-react';
import type { MessageState } from '@/server/message';
import styles from './messages.module.css';

/** What became of a message, as people say it. */
export const stateNames: { readonly [S in MessageState]: string } = {
  waiting: 'waiting',
  sent: 'sent',
  failed: 'failed',
  'kept-back': 'kept back',
};
const glyphs = { waiting: IconClock, sent: IconCheck, failed: IconAlertTriangle, 'kept-back': IconHandStop } as const;

export function Glyph({ state }: { readonly state: MessageState }) {
  const Icon = glyphs[state];
  return (
    <Icon
      size={18}
      stroke={1.75}
      role="img"
      aria-label={stateNames[state]}
      className={styles.glyph}
      data-state={state}
    />
  );
}
