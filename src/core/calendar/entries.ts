import { calendarDayText, Temporal } from '../kernel/time';
import { dayMs, dayNumber, zoneOf } from '../kernel/zone';
import { meetingsOf } from '../live';
import { type CourseDocument, lessonsOf } from '../outline';
import { instantOf, type LearnerClock, type ReleaseState } from '../release';

/**
 * Something with a date: lessons that open together, work that is due, a session, a break of a cohort, the end of
 * access.
 */
export type Entry = {
  /** The same for the same thing, however often it is moved. */
  readonly id: string;
  readonly sort: 'opens' | 'due' | 'meets' | 'break' | 'ends';
  readonly courseId: string;
  readonly title: string;
  readonly lessonIds: readonly string[];
  /** Milliseconds since 1970; sessions and breaks have an end as well. */
  readonly at: number;
  readonly until: number | null;
};

/**
 * Everything in an edition that has a date for somebody, in the order of time. What waits for something has none yet.
 */
export function entriesOf(document: CourseDocument, clock: LearnerClock, state: ReleaseState): Entry[] {
  const { course } = document;
  const found: Entry[] = [];
  for (const section of document.sections) {
    // Lessons of a section that open together are one thing that happens.
    const together = new Map<number, (typeof section.lessons)[number][]>();
    for (const lesson of section.lessons) {
      const ms = state.of.get(lesson.id)?.opening.ms ?? Number.POSITIVE_INFINITY;
      if (Number.isFinite(ms)) together.set(ms, [...(together.get(ms) ?? []), lesson]);
    }
    for (const [at, lessons] of together) {
      const [first] = lessons;
      if (!first) continue;
      const title = lessons.length === 1 ? first.title : `${section.title}: ${lessons.length} lessons`;
      const lessonIds = lessons.map(({ id }) => id);
      found.push({ id: `opens-${first.id}`, sort: 'opens', courseId: course.id, title, lessonIds, at, until: null });
    }
  }
  for (const { id, title, assignment, live } of lessonsOf(document)) {
    const own = { courseId: course.id, title, lessonIds: [id] };
    if (assignment?.due) {
      const at = instantOf(assignment.due, clock).epochMilliseconds;
      found.push({ ...own, id: `due-${id}`, sort: 'due', at, until: null });
    }
    for (const { number, starts, ends } of meetingsOf({ id, live }, clock))
      found.push({ ...own, id: `meets-${id}-${number}`, sort: 'meets', at: starts, until: ends });
  }
  const zone = zoneOf(clock.zone);
  for (const [i, { from, to, name }] of (clock.cohort?.breaks ?? []).entries()) {
    const title = `${name === '' ? 'break' : name}, until ${calendarDayText(to)}`;
    const [at, until] = [zone.instantAt(dayNumber(from) * dayMs), zone.instantAt((dayNumber(to) + 1) * dayMs)];
    found.push({ id: `break-${course.id}-${i}`, sort: 'break', courseId: course.id, title, lessonIds: [], at, until });
  }
  if (state.accessEnds !== null)
    found.push({
      ...{ id: `ends-${course.id}`, sort: 'ends', courseId: course.id, title: course.title, lessonIds: [] },
      ...{ at: state.accessEnds, until: null },
    });
  return found.sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
}

/** The week a day is in, as days `YYYY-MM-DD`, from the weekday a week begins with (1 Monday to 7 Sunday). */
export function weekOf(day: Temporal.PlainDate, firstWeekday: number): string[] {
  const first = day.subtract({ days: (day.dayOfWeek - firstWeekday + 7) % 7 });
  return Array.from({ length: 7 }, (_, i) => first.add({ days: i }).toString());
}

/** The weeks of a month, as days `YYYY-MM-DD`: whole weeks, so some days are of the months beside it. */
export function weeksOfMonth(month: string, firstWeekday: number): string[][] {
  const first = Temporal.PlainDate.from(`${month}-01`);
  const last = first.add({ months: 1 }).subtract({ days: 1 });
  const [begin = ''] = weekOf(first, firstWeekday);
  const count = Math.ceil((Temporal.PlainDate.from(begin).until(last).days + 1) / 7);
  return Array.from({ length: count }, (_, week) =>
    weekOf(Temporal.PlainDate.from(begin).add({ weeks: week }), firstWeekday),
  );
}
