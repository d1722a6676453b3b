import { TableTd, TableTh, TableTr } from '@mantine/core';
import Link from 'next/link';
import { redirect } from 'next/navigation';
import { signedIn } from '@/app/_server/doors';
import { handInStateText } from '@/core/assignment';
import { pointsText } from '@/core/kernel/exact';
import { pageIn } from '@/core/kernel/page';
import { dateTimeText } from '@/core/kernel/time';
import { worksHere } from '@/core/people';
import { countWork, markingQueue, waitingStates } from '@/server/assignment';
import { instantFrom } from '@/server/enrolment';
import { DataTable } from '@/ui/table/DataTable';
import { Pages } from '@/ui/table/Pages';
import { TopBar } from '../_frame/TopBar';
import styles from './marking.module.css';

export const metadata = { title: 'Marking' };

const shows = [
  { id: 'waiting', name: 'Waiting', states: waitingStates },
  { id: 'marked', name: 'Marked', states: ['marked'] },
] as const;

export default async function MarkingPage({
  searchParams,
}: {
  readonly searchParams: Promise<{ show?: string; page?: string }>;
}) {
  const [entered, { show, page }] = await Promise.all([signedIn('/marking'), searchParams]);
  const { person, db } = entered;
  if (!worksHere(person)) redirect('/learn');
  const chosen = shows.find((one) => one.id === show) ?? shows[0];
  const [{ rows, found, page: shown }, ...counts] = await Promise.all([
    markingQueue(db, person, chosen.states, pageIn(page)),
    ...shows.map(({ states }) => countWork(db, person, states)),
  ]);
  const names = { locale: person.locale, zone: person.zone };
  return (
    <>
      <TopBar entered={entered} here="marking" />
      <main className={styles.page}>
        <div className={styles.head}>
          <h1>Marking</h1>
          <nav aria-label="What to show" className={styles.tabs}>
            {shows.map((one, i) => (
              <Link key={one.id} href={`/marking?show=${one.id}`} aria-current={one === chosen ? 'page' : undefined}>
                {one.name} ({counts[i]})
              </Link>
            ))}
          </nav>
        </div>
        {found === 0 ? (
          <p className={styles.empty}>
            {chosen.id === 'waiting'
              ? 'Nothing waits to be marked. Work appears here as it is handed in.'
              : 'Nothing has been marked yet.'}
          </p>
        ) : (
          <div className={styles.scroll}>
            <DataTable names={['Work', 'Learner', 'Handed in', 'State', 'Points']}>
              {rows.map((row) => (
                <TableTr key={row.id}>
                  <TableTh scope="row">
                    <Link href={`/marking/${row.id}`}>{row.lessonTitle}</Link>
                    <span className={styles.quiet}>{row.courseTitle}</span>
                  </TableTh>
                  <TableTd>
                    <bdi>{row.learner}</bdi>
                  </TableTd>
                  <TableTd>
                    {dateTimeText(instantFrom(row.handedInAt), names, false)}
                    {row.isLate && <span className={styles.late}>late</span>}
                  </TableTd>
                  <TableTd>{row.state === 'being-marked' ? 'kept for later' : handInStateText[row.state]}</TableTd>
                  <TableTd>
                    {row.points === null ? '–' : pointsText(row.points)} of {pointsText(row.of)}
                  </TableTd>
                </TableTr>
              ))}
            </DataTable>
          </div>
        )}
        <Pages
          page={shown}
          found={found}
          what="pieces of work"
          hrefOf={(other) => `/marking?show=${chosen.id}&page=${other}`}
        />
      </main>
    </>
  );
}
