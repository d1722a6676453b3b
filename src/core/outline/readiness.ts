import { compare, rational } from '../kernel/exact';
import type { MediaFacts } from '../media';
import { learnerMinutes, wordsIn } from './minutes';
import { courseOf, isGraded, type Lesson, lessonsBySection, type Outline, type OutlineTable, type Question, sectionsOf } from './types';

/** Something that stands in the way of publishing, or is worth a look, with its place and its fix. */
export type Finding = {
  readonly rule: string;
  readonly level: 'settle' | 'look';
  readonly sentence: string;
  readonly place: { readonly table: OutlineTable; readonly id: string; readonly stage: 'plan' | 'build' | 'release' | 'assess' | 'award' };
};

export type LessonFill = 'ready' | 'draft' | 'empty';

/** Whether a lesson holds anything for a learner to do. */
export function hasContent(lesson: Lesson, questions: number): boolean {
  switch (lesson.kind) {
    case 'reading':
      return wordsIn(lesson.text) > 0;
    case 'film':
    case 'document':
      return lesson.mediaId !== null;
    case 'quiz':
      return questions > 0;
    case 'assignment':
      return wordsIn(lesson.text) > 0;
  }
}

export const fillOf = (lesson: Lesson, questions: number): LessonFill =>
  lesson.state === 'planned' || !hasContent(lesson, questions) ? 'empty' : lesson.state === 'draft' ? 'draft' : 'ready';

type Context = {
  readonly outline: Outline;
  readonly media: ReadonlyMap<string, MediaFacts>;
  readonly questions: ReadonlyMap<string, readonly Question[]>;
};
type Say = (level: Finding['level'], rule: string, sentence: string, stage?: Finding['place']['stage']) => void;

const contentRules: Record<Lesson['kind'], (lesson: Lesson, context: Context, say: Say) => void> = {
  reading: (lesson, _context, say) => {
    if (wordsIn(lesson.text) === 0) say('settle', 'reading-empty', `${lesson.title} has no text.`);
  },
  film: (lesson, { media }, say) => {
    const film = lesson.mediaId ? media.get(lesson.mediaId) : undefined;
    if (!film) return say('settle', 'film-missing', `${lesson.title} has no film.`);
    if (film.state === 'failed') say('settle', 'film-failed', `The film of ${lesson.title} cannot be played: ${film.problem ?? 'it could not be read'}`);
    if (film.state === 'waiting') say('look', 'film-waiting', `The film of ${lesson.title} is still being worked on.`);
    if (film.state === 'ready' && film.captions.length === 0) say('look', 'film-captions', `${lesson.title} has no captions.`);
  },
  document: (lesson, { media }, say) => {
    const file = lesson.mediaId ? media.get(lesson.mediaId) : undefined;
    if (!file) say('settle', 'document-missing', `${lesson.title} has no file.`);
    else if (file.state === 'failed') say('settle', 'document-failed', `The PDF of ${lesson.title} cannot be read.`);
  },
  quiz: (lesson, { questions }, say) => {
    const paper = questions.get(lesson.id) ?? [];
    if (paper.length === 0) return say('settle', 'quiz-empty', `${lesson.title} has no questions.`, 'assess');
    const points = paper.reduce((total, question) => total + question.points, 0);
    const pass = lesson.quiz?.passPercent ?? 0;
    if (pass > 0 && points === 0)
      say('settle', 'quiz-unreachable', `${lesson.title}: pass mark ${pass} % cannot be reached, its questions are worth 0 points.`, 'assess');
    for (const [i, question] of paper.entries()) questionRules(lesson, question, i + 1, say);
  },
  assignment: (lesson, _context, say) => {
    const settings = lesson.assignment;
    if (wordsIn(lesson.text) === 0) say('settle', 'assignment-empty', `${lesson.title} does not say what to do.`);
    if (!settings) return;
    if (settings.passPoints > settings.points) say('settle', 'assignment-unreachable', `${lesson.title}: the pass mark is above the full points.`, 'assess');
    if (!settings.takesText && settings.files === 0) say('settle', 'assignment-nothing', `${lesson.title} takes neither text nor files.`, 'assess');
    if (settings.files > 0 && settings.megabytes < 5)
      say('look', 'assignment-small-files', `${lesson.title} takes files up to ${settings.megabytes} MB; a photo from a phone is often larger.`, 'assess');
    if (settings.due?.when === 'start') say('look', 'assignment-due-at-start', `${lesson.title} is due at the start.`, 'assess');
  },
};

function questionRules(lesson: Lesson, question: Question, number: number, say: Say) {
  const name = `${lesson.title}, question ${number}`;
  if (question.prompt.trim() === '') say('settle', 'question-empty', `${name} asks nothing yet.`, 'assess');
  if (question.kind === 'number') {
    if (question.value.trim() === '') say('settle', 'question-value', `${name} has no right answer.`, 'assess');
    return;
  }
  if (question.options.length < 2) say('settle', 'question-options', `${name} has fewer than two options.`, 'assess');
  if (question.options.some((option) => option.text.trim() === '')) say('settle', 'question-option-empty', `${name} has an option without words.`, 'assess');
  const right = question.options.filter((option) => option.right).length;
  if (right === 0) say('settle', 'question-no-right', `${name} has no right option.`, 'assess');
  if (question.kind === 'one' && right > 1)
    say('look', 'question-many-right', `${name}: one choice, but ${right} options are right; any of them earns the points.`, 'assess');
}

/**
 * Everything there is to settle or to look at, in the order of the course. Planned lessons are not
 * published, so only their number is told.
 */
export function readiness(outline: Outline, media: ReadonlyMap<string, MediaFacts>): Finding[] {
  const found: Finding[] = [];
  const course = courseOf(outline);
  const questions = new Map<string, Question[]>();
  for (const question of Object.values(outline.question)) {
    const paper = questions.get(question.lessonId);
    if (paper) paper.push(question);
    else questions.set(question.lessonId, [question]);
  }
  for (const paper of questions.values()) paper.sort((a, b) => (a.order < b.order ? -1 : 1));
  const context: Context = { outline, media, questions };
  const sayAt =
    (table: OutlineTable, id: string, usual: Finding['place']['stage']): Say =>
    (level, rule, sentence, stage = usual) => {
      found.push({ rule, level, sentence, place: { table, id, stage } });
    };

  const lessons = lessonsBySection(outline);
  const sections = sectionsOf(outline);
  let planned = 0;
  let shown = 0;
  let weights = 0;
  for (const section of sections) {
    const own = lessons.get(section.id) ?? [];
    if (own.length === 0) sayAt('section', section.id, 'build')('look', 'section-empty', `Section "${section.title}" has no lessons and will not be shown.`);
    for (const lesson of own) {
      if (lesson.state === 'planned') {
        planned += 1;
        continue;
      }
      shown += 1;
      const say = sayAt('lesson', lesson.id, 'build');
      contentRules[lesson.kind](lesson, context, say);
      const paper = questions.get(lesson.id)?.length ?? 0;
      if (hasContent(lesson, paper) && lesson.state === 'draft') say('look', 'lesson-draft', `${lesson.title} is still marked as a draft.`);
      const minutes = learnerMinutes(lesson, (lesson.mediaId && media.get(lesson.mediaId)) || null, paper);
      if (minutes > course.weekLimit)
        say('look', 'lesson-long', `${lesson.title} alone asks ${minutes} minutes, more than the ${course.weekLimit} a week aimed at.`, 'release');
      if (isGraded(lesson.kind)) weights += lesson.weight;
    }
  }
  const say = sayAt('course', course.id, 'plan');
  if (shown === 0) say('settle', 'course-empty', 'The course has no lessons to publish yet.', 'build');
  if (planned > 0)
    say(
      'look',
      'lessons-planned',
      planned === 1 ? '1 lesson is only planned and will not be shown.' : `${planned} lessons are only planned and will not be shown.`,
      'build',
    );
  if (course.description.trim() === '') say('look', 'course-description', 'The course has no description.');
  const { award } = course;
  if (award.on && award.minPercent !== null && compare(rational(weights), rational(0)) === 0) {
    say('settle', 'award-unreachable', `The certificate asks for a grade of ${award.minPercent} %, but nothing in the course is graded.`, 'award');
  }
  if (award.on && course.completion.mode === 'free')
    say('look', 'award-free', 'Learners finish at will, so anybody can take the certificate at once.', 'award');
  const rank = { settle: 0, look: 1 } as const;
  return found.sort((a, b) => rank[a.level] - rank[b.level]);
}
