import { usualQuiz } from '../make';
import { isGraded, type Lesson } from '../types';
import { type Context, type Fix, type Rule, set, setAll } from './rule';
import { countBefore } from './starts';

/** What is empty can be kept as a plan: it is then no part of the edition. */
const planIt = (lesson: Lesson): Fix => ({ label: 'Leave it as planned', edit: set('lesson', lesson.id, { state: 'planned' }) });
const fileOf = (lesson: Lesson, { media }: Context) => (lesson.mediaId ? media.get(lesson.mediaId) : undefined);
const paperOf = (lesson: Lesson, { questionsIn }: Context) => questionsIn.get(lesson.id) ?? [];

/** Whether the lessons a lesson needs first lead back to it. What is only planned is not waited for, so nothing leads through it. */
function waitsForItself(lesson: Lesson, lessons: { readonly [id: string]: Lesson }): boolean {
  const seen = new Set<string>();
  const open = [...lesson.needs];
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (id === lesson.id) return true;
    if (seen.has(id)) continue;
    seen.add(id);
    if (lessons[id]?.state !== 'planned') open.push(...(lessons[id]?.needs ?? []));
  }
  return false;
}

/** Rules over each lesson that would be published. */
export const lessonRules: readonly Rule<Lesson>[] = [
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
      title !== 'New lesson' && (titles.get(title.toLowerCase()) ?? 0) > 1 && { sentence: `More than one lesson is called "${title}".` },
  },
  {
    id: 'lesson-draft',
    level: 'look',
    stage: 'build',
    reason: 'A draft is published like everything else; its maker may not have meant it.',
    remedy: 'Mark it as ready, or leave it as planned.',
    check: (lesson, context) =>
      lesson.state === 'draft' &&
      hasContent(lesson, paperOf(lesson, context).length) && {
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
      outcomes.length > 0 && lesson.required && lesson.outcomes.length === 0 && { sentence: `${lesson.title} is required and serves none of the outcomes.` },
  },
  {
    id: 'lesson-opens-before-section',
    level: 'look',
    stage: 'release',
    reason: 'A lesson never opens before its section, so its own rule has no effect.',
    remedy: 'Let it open with its section, or open the section earlier.',
    check: (lesson, { starts }) =>
      lesson.opens !== null &&
      countBefore(starts.at(lesson.opens), starts.opens(lesson.sectionId)) === starts.count && {
        sentence: `${lesson.title} is meant to open before its section, and will open with it.`,
        fix: { label: 'Open with its section', edit: set('lesson', lesson.id, { opens: null }) },
      },
  },
  {
    id: 'needs-circle',
    level: 'settle',
    stage: 'release',
    reason: 'Lessons that wait for each other never open for anybody.',
    remedy: 'Take one of the lessons needed first away.',
    check: (lesson, { outline }) =>
      lesson.needs.length > 0 &&
      waitsForItself(lesson, outline.lesson) && {
        sentence: `${lesson.title} waits for itself: it needs lessons that need it.`,
        fix: { label: 'Need nothing first', edit: set('lesson', lesson.id, { needs: [] }) },
      },
  },
  {
    id: 'needs-unpublished',
    level: 'look',
    stage: 'release',
    reason: 'A lesson that is not published cannot be done, so it is not waited for.',
    remedy: 'Begin the planned lesson, or take it away from those needed first.',
    check: (lesson, { outline }) => {
      const kept = lesson.needs.filter((id) => outline.lesson[id] && outline.lesson[id].state !== 'planned');
      return (
        kept.length < lesson.needs.length && {
          sentence: `${lesson.title} needs a lesson first that will not be published.`,
          fix: { label: 'Take it away', edit: set('lesson', lesson.id, { needs: kept }) },
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
        undescribed > 0 && { sentence: `${title}: ${undescribed === 1 ? '1 picture has' : `${undescribed} pictures have`} no words for those who cannot see.` }
      );
    },
  },
  {
    id: 'reading-empty',
    level: 'settle',
    stage: 'build',
    kinds: ['reading'],
    reason: 'An empty page tells learners that something went wrong.',
    remedy: 'Write the text, or leave the lesson as planned.',
    check: (lesson) => !saysSomething(lesson) && { sentence: `${lesson.title} has no text.`, fix: planIt(lesson) },
  },
  {
    id: 'film-missing',
    level: 'settle',
    stage: 'build',
    kinds: ['film'],
    reason: 'A film lesson without a film has nothing to show.',
    remedy: 'Upload the film, or leave the lesson as planned.',
    check: (lesson, context) => !fileOf(lesson, context) && { sentence: `${lesson.title} has no film.`, fix: planIt(lesson) },
  },
  {
    id: 'film-failed',
    level: 'settle',
    stage: 'build',
    kinds: ['film'],
    reason: 'A file that cannot be read cannot be played.',
    remedy: 'Upload the film again, in another form.',
    check: (lesson, context) => {
      const film = fileOf(lesson, context);
      return film?.state === 'failed' && { sentence: `The film of ${lesson.title} cannot be played: ${film.problem ?? 'it could not be read'}` };
    },
  },
  {
    id: 'film-waiting',
    level: 'look',
    stage: 'build',
    kinds: ['film'],
    reason: 'Until it has been worked on, a film may not play everywhere.',
    remedy: 'Wait a moment.',
    check: (lesson, context) => fileOf(lesson, context)?.state === 'waiting' && { sentence: `The film of ${lesson.title} is still being worked on.` },
  },
  {
    id: 'film-captions',
    level: 'look',
    stage: 'build',
    kinds: ['film'],
    reason: 'Who cannot hear, or sits in a train, needs captions (WCAG 2.2, 1.2.2).',
    remedy: 'Add captions as a WebVTT file.',
    check: (lesson, context) => {
      const film = fileOf(lesson, context);
      return film?.state === 'ready' && film.captions.length === 0 && { sentence: `${lesson.title} has no captions.` };
    },
  },
  {
    id: 'document-missing',
    level: 'settle',
    stage: 'build',
    kinds: ['document'],
    reason: 'A document lesson without a file has nothing to show.',
    remedy: 'Upload the PDF, or leave the lesson as planned.',
    check: (lesson, context) => !fileOf(lesson, context) && { sentence: `${lesson.title} has no file.`, fix: planIt(lesson) },
  },
  {
    id: 'document-failed',
    level: 'settle',
    stage: 'build',
    kinds: ['document'],
    reason: 'A file that cannot be read cannot be shown.',
    remedy: 'Upload the PDF again.',
    check: (lesson, context) => fileOf(lesson, context)?.state === 'failed' && { sentence: `The PDF of ${lesson.title} cannot be read.` },
  },
  {
    id: 'quiz-empty',
    level: 'settle',
    stage: 'assess',
    kinds: ['quiz'],
    reason: 'A quiz without questions can be neither taken nor passed.',
    remedy: 'Add a question, or leave the quiz as planned.',
    check: (lesson, context) => paperOf(lesson, context).length === 0 && { sentence: `${lesson.title} has no questions.`, fix: planIt(lesson) },
  },
  {
    id: 'quiz-unreachable',
    level: 'settle',
    stage: 'assess',
    kinds: ['quiz'],
    reason: 'A share of no points is never reached, so nobody can pass.',
    remedy: 'Give the questions points, or take the pass mark away.',
    check: (lesson, context) => {
      const paper = paperOf(lesson, context);
      const pass = lesson.quiz?.passPercent ?? 0;
      return (
        paper.length > 0 &&
        pass > 0 &&
        paper.every((question) => question.points === 0) && {
          sentence: `${lesson.title}: pass mark ${pass} % cannot be reached, its questions are worth 0 points.`,
          fix: {
            label: 'Give each question 1 point',
            edit: setAll(
              'question',
              paper.map(({ id }) => [id, { points: 1000 }] as const),
            ),
          },
        }
      );
    },
  },
  {
    id: 'quiz-one-attempt',
    level: 'look',
    stage: 'assess',
    kinds: ['quiz'],
    reason: 'Who fails the only attempt at a required quiz can never complete the course.',
    remedy: 'Allow a second attempt, or make the quiz optional.',
    check: (lesson, context) =>
      lesson.required &&
      lesson.quiz?.attempts === 1 &&
      lesson.quiz.passPercent > 0 &&
      context.course.completion.mode === 'strict' && {
        sentence: `${lesson.title} is required and allows one attempt: who fails it cannot complete the course.`,
        fix: { label: 'Allow any number of attempts', edit: set('lesson', lesson.id, { quiz: { ...usualQuiz, ...lesson.quiz, attempts: null } }) },
      },
  },
  {
    id: 'quiz-hurried',
    level: 'look',
    stage: 'assess',
    kinds: ['quiz'],
    reason: 'Under half a minute a question measures reading speed.',
    remedy: 'Give more time, or take the limit away.',
    check: (lesson, context) => {
      const count = paperOf(lesson, context).length;
      const limit = lesson.quiz?.minutes ?? null;
      return (
        limit !== null &&
        limit * 2 < count && {
          sentence: `${lesson.title} allows ${limit} ${limit === 1 ? 'minute' : 'minutes'} for ${count} questions.`,
          fix: { label: `Allow ${count} minutes`, edit: set('lesson', lesson.id, { quiz: { ...usualQuiz, ...lesson.quiz, minutes: count } }) },
        }
      );
    },
  },
  {
    id: 'weight-none',
    level: 'look',
    stage: 'assess',
    kinds: ['quiz', 'assignment'],
    reason: 'Work that is marked and counts for nothing disappoints whoever did it.',
    remedy: 'Give it a weight, unless it is meant as practice.',
    check: (lesson) =>
      isGraded(lesson.kind) && lesson.required && lesson.weight === 0 && { sentence: `${lesson.title} is required, but does not count in the grade.` },
  },
  {
    id: 'assignment-empty',
    level: 'settle',
    stage: 'build',
    kinds: ['assignment'],
    reason: 'Nobody can hand in what is not asked for.',
    remedy: 'Write what is to be done, or leave the assignment as planned.',
    check: (lesson) => lesson.written.words === 0 && { sentence: `${lesson.title} does not say what to do.`, fix: planIt(lesson) },
  },
  {
    id: 'assignment-unreachable',
    level: 'settle',
    stage: 'assess',
    kinds: ['assignment'],
    reason: 'A pass mark above the full points is never reached.',
    remedy: 'Lower the pass mark.',
    check: (lesson) => {
      const settings = lesson.assignment;
      return (
        settings !== null &&
        settings.passPoints > settings.points && {
          sentence: `${lesson.title}: the pass mark is above the full points.`,
          fix: {
            label: 'Set it to half',
            edit: set('lesson', lesson.id, { assignment: { ...settings, passPoints: Math.floor(settings.points / 2000) * 1000 } }),
          },
        }
      );
    },
  },
  {
    id: 'assignment-nothing',
    level: 'settle',
    stage: 'assess',
    kinds: ['assignment'],
    reason: 'An assignment that takes neither text nor files cannot be handed in.',
    remedy: 'Take a text, or allow files.',
    check: (lesson) => {
      const settings = lesson.assignment;
      return (
        settings !== null &&
        !settings.takesText &&
        settings.files === 0 && {
          sentence: `${lesson.title} takes neither text nor files.`,
          fix: { label: 'Take a text', edit: set('lesson', lesson.id, { assignment: { ...settings, takesText: true } }) },
        }
      );
    },
  },
  {
    id: 'assignment-small-files',
    level: 'look',
    stage: 'assess',
    kinds: ['assignment'],
    reason: 'A photo from a phone is often larger than 5 MB.',
    remedy: 'Allow larger files.',
    check: (lesson) => {
      const settings = lesson.assignment;
      return (
        settings !== null &&
        settings.files > 0 &&
        settings.megabytes < 5 && {
          sentence: `${lesson.title} takes files up to ${settings.megabytes} MB; a photo from a phone is often larger.`,
          fix: { label: 'Allow 20 MB', edit: set('lesson', lesson.id, { assignment: { ...settings, megabytes: 20 } }) },
        }
      );
    },
  },
  {
    id: 'assignment-due-at-start',
    level: 'look',
    stage: 'assess',
    kinds: ['assignment'],
    reason: 'Work that is due at the start is late before it is begun.',
    remedy: 'Let it be due later, or never.',
    check: (lesson) =>
      lesson.assignment?.due?.when === 'start' && {
        sentence: `${lesson.title} is due at the start.`,
        fix: { label: 'No due day', edit: set('lesson', lesson.id, { assignment: { ...lesson.assignment, due: null } }) },
      },
  },
  {
    id: 'assignment-due-before-open',
    level: 'settle',
    stage: 'release',
    kinds: ['assignment'],
    reason: 'Work that is due before it opens is late for everybody.',
    remedy: 'Let it be due later, or open it earlier.',
    check: (lesson, { starts }) =>
      lesson.assignment !== null &&
      dueTooSoon(lesson, starts) === starts.count && {
        sentence: `${lesson.title} is due before it opens.`,
        fix: { label: 'No due day', edit: set('lesson', lesson.id, { assignment: { ...lesson.assignment, due: null } }) },
      },
  },
  {
    id: 'assignment-due-before-open-for-some',
    level: 'look',
    stage: 'release',
    kinds: ['assignment'],
    reason: 'Whoever starts on some days, or late in the evening, gets work that is late before it opens.',
    remedy: 'Let it be due later, or open it earlier.',
    check: (lesson, { starts }) => {
      const count = dueTooSoon(lesson, starts);
      return count > 0 && count < starts.count && { sentence: `${lesson.title} is due before it opens for some, depending on the day and hour they start.` };
    },
  },
];

/** For how many starts an assignment is due before it opens; none where it is due at the start, which has a rule of its own. */
function dueTooSoon({ id, assignment }: Lesson, starts: Context['starts']): number {
  const due = assignment?.due ?? null;
  return due === null || due.when === 'start' ? 0 : countBefore(starts.at(due), starts.opens(id));
}

/** Whether a text says anything: in words, or in a picture that is described. */
const saysSomething = ({ written }: Lesson) => written.words > 0 || written.pictures > written.undescribed;

/** Whether a lesson holds anything for a learner to do. */
export function hasContent(lesson: Lesson, questions: number): boolean {
  switch (lesson.kind) {
    case 'reading':
    case 'assignment':
      return saysSomething(lesson);
    case 'film':
    case 'document':
      return lesson.mediaId !== null;
    case 'quiz':
      return questions > 0;
  }
}
