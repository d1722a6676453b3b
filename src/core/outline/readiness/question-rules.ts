import { type BodyOf, type KindRule, kindOf, type QuestionKind, questionKinds } from '../../quiz';
import type { Question } from '../types';
import { type Rule, set } from './rule';

/** A question with the name it is told by. */
export type NamedQuestion = {
  readonly question: Question;
  readonly name: string;
  /** Whether it is judged where it stands, in a film or a text, and not on a paper. */
  readonly isInPlace: boolean;
};

type OwnRule = KindRule<BodyOf<QuestionKind>>;

/** A rule of some kinds of question, as a rule over any: it looks at questions of these kinds alone. */
const ofKinds = (rule: OwnRule): Rule<NamedQuestion> => ({
  id: rule.id,
  level: rule.level,
  stage: 'assess',
  reason: rule.reason,
  remedy: rule.remedy,
  check: ({ question, name }) => {
    const found = kindOf(question.kind).rules.includes(rule) && rule.check(question.body, name);
    if (!found) return null;
    const { sentence, fix } = found;
    return fix ? { sentence, fix: { label: fix.label, edit: set('question', question.id, fix.fields) } } : { sentence };
  },
});

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
  ...[...new Set<OwnRule>(questionKinds.flatMap((kind) => kindOf(kind).rules))].map(ofKinds),
  {
    id: 'question-in-place',
    level: 'settle',
    stage: 'assess',
    reason: 'What stops a film, or stands in a text, is judged at once, and nobody is there to read it.',
    remedy: 'Choose another kind of question, or ask it in a quiz.',
    check: ({ question, name, isInPlace }) =>
      isInPlace &&
      kindOf(question.kind).judgedBy !== undefined && {
        sentence: `${name} cannot be judged at once: its kind is ${kindOf(question.kind).title.toLowerCase()}.`,
      },
  },
  {
    id: 'question-no-points',
    level: 'look',
    stage: 'assess',
    reason: 'A question worth nothing takes time and changes no result.',
    remedy: 'Give it points, unless it is meant as practice.',
    check: ({ question, name }) =>
      question.points === 0 &&
      kindOf(question.kind).judgedBy !== 'nobody' && {
        sentence: `${name} is worth 0 points.`,
        fix: { label: 'Give it 1 point', edit: set('question', question.id, { points: 1000 }) },
      },
  },
];
