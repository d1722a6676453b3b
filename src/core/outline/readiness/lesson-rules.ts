import { listText } from '../../kernel/words';
import { isTimeRule, lessonsAwaited, withLessons } from '../../release';
import { isGraded, lessonKindOf } from '../kinds';
import { type Lesson, lessonKinds } from '../types';
import { paperOf } from './lesson-parts';
import { type Rule, set } from './rule';
import { countBefore } from './starts';

/** What a lesson waits for by itself, without some of it. */
function waitingWithout({ needs, opens }: Lesson, gone: (id: string) => boolean) {
  return { needs: needs.filter((id) => !gone(id)), opens: withLessons(opens, (id) => (gone(id) ? null : id)) };
}
/** The lessons a lesson waits for by itself: those it needs first and those its rule names. */
const waitedFor = ({ needs, opens }: Lesson) => [...needs, ...lessonsAwaited(opens)];

/** Rules over each lesson that would be published, whatever its kind. */
const rules: readonly Rule<Lesson>[] = [
  {
    id: 'lesson-unnamed',
    level: 'look',
    stage: 'build',
    reason: 'Learners see the name a lesson was given by itself.',
    remedy: 'Give it a name of its own.',
    check: ({ title }) => title === 'New lesson' && { sentence: 'A lesson is still called "New lesson".' },
  },
  {
    id: 'lesson-name-twice',
    level: 'look',
    stage: 'build',
    reason: 'Two lessons of one name cannot be told apart in a gradebook or a message.',
    remedy: 'Rename one of them.',
    check: ({ title }, { titles }) =>
      title !== 'New lesson' &&
      (titles.get(title.toLowerCase()) ?? 0) > 1 && { sentence: `More than one lesson is called "${title}".` },
  },
  {
    id: 'lesson-draft',
    level: 'look',
    stage: 'build',
    reason: 'A draft is published like everything else; its maker may not have meant it.',
    remedy: 'Mark it as ready, or leave it as planned.',
    check: (lesson, context) =>
      lesson.state === 'draft' &&
      lessonKindOf(lesson.kind).isFilled(lesson, paperOf(lesson, context).length) && {
        sentence: `${lesson.title} is still marked as a draft.`,
        fix: { label: 'Mark as ready', edit: set('lesson', lesson.id, { state: 'ready' }) },
      },
  },
  {
    id: 'lesson-long',
    level: 'look',
    stage: 'release',
    reason: 'A lesson that alone takes more than a week is allowed for is where people stop.',
    remedy: 'Divide it, or raise the limit of a week under Plan.',
    check: (lesson, context) => {
      const minutes = context.minutes(lesson);
      return (
        minutes > context.course.weekLimit && {
          sentence: `${lesson.title} alone asks ${minutes} minutes, more than the ${context.course.weekLimit} a week aimed at.`,
        }
      );
    },
  },
  {
    id: 'lesson-no-minutes',
    level: 'look',
    stage: 'build',
    reason: 'A lesson of no minutes is missing from the tile map and from every week’s work.',
    remedy: 'Leave the minutes empty, so that they are worked out.',
    check: (lesson) =>
      lesson.minutes === 0 && {
        sentence: `${lesson.title} is set to 0 minutes by hand.`,
        fix: { label: 'Work them out', edit: set('lesson', lesson.id, { minutes: null }) },
      },
  },
  {
    id: 'lesson-serves-none',
    level: 'look',
    stage: 'plan',
    reason: 'A lesson that serves no outcome takes time from those that do.',
    remedy: 'Tick an outcome in the coverage table, or make the lesson optional.',
    check: (lesson, { outcomes }) =>
      outcomes.length > 0 &&
      lesson.required &&
      lesson.outcomes.length === 0 && { sentence: `${lesson.title} is required and serves none of the outcomes.` },
  },
  {
    id: 'lesson-opens-before-section',
    level: 'look',
    stage: 'release',
    reason: 'A lesson never opens before its section, so its own rule has no effect.',
    remedy: 'Let it open with its section, or open the section earlier.',
    check: (lesson, { starts }) =>
      isTimeRule(lesson.opens) &&
      countBefore(starts.at(lesson.opens), starts.opens(lesson.sectionId)) === starts.count && {
        sentence: `${lesson.title} is meant to open before its section, and will open with it.`,
        fix: { label: 'Open with its section', edit: set('lesson', lesson.id, { opens: null }) },
      },
  },
  {
    id: 'waits-circle',
    level: 'settle',
    stage: 'release',
    reason: 'Lessons that wait for each other never open for anybody.',
    remedy: 'Let one of them wait for nothing, or for a lesson outside the circle.',
    check: (lesson, { circleOf, outline }) => {
      const circle = circleOf(lesson.id);
      if (!circle) return null;
      const others = circle.filter((id) => id !== lesson.id).map((id) => outline.lesson[id]?.title ?? '');
      const isOwn = waitedFor(lesson).some((id) => circle.includes(id));
      return {
        sentence:
          others.length === 0
            ? `${lesson.title} waits for itself and never opens.`
            : `${lesson.title} never opens: it waits for lessons that wait for it (${listText(others)}).`,
        ...(isOwn && {
          fix: {
            label: 'Do not wait for them',
            edit: set(
              'lesson',
              lesson.id,
              waitingWithout(lesson, (id) => circle.includes(id)),
            ),
          },
        }),
      };
    },
  },
  {
    id: 'waits-unpublished',
    level: 'look',
    stage: 'release',
    reason: 'A lesson that is not published cannot be done, so it is not waited for.',
    remedy: 'Begin the planned lesson, or do not wait for it.',
    check: (lesson, { outline }) => {
      const isGone = (id: string) => !outline.lesson[id] || outline.lesson[id].state === 'planned';
      return (
        waitedFor(lesson).some(isGone) && {
          sentence: `${lesson.title} waits for a lesson that will not be published.`,
          fix: { label: 'Do not wait for it', edit: set('lesson', lesson.id, waitingWithout(lesson, isGone)) },
        }
      );
    },
  },
  {
    id: 'picture-undescribed',
    level: 'look',
    stage: 'build',
    reason: 'Who cannot see a picture has only its words (WCAG 2.2, 1.1.1).',
    remedy: 'Describe it in the text, or leave it out if it only decorates.',
    check: ({ title, pictureId, written }, { media }) => {
      const undescribed = written.undescribed + (pictureId !== null && media.get(pictureId)?.alt.trim() === '' ? 1 : 0);
      return (
        undescribed > 0 && {
          sentence: `${title}: ${undescribed === 1 ? '1 picture has' : `${undescribed} pictures have`} no words for those who cannot see.`,
        }
      );
    },
  },
  {
    id: 'weight-none',
    level: 'look',
    stage: 'assess',
    reason: 'Work that is marked and counts for nothing disappoints whoever did it.',
    remedy: 'Give it a weight, unless it is meant as practice.',
    check: (lesson) =>
      isGraded(lesson.kind) &&
      lesson.required &&
      lesson.weight === 0 && { sentence: `${lesson.title} is required, but does not count in the grade.` },
  },
];

/** A rule of some kinds names them, so that it is told of them alone. */
const ofKinds = [...new Set(lessonKinds.flatMap((kind) => lessonKindOf(kind).rules))].map((rule) => ({
  ...rule,
  kinds: lessonKinds.filter((kind) => lessonKindOf(kind).rules.includes(rule)),
}));
export const lessonRules: readonly Rule<Lesson>[] = [...rules, ...ofKinds];
