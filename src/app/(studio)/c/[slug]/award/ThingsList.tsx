import { ActionIcon } from '@mantine/core';
import { IconEye, IconEyeOff, IconLock, IconLockOpen } from '@tabler/icons-react';
import { nameOf, ordered, withThings } from '@/core/certificate';
import styles from './award.module.css';
import type { CanvasPage } from './keys';

/** What lies on the page, the topmost first: the equal way to everything the page does by pointer. */
export function ThingsList({ page }: { readonly page: CanvasPage }) {
  const { design, selected, select, change } = page;
  const things = [...design.things].reverse();
  return (
    <details className={styles.things}>
      <summary>On the page: {things.length}</summary>
      <p className={styles.quiet}>Alt with the arrows moves a thing among the others.</p>
      <ul>
        {things.map((thing) => {
          const name = nameOf(thing);
          const only = new Set([thing.id]);
          return (
            <li key={thing.id} data-chosen={selected.has(thing.id) || undefined}>
              <button
                type="button"
                aria-pressed={selected.has(thing.id)}
                onClick={(event) => {
                  const adds = event.shiftKey || event.ctrlKey || event.metaKey;
                  const rest = [...selected].filter((id) => id !== thing.id);
                  if (!adds) select([thing.id]);
                  else select(selected.has(thing.id) ? rest : [...selected, thing.id]);
                }}
                onKeyDown={(event) => {
                  if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
                  event.preventDefault();
                  change((now) => ordered(now, only, event.key === 'ArrowUp' ? 'forward' : 'backward'));
                }}
              >
                <bdi>{name}</bdi>
              </button>
              <ActionIcon
                variant="subtle"
                size="sm"
                aria-label={`${thing.hidden ? 'Show' : 'Hide'} ${name}`}
                onClick={() => change((now) => withThings(now, only, (one) => ({ ...one, hidden: !one.hidden })))}
              >
                {thing.hidden ? <IconEyeOff size={15} /> : <IconEye size={15} />}
              </ActionIcon>
              <ActionIcon
                variant="subtle"
                size="sm"
                aria-label={`${thing.locked ? 'Unlock' : 'Lock'} ${name}`}
                onClick={() => change((now) => withThings(now, only, (one) => ({ ...one, locked: !one.locked })))}
              >
                {thing.locked ? <IconLock size={15} /> : <IconLockOpen size={15} />}
              </ActionIcon>
            </li>
          );
        })}
      </ul>
    </details>
  );
}
