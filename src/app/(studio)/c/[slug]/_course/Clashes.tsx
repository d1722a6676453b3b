'use client';
import { Button } from '@mantine/core';
import { useMemo } from 'react';
import { differenceShown } from '@/core/kernel/word-difference';
import { fieldName, fieldText, type RichText } from '@/core/outline';
import { WordDifference } from '@/ui/text/WordDifference';
import { useCourseStatus, useDesk } from './CourseProvider';
import styles from './people.module.css';
import type { Clash } from './store';

const isRich = (value: unknown): value is RichText =>
  typeof value === 'object' && value !== null && (value as { type?: unknown }).type === 'doc';

/** Both versions of what two people changed at the same moment, until one of them is chosen. */
export function Clashes() {
  const { state, store } = useDesk();
  const clashes = useCourseStatus('clashes');
  // What fields refer to by id, by name.
  const titles = useMemo(() => {
    const { outline, media } = state;
    return new Map([
      ...Object.values(outline.lesson).map((one) => [one.id, one.title] as const),
      ...Object.values(outline.outcome).map((one) => [one.id, one.text] as const),
      ...[...media.values()].map((one) => [one.id, one.fileName] as const),
    ]);
  }, [state]);
  const titleOf = ({ table, recordId }: Clash) => {
    const { outline } = state;
    const title =
      table === 'section'
        ? outline.section[recordId]?.title
        : (outline.lesson[recordId]?.title ?? outline.course[recordId]?.title);
    return title ? `"${title}": ` : '';
  };
  return clashes.map((clash) => {
    const textOf = (value: unknown) => fieldText(clash.field, value, titles);
    const pieces = differenceShown(textOf(clash.theirs), textOf(clash.mine));
    return (
      <section key={clash.id} className={styles.clash} role="alert" aria-label="Two versions">
        <h2>
          {titleOf(clash)}
          {clash.who} changed {fieldName(clash.table, clash.field)} while you did. Which version stays?
        </h2>
        <div className={styles.versions}>
          <div className={styles.version}>
            <b>Yours</b>
            <WordDifference pieces={pieces} side="is" />
          </div>
          <div className={styles.version}>
            <b>{clash.who}: saved</b>
            <WordDifference pieces={pieces} side="was" />
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
                store.settle(clash, {
                  type: 'doc',
                  content: [...((clash.theirs as RichText).content ?? []), ...((clash.mine as RichText).content ?? [])],
                })
              }
            >
              Keep both, one below the other
            </Button>
          )}
        </div>
      </section>
    );
  });
}
