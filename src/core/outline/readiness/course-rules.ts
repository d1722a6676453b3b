import { counted } from '../../kernel/words';
import type { Outcome, Section } from '../types';
import { type Rule, set } from './rule';

/** Rules over the course as a whole. */
export const courseRules: readonly Rule<null>[] = [
  {
    id: 'course-empty',
    level: 'settle',
    stage: 'build',
    reason: 'An edition without lessons is nothing to take.',
    remedy: 'Make a lesson, or set a planned one to draft or ready.',
    check: (_, { shown }) => shown.length === 0 && { sentence: 'The course has no lessons to publish yet.' },
  },
  {
    id: 'lessons-planned',
    level: 'look',
    stage: 'build',
    reason: 'Planned lessons are left out of an edition; nobody should be surprised by that.',
    remedy: 'Begin them, or leave them for a later edition.',
    check: (_, { outline, shown }) => {
      const planned = Object.keys(outline.lesson).length - shown.length;
      return (
        planned > 0 && {
          sentence: `${counted(planned, 'lesson is', 'lessons are')} only planned and will not be shown.`,
        }
      );
    },
  },
  {
    id: 'course-description',
    level: 'look',
    stage: 'plan',
    reason: 'The description is the first thing a learner reads of a course.',
    remedy: 'Write two or three sentences under Plan.',
    check: (_, { course }) => course.description.trim() === '' && { sentence: 'The course has no description.' },
  },
  {
    id: 'course-promise',
    level: 'look',
    stage: 'plan',
    reason: 'Without a promise nobody can say whether the course kept it.',
    remedy: 'Say under Plan what a learner can do afterwards.',
    check: (_, { course }) =>
      course.promise.trim() === '' && { sentence: 'The course does not say what a learner can do afterwards.' },
  },
  {
    id: 'course-audience',
    level: 'look',
    stage: 'plan',
    reason: 'People find out too late that a course was not made for them.',
    remedy: 'Say under Plan who it is for.',
    check: (_, { course }) => course.audience.trim() === '' && { sentence: 'The course does not say who it is for.' },
  },
  {
    id: 'course-nothing-required',
    level: 'look',
    stage: 'build',
    reason: 'A course in which nothing is required is complete before it is begun.',
    remedy: 'Require at least one lesson, or let learners finish at will.',
    check: (_, { course, shown }) =>
      shown.length > 0 &&
      course.completion.mode !== 'free' &&
      !shown.some((lesson) => lesson.required) && {
        sentence: 'No lesson is required, so everybody has completed the course at once.',
      },
  },
  {
    id: 'award-unreachable',
    level: 'settle',
    stage: 'award',
    reason: 'A certificate that asks for a grade where nothing is graded is never awarded.',
    remedy: 'Give a quiz, an assignment or the checkpoints of a film a weight, or ask for no grade.',
    check: (_, { course, shown, worthOf }) =>
      course.award.on &&
      course.award.minPercent !== null &&
      !shown.some((lesson) => lesson.weight > 0 && worthOf(lesson) > 0) && {
        sentence: `The certificate asks for a grade of ${course.award.minPercent} %, but nothing in the course is graded.`,
        fix: {
          label: 'Ask for no grade',
          edit: set('course', course.id, { award: { ...course.award, minPercent: null } }),
        },
      },
  },
  {
    id: 'award-free',
    level: 'look',
    stage: 'award',
    reason: 'A certificate anybody can take without work says nothing about its holder.',
    remedy: 'Let the course be complete when the required lessons are done.',
    check: (_, { course }) =>
      course.award.on &&
      course.completion.mode === 'free' && {
        sentence: 'Learners finish at will, so anybody can take the certificate at once.',
        fix: {
          label: 'Ask for the required lessons',
          edit: set('course', course.id, { completion: { mode: 'strict' } }),
        },
      },
  },
  {
    id: 'award-signer',
    level: 'look',
    stage: 'award',
    reason: 'A certificate nobody stands behind is easily doubted.',
    remedy: 'Name who gives the course under Award.',
    check: (_, { course }) =>
      course.award.on &&
      course.award.teacher.trim() === '' && { sentence: 'The certificate names nobody who gives the course.' },
  },
];

/** Rules over each section. */
export const sectionRules: readonly Rule<Section>[] = [
  {
    id: 'section-empty',
    level: 'look',
    stage: 'build',
    reason: 'A section without lessons is not shown to learners.',
    remedy: 'Put lessons into it, or remove it.',
    check: (section, { lessonsIn }) =>
      lessonsIn.get(section.id)?.length === 0 && {
        sentence: `Section "${section.title}" has no lessons and will not be shown.`,
        fix: { label: 'Remove the section', edit: { do: 'remove', table: 'section', ids: [section.id] } },
      },
  },
  {
    id: 'section-unnamed',
    level: 'look',
    stage: 'build',
    reason: 'Learners see the name a section was given by itself.',
    remedy: 'Give it a name of its own.',
    check: (section) => section.title === 'New section' && { sentence: 'A section is still called "New section".' },
  },
];

/** Rules over each outcome. */
export const outcomeRules: readonly Rule<Outcome>[] = [
  {
    id: 'outcome-untaught',
    level: 'look',
    stage: 'plan',
    reason: 'What is promised and taught nowhere is a broken promise.',
    remedy: 'Tick the lessons that serve it in the coverage table, or plan one.',
    check: ({ id, text }, { taught, assessed }) =>
      !taught.has(id) && {
        sentence: assessed.has(id)
          ? `The outcome "${text}" is assessed, but no lesson teaches it.`
          : `No lesson serves the outcome "${text}".`,
      },
  },
  {
    id: 'outcome-unassessed',
    level: 'look',
    stage: 'plan',
    reason: 'What is never asked for cannot be vouched for.',
    remedy: 'Let a question, a quiz or an assignment serve it.',
    check: ({ id, text }, { taught, assessed }) =>
      taught.has(id) && !assessed.has(id) && { sentence: `Nothing assesses the outcome "${text}".` },
  },
];
