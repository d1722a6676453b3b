import { courseDoor } from '@/app/_server/doors';
import { toShort } from '@/core/kernel/exact';
import { dayText } from '@/core/kernel/time';
import { fullPoints } from '@/core/learning';
import { isGraded, lessonsOf, numberOf } from '@/core/outline';
import { certificatesOf } from '@/server/certificate';
import { cohortsOf, instantFrom } from '@/server/enrolment';
import { everybodysLearning } from '@/server/learning';
import { liveDocument } from '@/server/outline';
import { staffOf } from '@/server/people';
import { RunDesk } from './RunDesk';
import type { GradeCell, GradeColumn, RunRow } from './rows';

export default async function RunPage({ params }: { readonly params: Promise<{ slug: string }> }) {
  const { slug } = await params;
  const { person, db, head } = await courseDoor(slug, 'gradebook.read', `/c/${slug}/run`);
  const [everybody, cohorts, certificates, document, staff] = await Promise.all([
    everybodysLearning(db, head),
    cohortsOf(db, head.id),
    certificatesOf(db, head.id),
    liveDocument(db, head.liveEditionId),
    staffOf(db, head.id),
  ]);
  const names = { locale: person.locale, zone: person.zone };
  const columns: GradeColumn[] = document
    ? lessonsOf(document)
        .filter((lesson) => isGraded(lesson.kind))
        .map((lesson) => ({
          id: lesson.id,
          number: numberOf(document, lesson.id),
          title: lesson.title,
          kind: lesson.kind,
          weight: lesson.weight,
          of: fullPoints(lesson),
        }))
    : [];
  const issued = new Map(certificates.map((row) => [row.learnerId, row]));
  const rows: RunRow[] = everybody.map(({ learner, records, view }) => ({
    learnerId: learner.learnerId,
    name: learner.name,
    email: learner.email,
    cohort: learner.cohort?.name ?? null,
    started: dayText(learner.clock.start, names),
    hasStarted: learner.clock.start.epochMilliseconds <= view.now.epochMilliseconds,
    squares: view.lessons.map((one) => (!one.open ? 'closed' : one.progress.state)),
    done: view.done,
    next: view.next ? `${view.next.number} ${view.next.lesson.title}` : null,
    grade: view.sheet.gradeText,
    sum: view.sheet.written,
    complete: view.completion.complete,
    missing: view.completion.missing,
    certificate: issued.get(learner.learnerId)?.number ?? null,
    mayBeAwarded: view.award !== null,
    cells: view.sheet.lines.map((line): GradeCell => {
      const passed = view.lessons.find((one) => one.lesson.id === line.item.id)?.passed ?? null;
      const decision = records.decisions.get(line.item.id);
      return {
        id: line.item.id,
        state: line.entry.state,
        points: line.entry.state === 'points' ? toShort({ n: line.entry.points.n, d: line.entry.points.d * 1000n }, 2) : null,
        of: line.entry.state === 'points' ? line.entry.of : line.item.of,
        passed,
        why: line.why,
        decision: decision ? { kind: decision.kind, points: decision.points, reason: decision.reason } : null,
      };
    }),
  }));
  const awards = certificates.map((row) => ({
    id: row.id,
    learnerId: row.learnerId,
    number: row.number,
    token: row.token,
    holder: row.holder,
    issued: dayText(instantFrom(row.issuedAt), names),
    grade: row.grade,
    withdrawn: row.withdrawnWhy,
  }));
  return <RunDesk courseId={head.id} isPublished={head.liveEditionId !== null} rows={rows} columns={columns} cohorts={cohorts} awards={awards} staff={staff} />;
}
