import { type Meeting, meetingsOf } from '../live';
import { type CourseDocument, type LessonDocument, lessonsOf } from '../outline';
import type { LearnerClock, Release } from '../release';
import type { LearnerRecords } from './records';
import { releaseFor } from './state';

/** What somebody has been told of a course in one enrolment, or has found there when they came. */
export type Known = {
  /** Lessons that have been open whenever it was looked at; null before the first look. */
  readonly opened: ReadonlySet<string> | null;
  /** Before the first look: what had opened by then they found there when they came. */
  readonly since: number;
  /** Sessions that were still to come: when they were to begin, by the number of the meeting. */
  readonly meets: { readonly [lessonId: string]: KnownSession };
  /** Lessons they want to be told of, however they open. */
  readonly wishes: ReadonlySet<string>;
};
type KnownSession = { readonly title: string; readonly starts: { readonly [number: string]: number } };

/** What has happened since somebody was told last, and what of it they know from now on. Moments in milliseconds. */
export type News = {
  /** Newly open and to be told, in the order of the course. */
  readonly opened: readonly LessonDocument[];
  readonly soon: readonly { readonly lesson: LessonDocument; readonly startsAt: number; readonly lead: number }[];
  readonly moved: readonly {
    readonly lesson: Pick<LessonDocument, 'id' | 'title'>;
    readonly from: number;
    readonly to: number | null;
  }[];
  /** When access ends, where that is near. */
  readonly accessEnds: number | null;
  /** When there may be news again though nobody does anything; null for never. */
  readonly next: number | null;
  /** Everything that is open and was not known to be, told or not. */
  readonly nowOpen: readonly string[];
  readonly knows: Known['meets'];
};

const hourMs = 3_600_000;
/** How long before it begins somebody is reminded of a session, the longest first. */
const leads = [24 * hourMs, hourMs] as const;
/** How long before access ends it is told. */
const accessLead = 7 * 24 * hourMs;

/**
 * What there is to tell a learner at a moment. It asks what holds now and compares with what they know, not with
 * what the plan said at some time: so it finds the same, whether it is asked every minute or after a week, whether
 * the plan was changed meanwhile, and whether clocks were wrong in between.
 *
 * What opens at the very moment somebody has done or passed what it waited for is no news: they have seen it.
 */
export function newsFor(
  document: CourseDocument,
  clock: LearnerClock,
  records: LearnerRecords,
  known: Known,
  nowMs: number,
): News {
  const { release, standing } = releaseFor(document, clock, records, nowMs);
  let next = release.next ?? Number.POSITIVE_INFINITY;
  const later = (ms: number) => {
    if (ms > nowMs && ms < next) next = ms;
  };
  const deeds = new Set([...standing.done.values(), ...standing.passed.values()]);
  const opened: LessonDocument[] = [];
  const nowOpen: string[] = [];
  const soon: News['soon'][number][] = [];
  const moved: News['moved'][number][] = [];
  const knows: { [lessonId: string]: KnownSession } = {};
  const meetings = new Map<string, readonly Meeting[]>();
  for (const lesson of lessonsOf(document)) {
    const state = release.of.get(lesson.id) as Release;
    if (state.open && !known.opened?.has(lesson.id)) {
      nowOpen.push(lesson.id);
      const { ms } = state.opening;
      const wasThere = known.opened === null && ms <= known.since;
      if (known.wishes.has(lesson.id) || !(wasThere || deeds.has(ms))) opened.push(lesson);
    }
    if (!lesson.live) continue;
    const coming: { [number: string]: number } = {};
    const all = meetingsOf(lesson, clock);
    meetings.set(lesson.id, all);
    for (const { number, starts } of all) {
      if (starts <= nowMs) continue;
      coming[number] = starts;
      for (const lead of leads) later(starts - lead);
      const lead = leads.findLast((ms) => starts - ms <= nowMs);
      if (lead !== undefined && state.open) soon.push({ lesson, startsAt: starts, lead });
    }
    if (Object.keys(coming).length > 0) knows[lesson.id] = { title: lesson.title, starts: coming };
  }
  // Also sessions of lessons that are in no edition any more: those do not take place.
  for (const [id, { title, starts }] of Object.entries(release.isOver ? {} : known.meets))
    for (const [number, from] of Object.entries(starts)) {
      const to = meetings.get(id)?.find((one) => `${one.number}` === number)?.starts ?? null;
      if (from > nowMs && to !== from)
        moved.push({ lesson: { id, title }, from, to: to !== null && to > nowMs ? to : null });
    }
  const { accessEnds } = release;
  if (accessEnds !== null) later(accessEnds - accessLead);
  const isNear = accessEnds !== null && accessEnds > nowMs && accessEnds - accessLead <= nowMs;
  return {
    ...{ opened, nowOpen, soon, moved, knows },
    accessEnds: isNear ? accessEnds : null,
    next: Number.isFinite(next) ? next : null,
  };
}
