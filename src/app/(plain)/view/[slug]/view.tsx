import { orNotFound, signedIn } from '@/app/_server/person';
import { isId } from '@/core/kernel/ids';
import { isDay, Temporal } from '@/core/kernel/time';
import { learnerView, noRecords } from '@/core/learning';
import { can } from '@/core/people';
import { cohortsOf } from '@/server/enrolment';
import { mediaOfCourse } from '@/server/media';
import { composeDocument, courseBySlug, loadOutline } from '@/server/outline';
import styles from '../../_learn/learn.module.css';
import type { Place } from '../../_learn/place';

export type ViewQuery = { readonly start?: string; readonly at?: string; readonly cohort?: string };

/** The working copy as a learner would meet it who started on some day, at some moment. Nobody is enrolled and nothing kept. */
export async function viewAsLearner(slug: string, query: ViewQuery, lessonId?: string) {
  const person = await signedIn(`/view/${slug}`);
  const head = orNotFound(await courseBySlug(slug));
  orNotFound(can(person, 'course.edit', { courseId: head.id }) || null);
  const [outline, media, cohorts] = await Promise.all([loadOutline(head.id), mediaOfCourse(head.id), cohortsOf(head.id)]);
  const document = composeDocument(orNotFound(outline), media);
  const cohort = cohorts.find((one) => isId(query.cohort) && one.id === query.cohort);
  const zone = cohort?.zone ?? document.course.zone;
  const today = Temporal.Now.zonedDateTimeISO(zone);
  const startDay = cohort?.startsOn ?? (isDay(query.start ?? '') ? (query.start ?? '') : today.toPlainDate().toString());
  const start = Temporal.PlainDate.from(startDay).toZonedDateTime({ timeZone: zone });
  const at = moment(query.at, zone) ?? (Temporal.ZonedDateTime.compare(today, start) < 0 ? start : today);
  const parameters = new URLSearchParams({
    ...(cohort ? { cohort: cohort.id } : { start: startDay }),
    at: at.toPlainDateTime().toString({ smallestUnit: 'minute' }),
  });
  const place: Place = { courseId: head.id, base: `/view/${slug}`, query: `?${parameters}`, isView: true, locale: person.locale, zone };
  const view = learnerView(document, { start: start.toInstant(), zone }, noRecords, at.toInstant());
  const strip = (
    <form className={styles.strip} method="get" action={lessonId ? `${place.base}/${lessonId}` : place.base}>
      <p>
        <b>View as learner</b> of the working copy. Nothing is recorded. <a href={`/c/${slug}/build`}>Back to building</a>
      </p>
      <label>
        Who
        <select name="cohort" defaultValue={cohort?.id ?? ''}>
          <option value="">somebody on their own</option>
          {cohorts.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
      {!cohort && (
        <label>
          Started on
          <input type="date" name="start" defaultValue={startDay} />
        </label>
      )}
      <label>
        Looks at it on ({zone})
        <input type="datetime-local" name="at" defaultValue={parameters.get('at') ?? ''} />
      </label>
      <button type="submit" className={styles.look}>
        Look
      </button>
    </form>
  );
  return { view, place, strip };
}

const moment = (text: string | undefined, zone: string) => {
  if (!text) return null;
  try {
    return Temporal.PlainDateTime.from(text).toZonedDateTime(zone);
  } catch {
    return null;
  }
};
