import { type ClockFacts, factsOf, type LearnerClock } from './clock';
import {
  asksForMoreThanAHand,
  needsOf,
  nothingYet,
  Opening,
  type OpeningSource,
  openingAt,
  outcomeOf,
  type Standing,
  type Wait,
} from './opening';
import { partText, type Rhythm, rhythmText } from './rhythm';
import { rhythmMs } from './rhythm-days';
import { type ClosingRule, type OpeningRule, ruleText, type Titles } from './rule';

/** The part of a course that release needs to know. A course document and a working copy both fit. */
export type ReleaseCourse = { readonly rhythm: Rhythm | null };
export type ReleaseLesson = {
  readonly id: string;
  readonly title: string;
  readonly opens: OpeningRule | null;
  readonly closes: ClosingRule | null;
  /** Ids of the lessons that have to be done first. */
  readonly needs: readonly string[];
};
export type ReleaseSection = {
  readonly id: string;
  readonly opens: OpeningRule | null;
  readonly closes: ClosingRule | null;
  readonly lessons: readonly ReleaseLesson[];
};

/** The parts of the rhythm a section and its lessons belong to; null where the rhythm says nothing about them. */
type Parts = {
  readonly section: ReleaseSection;
  readonly part: number | null;
  readonly lessonParts: readonly number[] | null;
};

/** Which part of the rhythm each section and each of its lessons belong to. */
export function partsOf({ rhythm }: ReleaseCourse, sections: readonly ReleaseSection[]): Parts[] {
  if (rhythm === null) return sections.map((section) => ({ section, part: null, lessonParts: null }));
  if (rhythm.unit === 'section')
    return sections.map((section, s) => ({ section, part: section.opens === null ? s : null, lessonParts: null }));
  const begins = new Map<string, number>();
  for (const id of rhythm.unit === 'laid' ? rhythm.begins : []) begins.set(id, (begins.get(id) ?? 0) + 1);
  const together = Math.max(1, rhythm.lessons);
  let [index, laid] = [0, 0];
  return sections.map((section) => {
    const lessonParts = section.lessons.map(({ id }) => {
      laid += begins.get(id) ?? 0;
      index += 1;
      return rhythm.unit === 'laid' ? laid : Math.floor((index - 1) / together);
    });
    return { section, part: null, lessonParts: section.opens === null ? lessonParts : null };
  });
}

/** How many parts a rhythm makes of a course. */
export function partCount(rhythm: Rhythm, sections: readonly ReleaseSection[]): number {
  if (rhythm.unit === 'section') return sections.length;
  if (rhythm.unit === 'laid') return rhythm.begins.length + 1;
  return Math.ceil(sections.reduce((count, { lessons }) => count + lessons.length, 0) / Math.max(1, rhythm.lessons));
}

/** The later of two openings: what bounds waits, and what waits for something is waited for. */
function boundBy(bound: Opening, ms: number, waits: readonly Wait[], from: OpeningSource): Opening {
  const [earliest, source] = ms >= bound.earliest ? [ms, from] : [bound.earliest, bound.from];
  if (bound.waits.length === 0 && waits.length === 0) return ms >= bound.ms ? new Opening(ms, from) : bound;
  return openingAt(earliest, waits.length > 0 ? from : source, [...bound.waits, ...waits]);
}

/**
 * What was opened by hand goes before everything that would keep it closed; but where a rule asks for more than that.
 */
function withHand(opening: Opening, id: string, rule: OpeningRule | null, facts: ClockFacts, standing: Standing) {
  if (standing.opened.size === 0) return opening;
  const hand = standing.opened.get(id);
  if (hand === undefined || asksForMoreThanAHand(rule)) return opening;
  const ms = Math.max(facts.start, hand);
  return ms < opening.ms ? new Opening(ms, 'hand') : opening;
}

/** For a cohort, its own rule goes before that of the course. */
const ownRule = (id: string, rule: OpeningRule | null, { cohort }: ClockFacts) => cohort.opens[id] ?? rule;

/** What was opened by hand for the cohort, and for the learner alone; the earlier counts. */
function withCohort(standing: Standing, { cohort }: ClockFacts): Standing {
  const forAll = Object.entries(cohort.opened);
  if (forAll.length === 0) return standing;
  const opened = new Map(standing.opened);
  for (const [id, at] of forAll) {
    const ms = Date.parse(at);
    opened.set(id, Math.min(ms, opened.get(id) ?? ms));
  }
  return { ...standing, opened };
}

/** The lessons of an edition, looked for only where something waits for one. */
function lessonsThere(sections: readonly ReleaseSection[]) {
  let ids: Set<string> | null = null;
  return {
    has(id: string) {
      ids ??= new Set(sections.flatMap(({ lessons }) => lessons.map((lesson) => lesson.id)));
      return ids.has(id);
    },
  };
}

/**
 * When each lesson and section opens for a learner, by id. A section's own rule goes before the rhythm; a lesson opens
 * by its own rule but never before its section, nor before what it needs is done. What has been opened by hand is open.
 * Planned lessons are no part of an edition and have no place in `sections`; nobody waits for them.
 */
export function openings(
  course: ReleaseCourse,
  sections: readonly ReleaseSection[],
  clock: LearnerClock,
  reached: Standing = nothingYet,
): ReadonlyMap<string, Opening> {
  const facts = factsOf(clock);
  const standing = withCohort(reached, facts);
  const found = new Map<string, Opening>();
  const { rhythm } = course;
  const parts = rhythm ? rhythmMs(rhythm, facts, partCount(rhythm, sections)) : [];
  const there = lessonsThere(sections);
  const sourceOf = (id: string, own: OpeningSource) => (facts.cohort.opens[id] ? 'cohort' : own);
  for (const { section, part, lessonParts } of partsOf(course, sections)) {
    const rule = ownRule(section.id, section.opens, facts);
    const fromRhythm = part === null ? undefined : parts[part];
    let bound = fromRhythm === undefined ? new Opening(facts.start, 'start') : new Opening(fromRhythm, 'rhythm');
    if (rule) {
      const { ms, waits } = outcomeOf(rule, section.id, facts, standing, there);
      bound = openingAt(ms, sourceOf(section.id, 'section'), waits);
    }
    bound = withHand(bound, section.id, rule, facts, standing);
    found.set(section.id, bound);
    for (let l = 0; l < section.lessons.length; l += 1) {
      const lesson = section.lessons[l] as ReleaseLesson;
      const own = ownRule(lesson.id, lesson.opens, facts);
      const share = lessonParts === null ? undefined : lessonParts[l];
      let opening = bound;
      if (own) {
        const { ms, waits } = outcomeOf(own, lesson.id, facts, standing, there);
        opening = boundBy(bound, ms, waits, sourceOf(lesson.id, 'lesson'));
      } else if (share !== undefined) {
        opening = boundBy(bound, parts[share] ?? facts.start, [], 'rhythm');
      }
      if (lesson.needs.length > 0) {
        const { ms, waits } = needsOf(lesson.needs, standing, there);
        opening = boundBy(opening, ms, waits, 'lesson');
      }
      found.set(lesson.id, withHand(opening, lesson.id, own, facts, standing));
    }
  }
  return found;
}

/**
 * The rule each section and lesson follows, in words, by id, for lists where no learner is looked at.
 */
export function openingTexts(course: ReleaseCourse, sections: readonly ReleaseSection[]): ReadonlyMap<string, string> {
  const { rhythm } = course;
  const titles: Titles = new Map(sections.flatMap(({ lessons }) => lessons.map(({ id, title }) => [id, title])));
  const found = new Map<string, string>();
  for (const { section, part, lessonParts } of partsOf(course, sections)) {
    const withPart = (at: number | null | undefined, otherwise: string) =>
      rhythm && at !== null && at !== undefined ? partText(rhythm, at) : otherwise;
    const own = section.opens ? ruleText(section.opens, titles) : withPart(part, 'at start');
    found.set(section.id, own);
    for (const [l, lesson] of section.lessons.entries())
      found.set(lesson.id, lesson.opens ? ruleText(lesson.opens, titles) : withPart(lessonParts?.[l], own));
  }
  return found;
}

/** The rhythm of a course in words. */
export const planText = (course: ReleaseCourse) =>
  course.rhythm ? rhythmText(course.rhythm) : 'No rhythm: everything opens at start';
