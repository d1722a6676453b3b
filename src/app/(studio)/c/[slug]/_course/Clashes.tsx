'use client';
import { Button } from '@mantine/core';
import { plainText, type RichText } from '@/core/outline';
import { useCourseStatus, useDesk } from './CourseProvider';
import styles from './people.module.css';
import type { Clash } from './store';

const fieldNames: { readonly [field: string]: string } = { content: 'the text', title: 'the title', text: 'the words' };

const isRich = (value: unknown): value is RichText => typeof value === 'object' && value !== null && (value as { type?: unknown }).type === 'doc';

function shown(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (isRich(value)) return plainText(value);
  return typeof value === 'string' || typeof value === 'number' ? String(value) : typeof value === 'boolean' ? (value ? 'on' : 'off') : JSON.stringify(value);
}

/** Both versions of what two people changed at the same moment, until one of them is chosen. */
export function Clashes() {
  const { state, store } = useDesk();
  const clashes = useCourseStatus('clashes');
  const titleOf = ({ table, recordId }: Clash) => {
    const { outline } = state;
    const title = table === 'section' ? outline.section[recordId]?.title : (outline.lesson[recordId]?.title ?? outline.course[recordId]?.title);
    return title ? ` of "${title}"` : '';
  };
  return clashes.map((clash) => (
    <section key={clash.id} className={styles.clash} role="alert" aria-label="Two versions">
      <h2>
        {clash.who} changed {fieldNames[clash.field] ?? `"${clash.field}"`}
        {titleOf(clash)} while you did. Which version stays?
      </h2>
      <div className={styles.versions}>
        <div className={styles.version}>
          <b>Yours</b>
          <p>{shown(clash.mine)}</p>
        </div>
        <div className={styles.version}>
          <b>{clash.who}: saved</b>
          <p>{shown(clash.theirs)}</p>
        </div>
      </div>
      <div className={styles.choose}>
        <Button variant="default" onClick={() => store.settle(clash, clash.mine)}>
          Keep yours
        </Button>
        <Button variant="default" onClick={() => store.letGo(clash)}>
          Keep theirs
        </Button>
        {isRich(clash.mine) && isRich(clash.theirs) && (
          <Button
            variant="default"
            onClick={() =>
              store.settle(clash, { type: 'doc', content: [...((clash.theirs as RichText).content ?? []), ...((clash.mine as RichText).content ?? [])] })
            }
          >
            Keep both, one below the other
          </Button>
        )}
      </div>
    </section>
  ));
}
