import { TableTd, TableTh, TableTr } from '@mantine/core';
import { redirect } from 'next/navigation';
import { signedIn } from '@/app/_server/doors';
import { pointsText } from '@/core/kernel/exact';
import { personIdIn } from '@/core/kernel/ids';
import { findIn, pageIn } from '@/core/kernel/page';
import { dateTimeText } from '@/core/kernel/time';
import { can, worksHere } from '@/core/people';
import { instantFrom } from '@/server/enrolment';
import { countByState, lessonsToMark, markersOfWork, markingQueue, type WorkState } from '@/server/marking';
import { Link } from '@/ui/frame/Link';
import { ReadyForPdf } from '@/ui/pdf/ReadyForPdf';
import wordStyles from '@/ui/plain/words.module.css';
import { DataTable } from '@/ui/table/DataTable';
import { Pages } from '@/ui/table/Pages';
import { TopBar } from '../_frame/TopBar';
import { markingHref } from './_desk/hrefs';
import { Filters } from './Filters';
import { FinishDecided } from './FinishDecided';
import styles from './marking.module.css';

export const metadata = { title: 'Marking' };

const emptyText = {
  waiting: 'Nothing waits to be marked. Work appears here as it is handed in.',
  later: 'Nothing is kept for later. What you begin to mark and do not finish stands here.',
  asked: 'Nobody asks for another look at a mark.',
  marked: 'Nothing has been marked yet.',
} as const;

const stateText: Record<WorkState, string> = {
  ...{ 'handed-in': 'handed in', 'being-marked': 'kept for later' },
  ...{ asked: 'asks for another look', marked: 'marked' },
};

const shows = [
  { id: 'waiting', name: 'Waiting', state: 'handed-in' },
  { id: 'later', name: 'Kept for later', state: 'being-marked' },
  { id: 'asked', name: 'Asked to look again', state: 'asked' },
  { id: 'marked', name: 'Marked', state: 'marked' },
] as const;

type Query = {
  readonly show?: string;
  readonly page?: string;
  readonly lesson?: string;
  readonly find?: string;
  readonly with?: string;
};

export default async function MarkingPage({ searchParams }: { readonly searchParams: Promise<Query> }) {
  const [entered, query] = await Promise.all([signedIn('/marking'), searchParams]);
  const { person, db } = entered;
  if (!worksHere(person)) redirect('/learn');
  const chosen = shows.find((one) => one.id === query.show) ?? shows[0];
  const [lessons, markers] = await Promise.all([lessonsToMark(db, person), markersOfWork(db, person)]);
  const lesson = lessons.find(({ id }) => id === query.lesson) ?? null;
  const find = findIn(query.find);
  const withWhom = personIdIn(query.with);
  const wish = { lessonId: lesson?.id ?? null, find, withWhom };
  const [{ rows, found, page: shown }, counts] = await Promise.all([
    markingQueue(db, person, chosen.state, wish, pageIn(query.page)),
    countByState(db, person, wish),
  ]);
  const addressOf = (show: string, page = 1) => {
    const asked = {
      show,
      ...(lesson && { lesson: lesson.id }),
      ...(find && { find }),
      ...(withWhom && { with: withWhom }),
      ...(page > 1 && { page: `${page}` }),
    };
    return `/marking?${new URLSearchParams(asked)}`;
  };
  const names = { locale: person.locale, zone: person.zone };
  return (
    <>
      <TopBar entered={entered} here="marking" />
      <main className={styles.page}>
        <div className={styles.head}>
          <h1>Marking</h1>
          <nav aria-label="What to show" className={styles.tabs}>
            {shows.map((one) => (
              <Link key={one.id} href={addressOf(one.id)} aria-current={one === chosen ? 'page' : undefined}>
                {one.name} ({counts[one.state]})
              </Link>
            ))}
          </nav>
        </div>
        {(lessons.length > 1 || markers.length > 1 || find !== '') && (
          <Filters {...{ lessons, find, markers, withWhom }} show={chosen.id} lessonId={lesson?.id ?? null} />
        )}
        {lesson && can(person, 'course.staff', lesson) && (
          <p>
            <Link href={`/marking/share/${lesson.id}`}>Share out this work among markers</Link>
            {' · '}
            <Link href={`/marking/results/${lesson.id}`}>Release results</Link>
            {' · '}
            <Link href={`/c/${lesson.courseSlug}/run/scripts/${lesson.id}`}>Load paper scripts</Link>
          </p>
        )}
        {lesson && chosen.id === 'later' && found > 0 && (
          <FinishDecided courseId={lesson.courseId} lessonId={lesson.id} />
        )}
        {found > 0 && <ReadyForPdf />}
        {found === 0 ? (
          <p className={wordStyles.empty}>
            {lesson || find || withWhom ? 'Nothing here is like that.' : emptyText[chosen.id]}
          </p>
        ) : (
          <div className={styles.scroll}>
            <DataTable stacked names={['Work', 'Learner', 'Handed in', 'State', 'Points']}>
              {rows.map((row) => (
                <TableTr key={row.id}>
                  <TableTh scope="row">
                    <Link href={markingHref(row)}>{row.lessonTitle}</Link>
                    <span className={styles.quiet}>{row.courseTitle}</span>
                  </TableTh>
                  <TableTd>
                    <bdi>{row.learner}</bdi>
                  </TableTd>
                  <TableTd>
                    {dateTimeText(instantFrom(row.handedInAt), names, false)}
                    {row.isLate && <span className={styles.late}>late</span>}
                  </TableTd>
                  <TableTd>{stateText[row.state]}</TableTd>
                  <TableTd>
                    {row.points === null ? '–' : pointsText(row.points)} of {pointsText(row.of)}
                  </TableTd>
                </TableTr>
              ))}
            </DataTable>
          </div>
        )}
        <Pages page={shown} found={found} what="pieces of work" hrefOf={(other) => addressOf(chosen.id, other)} />
      </main>
    </>
  );
}
