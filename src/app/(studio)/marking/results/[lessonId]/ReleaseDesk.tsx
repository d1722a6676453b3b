'use client';
import { Button, TableTd, TableTh, TableTr } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { counted } from '@/core/kernel/words';
import type { Results } from '@/server/assignment';
import { Link } from '@/ui/frame/Link';
import wordStyles from '@/ui/plain/words.module.css';
import { DataTable } from '@/ui/table/DataTable';
import { markingHref } from '../../_desk/hrefs';
import styles from '../../marking.module.css';
import { ReleaseTime } from './ReleaseTime';

type Props = Results & { readonly courseId: string; readonly lessonId: string; readonly zone: string };

/** What is worth a look before learners see their marks, and the ways to let them. */
export function ReleaseDesk({ courseId, lessonId, zone, unmarked, released, waiting, planned }: Props) {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const release = async (ids: readonly string[] | null) => {
    setBusy(true);
    const told = await act<{ count: number }>('marking.release', { courseId, lessonId, ids });
    setBusy(false);
    setProblem(told.ok ? null : told.problem.sentence);
    if (!told.ok) return;
    setSaid(`${counted(told.value.count, 'result')} released.`);
    router.refresh();
  };
  const plan = async (wall: object | null) => {
    setBusy(true);
    const name = wall === null ? 'marking.release-never' : 'marking.release-later';
    const told = await act(name, { courseId, lessonId, ...wall });
    setBusy(false);
    setProblem(told.ok ? null : told.problem.sentence);
    if (told.ok) router.refresh();
  };
  const bare = waiting.filter(({ hasRemark }) => !hasRemark).length;
  const border = waiting.filter(({ isAtBorder }) => isAtBorder).length;
  const failed = waiting.filter(({ passed }) => passed === false).length;
  const looks = [
    [unmarked, `${counted(unmarked, 'piece is', 'pieces are')} not marked yet`],
    [bare, `${counted(bare, 'mark has', 'marks have')} no remark`],
    [border, `${counted(border, 'mark lies', 'marks lie')} within a twentieth of the points from the pass mark`],
    [failed, `${counted(failed, 'learner does', 'learners do')} not pass`],
  ] as const;
  return (
    <div className={styles.stack}>
      <p>
        {counted(waiting.length, 'mark is', 'marks are')} finished and not seen by{' '}
        {waiting.length === 1 ? 'its learner' : 'their learners'} yet; {released} {released === 1 ? 'is' : 'are'}{' '}
        released.
      </p>
      {waiting.length === 0 && (
        <p className={wordStyles.empty}>
          Nothing waits to be released. Where learners see marks once results are released, finished ones stand here.
        </p>
      )}
      {waiting.length > 0 && (
        <>
          <ul aria-label="Before they are released">
            {looks.map(([count, words]) => (
              <li key={words} className={count > 0 ? wordStyles.look : styles.quiet}>
                {words}
              </li>
            ))}
          </ul>
          <div className={styles.filters}>
            <Button onClick={() => release(null)} loading={busy}>
              Release {counted(waiting.length, 'result')}
            </Button>
          </div>
          <DataTable names={['Learner', 'Points', 'Result', 'Worth a look', 'What to do']}>
            {waiting.map(({ id, learner, points, of, passed, isAtBorder, hasRemark }) => (
              <TableTr key={id}>
                <TableTh scope="row">
                  <Link href={markingHref({ sort: 'work', id })}>
                    <bdi>{learner}</bdi>
                  </Link>
                </TableTh>
                <TableTd>
                  {points} of {of}
                </TableTd>
                <TableTd>{passedText(passed)}</TableTd>
                <TableTd>
                  {[isAtBorder ? 'at the border' : '', hasRemark ? '' : 'no remark'].filter(Boolean).join(', ')}
                </TableTd>
                <TableTd>
                  <Button size="compact-sm" variant="subtle" disabled={busy} onClick={() => release([id])}>
                    Release this one
                  </Button>
                </TableTd>
              </TableTr>
            ))}
          </DataTable>
        </>
      )}
      <ReleaseTime {...{ planned, zone, busy }} onPlan={plan} />
      <p role="status">{said}</p>
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
    </div>
  );
}

const passedText = (passed: boolean | null): string => {
  if (passed === null) return '–';
  return passed ? 'passed' : 'not passed';
};
