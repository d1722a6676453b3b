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
import { Pages } from '@/ui/table/Pages';
import { TableHead } from '@/ui/table/TableHead';
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
            <table className={styles.table}>
              <TableHead names={['Work', 'Learner', 'Handed in', 'State', 'Points']} />
              <tbody>
                {rows.map((row) => (
                  <tr key={row.id}>
                    <th scope="row">
                      <Link href={`/marking/${row.id}`}>{row.lessonTitle}</Link>
                      <span className={styles.quiet}>{row.courseTitle}</span>
                    </th>
                    <td>
                      <bdi>{row.learner}</bdi>
                    </td>
                    <td>
                      {dateTimeText(instantFrom(row.handedInAt), names, false)}
                      {row.isLate && <span className={styles.late}>late</span>}
                    </td>
                    <td>{row.state === 'being-marked' ? 'kept for later' : handInStateText[row.state]}</td>
                    <td>
                      {row.points === null ? '–' : pointsText(row.points)} of {pointsText(row.of)}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
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
