import type { CourseHead } from '@/server/outline';
import type { Person } from '@/server/people';
import type { Place } from './place';

/** Times are told in the zone the learner's days are counted in, so that they agree with the plan. */
export const learnerPlace = (head: CourseHead, person: Person, zone: string): Place => ({
  courseId: head.id,
  base: `/learn/${head.slug}`,
  query: '',
  isView: false,
  personId: person.id,
  locale: person.locale,
  zone,
});
