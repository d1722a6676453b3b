import { courseDoor } from '@/app/_server/doors';
import { gradeWritten } from '@/core/gradebook';
import { toShort } from '@/core/kernel/exact';
import { personIdIn } from '@/core/kernel/ids';
import { findIn, pageIn } from '@/core/kernel/page';
import { dayText, type Names } from '@/core/kernel/time';
import { gradeItems, schemeOf } from '@/core/learning';
import { findLesson, numberOf } from '@/core/outline';
import {
  type CertificateRow,
  certificatesOf,
  certificatesPage,
  countCertificates,
  type TakenBefore,
  takenBefore,
} from '@/server/certificate';
import { cohortsOf, countLearners, enrolledLearner, instantFrom, learnersPage, spanText } from '@/server/enrolment';
import { type Learning, learningOf } from '@/server/learning';
import { liveDocument } from '@/server/outline';
import { staffOf } from '@/server/people';
import { RunDesk } from './RunDesk';
import { type Award, type GradeCell, type GradeColumn, type RunRow, runViews } from './rows';

type Asked = { readonly [name in 'show' | 'find' | 'page' | 'learner']?: string | string[] };

export default async function RunPage({
  params,
  searchParams,
}: {
  readonly params: Promise<{ slug: string }>;
  readonly searchParams: Promise<Asked>;
}) {
  const [{ slug }, asked] = await Promise.all([params, searchParams]);
  const { person, db, head } = await courseDoor(slug, 'gradebook.read', `/c/${slug}/run`);
  const show = runViews.find((one) => one === asked.show) ?? 'grades';
  const [find, page] = [findIn(asked.find), pageIn(asked.page)];
  const chosenId = personIdIn(asked.learner);
  const isAwards = show === 'certificates';
  const [learners, awarded, chosen, total, awards, cohorts, document, staff] = await Promise.all([
    isAwards ? null : learnersPage(db, head.id, find, page),
    isAwards ? certificatesPage(db, head.id, find, page) : null,
    chosenId === null ? null : enrolledLearner(db, head.id, chosenId),
    countLearners(db, head.id),
    countCertificates(db, head.id),
    cohortsOf(db, head.id),
    liveDocument(db, head.liveEditionId),
    staffOf(db, head.id),
  ]);
  const names = { locale: person.locale, zone: person.zone };
  const columns: GradeColumn[] = document
    ? gradeItems(document).map((item) => {
        const lesson = findLesson(document, item.id);
        return { ...item, kind: lesson?.kind ?? null, number: lesson ? numberOf(document, item.id) : '' };
      })
    : [];
  // Whose sheet is open is read as well, on whatever page of the list they stand.
  const here = learners?.rows ?? [];
  const read = chosen && !here.some(({ learnerId }) => learnerId === chosen.learnerId) ? [...here, chosen] : here;
  const [taken, before, issued] = await Promise.all([
    learningOf(db, head, read),
    takenBefore(db, head, read),
    certificatesOf(
      db,
      read.map(({ enrolmentId }) => enrolmentId),
    ),
  ]);
  const rows = taken.map((one) =>
    runRow(
      one,
      before.filter(({ learning }) => learning.learner.learnerId === one.learner.learnerId),
      issued.get(one.learner.enrolmentId),
      names,
    ),
  );
  return (
    <RunDesk
      courseId={head.id}
      isPublished={head.liveEditionId !== null}
      show={show}
      find={find}
      page={page}
      found={(learners ?? awarded)?.found ?? 0}
      counts={{ learners: total, awards }}
      rows={rows.slice(0, here.length)}
      chosen={rows.find((row) => row.learnerId === chosenId) ?? null}
      columns={columns}
      cohorts={cohorts}
      awards={(awarded?.rows ?? []).map((row) => awardRow(row, names))}
      staff={staff}
    />
  );
}

/** Access ends with a day: the moment it is over, as that day. */
const lastDayOf = (at: string, zone: string) =>
  instantFrom(at).subtract({ milliseconds: 1 }).toZonedDateTimeISO(zone).toPlainDate().toString();

function runRow(
  { learner, records, view }: Learning,
  before: readonly TakenBefore[],
  certificate: CertificateRow | undefined,
  names: Names,
): RunRow {
  const written = gradeWritten(view.sheet, schemeOf(view.document));
  return {
    learnerId: learner.learnerId,
    number: learner.number,
    earlier: before.map(({ learning, certificate }) => ({
      number: learning.learner.number,
      when: spanText(learning.learner, names),
      grade: learning.view.sheet.gradeText,
      certificate: certificate?.number ?? null,
    })),
    name: learner.name,
    email: learner.email,
    cohort: learner.cohort?.name ?? null,
    cohortId: learner.cohort?.id ?? null,
    tags: learner.tags,
    accessUntil: learner.accessUntil && lastDayOf(learner.accessUntil, learner.clock.zone),
    started: dayText(learner.clock.start, names),
    hasStarted: learner.clock.start.epochMilliseconds <= view.now.epochMilliseconds,
    squares: view.lessons.map((one) => (!one.open ? 'closed' : one.progress.state)),
    done: view.done,
    next: view.next ? `${view.next.number} ${view.next.lesson.title}` : null,
    grade: view.sheet.gradeText,
    sum:
      view.sheet.byHand === null ? written : `${written}; set by hand to ${view.sheet.gradeText}: ${view.sheet.byHand}`,
    complete: view.completion.complete,
    missing: view.completion.missing,
    certificate: certificate?.number ?? null,
    withdrawn: certificate?.withdrawnWhy ?? null,
    mayBeAwarded: view.award !== null,
    cells: view.sheet.lines.map((line): GradeCell => {
      const passed = view.lessons.find((one) => one.lesson.id === line.item.id)?.passed ?? null;
      const decision = records.decisions.get(line.item.id);
      return {
        id: line.item.id,
        state: line.entry.state,
        points:
          line.entry.state === 'points' ? toShort({ n: line.entry.points.n, d: line.entry.points.d * 1000n }, 2) : null,
        of: line.entry.state === 'points' ? line.entry.of : line.item.of,
        passed,
        why: line.why,
        decision: decision ? { kind: decision.kind, points: decision.points, reason: decision.reason } : null,
      };
    }),
  };
}

const awardRow = (row: CertificateRow, names: Names): Award => ({
  id: row.id,
  learnerId: row.learnerId,
  number: row.number,
  token: row.token,
  holder: row.holder,
  issued: dayText(instantFrom(row.issuedAt), names),
  quiz: row.lessonId === null ? null : row.courseTitle,
  grade: row.grade,
  withdrawn: row.withdrawnWhy,
  expires: row.expiresAt && lastDayOf(row.expiresAt, names.zone),
});
