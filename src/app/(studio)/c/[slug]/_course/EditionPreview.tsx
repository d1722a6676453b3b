'use client';
import { TableTd, TableTh, TableTr } from '@mantine/core';
import { IconLock, IconLockOpen, IconPencil, IconSchool, IconSquareCheck, IconSquareX } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { counted, listText } from '@/core/kernel/words';
import type { Effect } from '@/core/learning';
import type { EditionPreview as Preview } from '@/server/learning';
import { DataTable } from '@/ui/table/DataTable';
import { WordDifference } from '@/ui/text/WordDifference';
import styles from './edition.module.css';

/** What publishing, or making an edition live, would change and whom it would touch; null while it is worked out. */
export function useEditionPreview(
  courseId: string,
  editionId: string | null,
  wanted: boolean,
): Preview | 'failed' | null {
  const [preview, setPreview] = useState<Preview | 'failed' | null>(null);
  useEffect(() => {
    if (!wanted) return;
    const asking = new AbortController();
    setPreview(null);
    fetch(`/api/course/${courseId}/preview${editionId ? `?edition=${editionId}` : ''}`, { signal: asking.signal })
      .then(async (answer) => (answer.ok ? ((await answer.json()) as Preview) : 'failed'))
      .catch(() => 'failed' as const)
      .then((found) => asking.signal.aborted || setPreview(found));
    // For a large course it takes a while: nobody works it out for who has gone.
    return () => asking.abort();
  }, [courseId, editionId, wanted]);
  return preview;
}

const shownNames = 3;
const shownLearners = 40;
const names = (all: readonly string[]) =>
  all.length > shownNames
    ? `${all.slice(0, shownNames).join(', ')} and ${all.length - shownNames} more`
    : listText(all);

/** One effect in words, with its glyph. */
function effectLines(effect: Effect) {
  return [
    effect.lockedAgain.length > 0 && {
      Glyph: IconLock,
      words: `locked again: ${names(effect.lockedAgain)}`,
      bad: true,
    },
    effect.doneLost.length > 0 && { Glyph: IconSquareX, words: `no longer done: ${names(effect.doneLost)}`, bad: true },
    effect.completion === 'lost' && { Glyph: IconSchool, words: 'no longer complete', bad: true },
    effect.grade && {
      Glyph: IconPencil,
      words: `grade ${effect.grade.before} becomes ${effect.grade.after}`,
      bad: true,
    },
    effect.sittings.length > 0 && {
      Glyph: IconPencil,
      words: `sits ${names(effect.sittings)} now; the paper stays the one begun`,
      bad: false,
    },
    effect.opened.length > 0 && { Glyph: IconLockOpen, words: `opens: ${names(effect.opened)}`, bad: false },
    effect.doneGained.length > 0 && {
      Glyph: IconSquareCheck,
      words: `counts as done: ${names(effect.doneGained)}`,
      bad: false,
    },
    effect.completion === 'gained' && { Glyph: IconSchool, words: 'complete with it', bad: false },
  ].filter((line) => line !== false && line !== null);
}

type Touched = Preview['touched'][number];

/** Learners whom it touches in the same way stand together; those whom it costs most come first. */
function groupsOf(touched: readonly Touched[]) {
  const groups = new Map<string, { readonly lines: ReturnType<typeof effectLines>; readonly learners: Touched[] }>();
  for (const one of touched) {
    const lines = effectLines(one.effect);
    const key = lines.map(({ words }) => words).join('\n');
    const group = groups.get(key) ?? { lines, learners: [] };
    group.learners.push(one);
    groups.set(key, group);
  }
  return [...groups.entries()].map(([key, group]) => ({ key, ...group }));
}

/** Whom an edition touches, and every changed field side by side. */
export function EditionPreview({
  preview,
  live,
}: {
  readonly preview: Preview | 'failed' | null;
  readonly live: boolean;
}) {
  if (preview === null) return <p role="status">Working out whom it touches…</p>;
  if (preview === 'failed')
    return <p role="alert">Whom it touches could not be worked out. Close this and try again.</p>;
  const { learners, touched, sides } = preview;
  const count = (has: (effect: Effect) => boolean) => touched.filter(({ effect }) => has(effect)).length;
  const sums = [
    { number: count((effect) => effect.lockedAgain.length > 0), words: 'get a lesson locked again' },
    { number: count((effect) => effect.doneLost.length > 0), words: 'lose a done state' },
    { number: count((effect) => effect.doneGained.length > 0), words: 'gain a done state' },
    { number: count((effect) => effect.grade !== null), words: 'have another grade' },
    { number: count((effect) => effect.completion !== null), words: 'change whether they are complete' },
    { number: count((effect) => effect.sittings.length > 0), words: 'are in the middle of a quiz that changes' },
  ].filter((sum) => sum.number > 0);
  const nobody =
    (!live && 'Nobody takes an edition of this course yet.') ||
    (learners === 0 && 'Nobody takes this course yet.') ||
    (touched.length === 0 && `None of the ${counted(learners, 'learner')} would notice more than the new contents.`);
  return (
    <>
      <section aria-label="Whom it touches">
        <h3 className={styles.head}>Whom it touches</h3>
        {nobody ? (
          <p>{nobody}</p>
        ) : (
          <>
            <p>
              {touched.length} of {counted(learners, 'learner')}
              {sums.length > 0
                ? `: ${listText(sums.map((sum) => `${sum.number} ${sum.words}`))}.`
                : ' get something opened.'}
            </p>
            <ul className={styles.touched}>
              {groupsOf(touched).map(({ key, lines, learners: who }) => (
                <li key={key}>
                  <ul className={styles.lines}>
                    {lines.map(({ Glyph, words, bad }) => (
                      <li key={words} data-bad={bad || undefined}>
                        <Glyph size={15} stroke={1.75} aria-hidden="true" /> {words}
                      </li>
                    ))}
                  </ul>
                  <ul className={styles.who} aria-label={counted(who.length, 'learner')}>
                    {who.slice(0, shownLearners).map(({ learnerId, name }) => (
                      <li key={learnerId} dir="auto">
                        {name}
                      </li>
                    ))}
                    {who.length > shownLearners && (
                      <li>and {counted(who.length - shownLearners, 'more learner', 'more learners')}</li>
                    )}
                  </ul>
                </li>
              ))}
            </ul>
          </>
        )}
      </section>
      {sides.length > 0 && (
        <details className={styles.sides}>
          <summary>Side by side ({counted(sides.length, 'field')})</summary>
          <DataTable names={['What', 'Now', 'Then']} layout="fixed" withColumnBorders>
            {sides.map((side) => (
              <TableTr key={`${side.title}/${side.field}`}>
                <TableTh scope="row">
                  {side.title}: {side.field}
                </TableTh>
                <TableTd>
                  <WordDifference pieces={side.pieces} side="was" />
                </TableTd>
                <TableTd>
                  <WordDifference pieces={side.pieces} side="is" />
                </TableTd>
              </TableTr>
            ))}
          </DataTable>
        </details>
      )}
    </>
  );
}
