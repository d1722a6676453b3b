import { Temporal } from '../../kernel/time';
import { dayMs, dayNumber } from '../../kernel/zone';
import { instantOf, type LearnerClock, openings, singleRules } from '../../release';
import { releasedSections } from '../document';
import { courseOf, type Outline } from '../types';
import type { Starts } from './starts';

/** Every date a plan names: starts are looked at from four weeks before the first of them. */
function firstDate(outline: Outline): number | null {
  const rules = [
    ...Object.values(outline.section).map((section) => section.opens),
    ...Object.values(outline.lesson).flatMap((lesson) => [lesson.opens, lesson.assignment?.due ?? null]),
  ];
  const single = rules.flatMap((rule) => (rule ? singleRules(rule) : []));
  const days = single.flatMap((rule) => (rule.when === 'on-date' ? [dayNumber(rule.date)] : []));
  return days.length > 0 ? Math.min(...days) : null;
}

const someMonday = dayNumber('2027-01-04');
const weekMs = 7 * dayMs;

/** The starts of a course, for its rules to ask. */
export function startsOf(outline: Outline): Starts {
  const course = courseOf(outline);
  const first = firstDate(outline);
  const monday = (first === null ? someMonday : someMonday + Math.floor((first - 28 - someMonday) / 7) * 7) * dayMs;
  const hours = [...Array.from({ length: 7 }, (_, day) => day * dayMs + 9 * 3_600_000), 2 * dayMs + 21 * 3_600_000];
  const clocks: LearnerClock[] = hours.map((ms) => ({
    start: Temporal.Instant.fromEpochMilliseconds(monday + (ms % weekMs)),
    zone: course.zone,
  }));
  let plans: ReturnType<typeof openings>[] | null = null;
  return {
    count: clocks.length,
    first: clocks[0] as LearnerClock,
    opens(id) {
      plans ??= clocks.map((clock) => openings(course, releasedSections(outline), clock));
      return plans.map((plan) => plan.get(id)?.earliest ?? Number.NEGATIVE_INFINITY);
    },
    at: (rule) => clocks.map((clock) => instantOf(rule, clock).epochMilliseconds),
  };
}
