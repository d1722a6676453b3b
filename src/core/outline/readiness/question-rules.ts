import type { Question } from '../types';
import { type Rule, set } from './rule';

/** A question with the name it is told by. */
export type NamedQuestion = { readonly question: Question; readonly name: string };

const choices = ({ kind }: Question) => kind !== 'number';

/** Rules over each question of a quiz that would be published. */
export const questionRules: readonly Rule<NamedQuestion>[] = [
  {
    id: 'question-empty',
    level: 'settle',
    stage: 'assess',
    reason: 'A question without words cannot be answered.',
    remedy: 'Write it, or remove it.',
    check: ({ question, name }) =>
      question.prompt.trim() === '' && {
        sentence: `${name} asks nothing yet.`,
        fix: { label: 'Remove the question', edit: { do: 'remove', table: 'question', ids: [question.id] } },
      },
  },
  {
    id: 'question-value',
    level: 'settle',
    stage: 'assess',
    reason: 'Without a right answer every answer is wrong.',
    remedy: 'Give the right number.',
    check: ({ question, name }) => !choices(question) && question.value.trim() === '' && { sentence: `${name} has no right answer.` },
  },
  {
    id: 'question-options',
    level: 'settle',
    stage: 'assess',
    reason: 'One option is no choice.',
    remedy: 'Add an option.',
    check: ({ question, name }) => choices(question) && question.options.length < 2 && { sentence: `${name} has fewer than two options.` },
  },
  {
    id: 'question-option-empty',
    level: 'settle',
    stage: 'assess',
    reason: 'An option without words cannot be chosen on purpose.',
    remedy: 'Write it, or remove it.',
    check: ({ question, name }) => {
      const written = question.options.filter((option) => option.text.trim() !== '');
      if (!choices(question) || written.length === question.options.length) return null;
      const sentence = `${name} has an option without words.`;
      return written.length < 2 ? { sentence } : { sentence, fix: { label: 'Remove empty options', edit: set('question', question.id, { options: written }) } };
    },
  },
  {
    id: 'question-option-twice',
    level: 'look',
    stage: 'assess',
    reason: 'Of two options with the same words one is counted wrong for no reason.',
    remedy: 'Change or remove one of them.',
    check: ({ question, name }) => {
      const words = question.options.map((option) => option.text.normalize('NFC').replace(/\s+/g, ' ').trim()).filter(Boolean);
      return choices(question) && new Set(words).size < words.length && { sentence: `${name} has the same option twice.` };
    },
  },
  {
    id: 'question-no-right',
    level: 'settle',
    stage: 'assess',
    reason: 'Without a right option nobody can answer it.',
    remedy: 'Tick the right option.',
    check: ({ question, name }) => choices(question) && !question.options.some((option) => option.right) && { sentence: `${name} has no right option.` },
  },
  {
    id: 'question-many-right',
    level: 'look',
    stage: 'assess',
    reason: 'With one choice, any of several right options earns all points.',
    remedy: 'Make it several choices, or leave one option right.',
    check: ({ question, name }) => {
      const right = question.options.filter((option) => option.right).length;
      return (
        question.kind === 'one' &&
        right > 1 && {
          sentence: `${name}: one choice, but ${right} options are right; any of them earns the points.`,
          fix: { label: 'Make it several choices', edit: set('question', question.id, { kind: 'several' }) },
        }
      );
    },
  },
  {
    id: 'question-no-points',
    level: 'look',
    stage: 'assess',
    reason: 'A question worth nothing takes time and changes no result.',
    remedy: 'Give it points, unless it is meant as practice.',
    check: ({ question, name }) =>
      question.points === 0 && {
        sentence: `${name} is worth 0 points.`,
        fix: { label: 'Give it 1 point', edit: set('question', question.id, { points: 1000 }) },
      },
  },
];
