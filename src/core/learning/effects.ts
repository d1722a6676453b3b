import { same } from '../kernel/change';
import type { Temporal } from '../kernel/time';
import { type CourseDocument, findLesson } from '../outline';
import type { LearnerClock } from '../release';
import type { LearnerRecords } from './records';
import { outcomeAt } from './state';

/** What another edition would mean for one learner, worked out from their own records. Titles are those they know. */
export type Effect = {
  /** Open to them now, closed afterwards. */
  readonly lockedAgain: readonly string[];
  readonly opened: readonly string[];
  readonly doneLost: readonly string[];
  readonly doneGained: readonly string[];
  /** Null when it does not move. */
  readonly grade: { readonly before: string; readonly after: string } | null;
  readonly completion: 'gained' | 'lost' | null;
  /** Quizzes they sit at this moment whose questions or settings change; their paper stays the one they began. */
  readonly sittings: readonly string[];
};

/** The effect of going from one document to another at a moment; null when the learner would notice nothing. */
export function effectOn(
  before: CourseDocument,
  after: CourseDocument,
  learner: { readonly clock: LearnerClock; readonly records: LearnerRecords; readonly underWay: readonly string[] },
  now: Temporal.Instant,
): Effect | null {
  const [was, becomes] = [before, after].map((document) => outcomeAt(document, learner.clock, learner.records, now));
  if (!was || !becomes) return null;
  const later = new Map(becomes.lessons.map((one) => [one.lesson.id, one]));
  const earlier = new Map(was.lessons.map((one) => [one.lesson.id, one]));
  const titles = (all: typeof was.lessons) => all.map(({ lesson }) => lesson.title);
  const effect: Effect = {
    lockedAgain: titles(was.lessons.filter(({ lesson, open }) => open && later.get(lesson.id)?.open === false)),
    opened: titles(becomes.lessons.filter(({ lesson, open }) => open && earlier.get(lesson.id)?.open === false)),
    doneLost: titles(was.lessons.filter(({ lesson, done }) => done && !later.get(lesson.id)?.done)),
    doneGained: titles(becomes.lessons.filter(({ lesson, done }) => done && !earlier.get(lesson.id)?.done)),
    grade: was.gradeText === becomes.gradeText ? null : { before: was.gradeText, after: becomes.gradeText },
    completion: changeOf(was.complete, becomes.complete),
    sittings: learner.underWay.flatMap((id) => {
      const [paper, next] = [findLesson(before, id), findLesson(after, id)];
      return paper && !(next && same(paper.questions, next.questions) && same(paper.quiz, next.quiz))
        ? [paper.title]
        : [];
    }),
  };
  const notices =
    effect.grade !== null ||
    effect.completion !== null ||
    [effect.lockedAgain, effect.opened, effect.doneLost, effect.doneGained, effect.sittings].some(
      (all) => all.length > 0,
    );
  return notices ? effect : null;
}

function changeOf(before: boolean, after: boolean): 'gained' | 'lost' | null {
  if (before === after) return null;
  return after ? 'gained' : 'lost';
}
