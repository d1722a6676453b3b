import { same } from '../kernel/change';
import type { Temporal } from '../kernel/time';
import { type CourseDocument, findLesson, type LessonDocument } from '../outline';
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

/** What is said in a lesson, or shown with it, and decides nothing for whoever takes the course. */
const saidInLesson: readonly (keyof LessonDocument)[] = [
  ...(['title', 'text', 'written', 'minutes', 'learnerMinutes', 'link', 'downloads', 'pictureId', 'pictures'] as const),
  ...(['attachments', 'chapters', 'sample', 'teaser', 'asks', 'outcomes'] as const),
];
const saidInCourse: readonly (keyof CourseDocument['course'])[] = [
  ...(['title', 'slug', 'description', 'audience', 'promise', 'notAbout', 'accessNote', 'countdown'] as const),
  'weekLimit',
];

const without = <T extends object>(all: T, fields: readonly (keyof T)[]) =>
  Object.fromEntries(Object.entries(all).filter(([field]) => !fields.includes(field as keyof T)));

/** What of an edition may change something for somebody: when lessons open, what is done, and what counts. */
const deciding = ({ course, sections }: CourseDocument) => ({
  course: without(course, saidInCourse),
  sections: sections.map(({ lessons, ...section }) => ({
    ...without(section, ['title']),
    lessons: lessons.map((lesson) => without(lesson, saidInLesson)),
  })),
});

/** Whether two documents differ in words and pictures only, so that nobody needs to be looked at to know the effect. */
export const decideAlike = (before: CourseDocument, after: CourseDocument): boolean =>
  same(deciding(before), deciding(after));

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
