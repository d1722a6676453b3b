import { courseDoor, orNotFound } from '@/app/_server/doors';
import type { Database } from '@/app/_server/routes';
import { type Cohort, clockOfCohort } from '@/core/enrolment';
import { isId, personIdIn } from '@/core/kernel/ids';
import { isNear } from '@/core/kernel/near';
import { isDay, Temporal } from '@/core/kernel/time';
import { learnerView, recordsAtPace } from '@/core/learning';
import { lessonsOf } from '@/core/outline';
import { can } from '@/core/people';
import type { LearnerClock, Pace } from '@/core/release';
import { cohortsOf, enrolledLearner } from '@/server/enrolment';
import { recordsOf } from '@/server/learning';
import { mediaOfCourse } from '@/server/media';
import { type CourseHead, composeDocument, loadOutline, poolsIn } from '@/server/outline';
import type { Person } from '@/server/people';
import styles from '../../_learn/learn.module.css';
import type { Place } from '../../_learn/place';
import { MomentField, StartField } from './Moment';

export type ViewQuery = {
  readonly start?: string;
  readonly at?: string;
  readonly cohort?: string;
  readonly pace?: string;
  /** A learner there is, with their records. */
  readonly learner?: string;
};

/**
 * The working copy as a learner would meet it who started on some day, at some moment. Nobody is enrolled and nothing
 * kept.
 */
export async function viewAsLearner(slug: string, query: ViewQuery, page?: string) {
  // Those who make it and those who mark it; the latter only where its creator lets them.
  const { person, db, head } = await courseDoor(slug, 'marking.mark', `/view/${slug}`);
  const edits = can(person, 'course.edit', { courseId: head.id });
  const [outline, media, cohorts] = await Promise.all([
    loadOutline(db, head.id),
    mediaOfCourse(db, head.id),
    cohortsOf(db, head.id),
  ]);
  const found = orNotFound(outline);
  const { pools, media: shown } = await poolsIn(db, found, media);
  const document = composeDocument(found, shown, pools);
  orNotFound(edits || document.course.settings.staffLook || null);
  const learner = await learnerLookedAt(person, db, head, query.learner);
  const cohort = learner ? undefined : cohorts.find((one) => isId(query.cohort) && one.id === query.cohort);
  const zone = learner?.clock.zone ?? cohort?.zone ?? document.course.zone;
  const today = Temporal.Now.zonedDateTimeISO(zone);
  const startDay = cohort?.startsOn ?? (isPlannable(query.start) ? query.start : today.toPlainDate().toString());
  const clock: LearnerClock =
    learner?.clock ??
    (cohort
      ? clockOfCohort(cohort)
      : { start: Temporal.PlainDate.from(startDay).toZonedDateTime({ timeZone: zone }).toInstant(), zone });
  const start = clock.start.toZonedDateTimeISO(zone);
  const at = moment(query.at, zone) ?? (Temporal.ZonedDateTime.compare(today, start) < 0 ? start : today);
  const pace = paceOf(query.pace);
  const parameters = new URLSearchParams({
    ...whoOf(learner, cohort, startDay),
    at: at.toPlainDateTime().toString({ smallestUnit: 'minute' }),
    ...(pace === 0 ? {} : { pace: String(pace) }),
  });
  const place: Place = {
    courseId: head.id,
    base: `/view/${slug}`,
    query: `?${parameters}`,
    isView: true,
    locale: person.locale,
    zone,
  };
  // A view goes through every door: passwords are for learners.
  const records = {
    ...(learner?.records ?? {
      ...recordsAtPace(document, clock, at.toInstant(), pace),
      belongs: { cohortId: cohort?.id ?? null, tags: [] },
    }),
    unlocked: new Set(lessonsOf(document).map((lesson) => lesson.id)),
  };
  const view = learnerView(document, clock, records, at.toInstant());
  const strip = (
    <form className={styles.strip} method="get" action={page ? `${place.base}/${page}` : place.base}>
      <p>
        <b>View as learner</b> of the working copy. Nothing is recorded.{' '}
        {edits && <a href={`/c/${slug}/build`}>Back to building</a>}
      </p>
      <label>
        Who
        <select name="cohort" defaultValue={cohort?.id ?? ''}>
          <option value="">{learner ? learner.name : 'somebody on their own'}</option>
          {cohorts.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
      {learner && <input type="hidden" name="learner" value={learner.id} />}
      {!cohort && !learner && <StartField key={startDay} day={startDay} />}
      {!learner && (
        <label>
          Pace
          <select name="pace" defaultValue={String(pace)}>
            <option value="0">nothing done yet</option>
            {paces.map((minutes) => (
              <option key={minutes} value={minutes}>
                {minutes} min a week
              </option>
            ))}
            <option value="all">all that is open</option>
          </select>
        </label>
      )}
      <MomentField key={parameters.get('at')} moment={parameters.get('at') ?? ''} zone={zone} />
      <button type="submit" className={styles.look}>
        Look
      </button>
    </form>
  );
  return { view, place, strip };
}

/** A learner whose eyes the course is looked at through: only by those who may see how learners do. */
async function learnerLookedAt(person: Person, db: Database, head: CourseHead, asked: unknown) {
  const id = personIdIn(asked);
  if (id === null || !can(person, 'gradebook.read', { courseId: head.id })) return null;
  const learner = await enrolledLearner(db, head.id, id);
  if (!learner) return null;
  const records = (await recordsOf(db, [learner])).get(learner.enrolmentId);
  return records ? { id: learner.learnerId, name: learner.name, clock: learner.clock, records } : null;
}

function whoOf(learner: { id: string } | null, cohort: Cohort | undefined, start: string): Record<string, string> {
  if (learner) return { learner: learner.id };
  return cohort ? { cohort: cohort.id } : { start };
}

const paces = [30, 60, 120, 240];
const paceOf = (text: string | undefined): Pace =>
  text === 'all' ? 'all' : Math.max(0, Math.min(10_000, Number(text ?? 0) || 0));

/** A day that somebody may look from; an address can say anything. */
const isPlannable = (day: unknown): day is string =>
  typeof day === 'string' && isDay(day) && isNear(day, Temporal.Now.instant());

const moment = (text: string | undefined, zone: string) => {
  if (!text) return null;
  try {
    const wall = Temporal.PlainDateTime.from(text);
    return isNear(wall.toPlainDate().toString(), Temporal.Now.instant()) ? wall.toZonedDateTime(zone) : null;
  } catch {
    return null;
  }
};
