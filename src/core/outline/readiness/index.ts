import type { MediaFacts } from '../../media';
import { circlesIn, type Fault, type LearnerClock, planFaults, releaseState, standingAtPace } from '../../release';
import { releasedSections } from '../document';
import { isExercise } from '../exercises';
import { checkpointsOf } from '../film';
import { isGraded, lessonKindOf } from '../kinds';
import { learnerMinutes } from '../minutes';
import { paperSize } from '../papers';
import {
  byOrder,
  courseOf,
  type Lesson,
  lessonKinds,
  lessonsBySection,
  type Outline,
  type OutlineTable,
  outcomesOf,
  type Question,
  sectionsOf,
} from '../types';
import { courseRules, outcomeRules, sectionRules } from './course-rules';
import { lessonRules } from './lesson-rules';
import { planRules, wholePlanRules } from './plan-rules';
import { type NamedQuestion, questionRules } from './question-rules';
import type { Context, Finding, Rule, Stage } from './rule';
import { startsOf } from './starts-of';

export type { Finding, Fix } from './rule';

export type LessonFill = 'ready' | 'draft' | 'empty';

/** How far a lesson has come, as its tile shows it. */
export function fillOf(lesson: Lesson, questions: number): LessonFill {
  if (lesson.state === 'planned' || !lessonKindOf(lesson.kind).isFilled(lesson, questions)) return 'empty';
  return lesson.state === 'draft' ? 'draft' : 'ready';
}

function contextOf(outline: Outline, media: ReadonlyMap<string, MediaFacts>): Context {
  const questionsIn = new Map<string, Question[]>();
  for (const question of Object.values(outline.question)) {
    const paper = questionsIn.get(question.lessonId);
    if (paper) paper.push(question);
    else questionsIn.set(question.lessonId, [question]);
  }
  for (const paper of questionsIn.values()) paper.sort(byOrder);
  const lessonsIn = lessonsBySection(outline);
  const sections = sectionsOf(outline);
  const shown = sections
    .flatMap((section) => lessonsIn.get(section.id) ?? [])
    .filter((lesson) => lesson.state !== 'planned');
  const titles = new Map<string, number>();
  for (const { title } of shown) titles.set(title.toLowerCase(), (titles.get(title.toLowerCase()) ?? 0) + 1);
  const known = new Map<string, number>();
  const minutes = (lesson: Lesson): number => {
    const before = known.get(lesson.id);
    if (before !== undefined) return before;
    const worked = learnerMinutes(
      lesson,
      (lesson.mediaId && media.get(lesson.mediaId)) || null,
      paperSize(questionsIn.get(lesson.id) ?? []),
    );
    known.set(lesson.id, worked);
    return worked;
  };
  const starts = startsOf(outline);
  let faults: readonly Fault[] | null = null;
  let circles: ReadonlyMap<string, readonly string[]> | null = null;
  return {
    outline,
    course: courseOf(outline),
    media,
    sections,
    lessonsIn,
    questionsIn,
    outcomes: outcomesOf(outline),
    shown,
    titles,
    taught: new Set(shown.filter((lesson) => !isGraded(lesson.kind)).flatMap((lesson) => lesson.outcomes)),
    assessed: new Set(
      shown
        .filter((lesson) => isGraded(lesson.kind))
        .flatMap((lesson) => [
          ...lesson.outcomes,
          ...(questionsIn.get(lesson.id) ?? []).flatMap((question) => question.outcomes),
        ]),
    ),
    circleOf(lessonId) {
      circles ??= new Map(circlesIn(releasedSections(outline)).flatMap((circle) => circle.map((id) => [id, circle])));
      return circles.get(lessonId) ?? null;
    },
    faults(rule, lessonId) {
      faults ??= planFaultsOf(outline, starts.first, minutes);
      return faults.filter((one) => one.rule === rule && one.of === lessonId);
    },
    starts,
    worthOf: (lesson) => lessonKindOf(lesson.kind).fullPoints(lesson, questionsIn.get(lesson.id) ?? []),
    minutes,
  };
}

/** What of a plan does not work for somebody who starts at a moment and keeps up with it. */
function planFaultsOf(outline: Outline, clock: LearnerClock, minutes: (lesson: Lesson) => number): Fault[] {
  const course = courseOf(outline);
  const sections = releasedSections(outline).map((section) => ({
    ...section,
    lessons: section.lessons.map((lesson) => ({ ...lesson, learnerMinutes: minutes(lesson) })),
  }));
  const standing = standingAtPace(course, sections, clock, 'all');
  const state = releaseState(course, sections, { clock, standing, accessUntil: null }, Number.NEGATIVE_INFINITY);
  // What is empty has rules of its own, by its kind.
  const empty: ReadonlySet<string> = new Set();
  return planFaults({ course, sections, empty, state, clock, isCourseAccess: true, cohortEnds: null });
}

/**
 * The questions a lesson asks, with the names they are told by: those of its paper, those that stop its film, those in
 * its text.
 */
function asked(lesson: Lesson, questions: readonly Question[]): NamedQuestion[] {
  const { asks, file } = lessonKindOf(lesson.kind);
  const told = (what: string) => (question: Question, i: number) => ({
    question,
    name: `${lesson.title}, ${what} ${i + 1}`,
    isInPlace: !asks,
  });
  if (asks) return questions.map(told('question'));
  const exercises = questions.filter((question) => isExercise(lesson.kind, question)).map(told('exercise'));
  return file?.plays ? [...checkpointsOf(questions).map(told('checkpoint')), ...exercises] : exercises;
}

/**
 * Everything there is to settle or to look at, what is to be settled first, each in the order of the
 * course. Planned lessons are not published, so only their number is told.
 */
export function readiness(outline: Outline, media: ReadonlyMap<string, MediaFacts>): Finding[] {
  const context = contextOf(outline, media);
  const found: Finding[] = [];
  const look = <T>(rules: readonly Rule<T>[], one: T, table: OutlineTable, id: string, at?: Stage) => {
    for (const { id: rule, level, stage, check } of rules) {
      const said = check(one, context);
      if (said) found.push({ rule, level, ...said, place: { table, id, stage: at ?? stage } });
    }
  };
  for (const section of context.sections) {
    look(sectionRules, section, 'section', section.id);
    for (const lesson of context.lessonsIn.get(section.id) ?? []) {
      if (lesson.state === 'planned') continue;
      look(rulesByKind.get(lesson.kind) ?? [], lesson, 'lesson', lesson.id);
      for (const named of asked(lesson, context.questionsIn.get(lesson.id) ?? []))
        look(questionRules, named, 'lesson', lesson.id, lessonKindOf(lesson.kind).asks ? undefined : 'build');
    }
  }
  look([...courseRules, ...wholePlanRules], null, 'course', context.course.id);
  for (const outcome of context.outcomes) look(outcomeRules, outcome, 'outcome', outcome.id);
  const rank = { settle: 0, look: 1 } as const;
  return found.sort((a, b) => rank[a.level] - rank[b.level]);
}

const allLessonRules = [...lessonRules, ...planRules];
const rulesByKind = new Map(
  lessonKinds.map((kind) => [kind, allLessonRules.filter((rule) => !rule.kinds || rule.kinds.includes(kind))]),
);

/** docs/readiness.md, written from the rules themselves. */
export function readinessDocument(): string {
  const part = (title: string, rules: readonly Rule<never>[]) => [
    `## ${title}`,
    '',
    '| rule | level | stage | why | what to do |',
    '|---|---|---|---|---|',
    ...rules.map(
      ({ id, level, stage, kinds, reason, remedy }) =>
        `| \`${id}\`${kinds ? ` (${kinds.join(', ')})` : ''} | ${level === 'settle' ? 'must be settled' : 'worth a look'} | ${stage} | ${reason} | ${remedy} |`,
    ),
    '',
  ];
  const all = [courseRules, wholePlanRules, outcomeRules, sectionRules, allLessonRules, questionRules];
  return [
    '# Readiness',
    '',
    `What stands in the way of publishing, and what is worth a look: ${all.reduce((total, rules) => total + rules.length, 0)} rules, each a pure function over the working copy`,
    '(`src/core/outline/readiness`). This file is written from them; a test keeps it true.',
    '',
    ...part('The course', [...courseRules, ...wholePlanRules] as readonly Rule<never>[]),
    ...part('Outcomes', outcomeRules as readonly Rule<never>[]),
    ...part('Sections', sectionRules as readonly Rule<never>[]),
    ...part('Lessons', allLessonRules as readonly Rule<never>[]),
    ...part('Questions', questionRules as readonly Rule<never>[]),
  ].join('\n');
}
