import type { AnswerOf, BodyOf, QuestionKind } from '../src/core/quiz';
import type { QuestionInput } from './shapes';

type Options = readonly (readonly [text: string, right: boolean, feedback?: string])[];
const optionsOf = (options: Options) => ({
  options: options.map(([text, right, feedback = ''], i) => ({
    id: String.fromCharCode(97 + i),
    text,
    right,
    feedback,
  })),
});

/** What is said afterwards: when it was right, and when it was not. */
type Said = readonly [feedbackRight?: string, feedbackWrong?: string];
const asked = <K extends QuestionKind>(
  kind: K,
  prompt: string,
  points: number,
  body: BodyOf<K>,
  [feedbackRight = '', feedbackWrong = '']: Said,
) => ({ kind, prompt, points, body, hint: '', feedbackRight, feedbackPart: '', feedbackWrong }) as QuestionInput;

/** Questions of the sample courses, written short. Points are thousandths. */
export const one = (prompt: string, points: number, options: Options, ...said: Said) =>
  asked('one', prompt, points, optionsOf(options), said);
export const several = (prompt: string, points: number, options: Options, ...said: Said) =>
  asked('several', prompt, points, optionsOf(options), said);
export const number = (prompt: string, points: number, value: string, tolerance: string, unit: string, ...said: Said) =>
  asked('number', prompt, points, { value, tolerance, unit }, said);
export const statement = (prompt: string, points: number, holds: boolean, feedbackWrong = '') =>
  asked('true-false', prompt, points, { holds }, ['', feedbackWrong]);
export const word = (prompt: string, points: number, accepted: readonly string[], feedbackWrong = '') =>
  asked('short-text', prompt, points, { accepted, matchCase: false, slips: 1 }, ['', feedbackWrong]);

const chosen = ({ options }: BodyOf<'one'>, knows: boolean) => ({
  chosen: knows ? options.filter(({ right }) => right).map(({ id }) => id) : options.slice(-1).map(({ id }) => id),
});
/** What a learner of the sample school answers who knows, or does not. */
const answers: { readonly [K in QuestionKind]: (body: BodyOf<K>, knows: boolean) => AnswerOf<K> } = {
  one: chosen,
  several: chosen,
  number: ({ value }, knows) => ({ typed: knows ? value : '0.7' }),
  'true-false': ({ holds }, knows) => ({ holds: holds === knows }),
  gaps: ({ text }, knows) => ({
    gaps: [...text.matchAll(/\[([^|\]]*)[^\]]*\]/g)].map(([, form = '']) => (knows ? form : '')),
  }),
  order: ({ items }, knows) => {
    const ids = items.map(({ id }) => id);
    return { order: knows ? ids : ids.toReversed() };
  },
  matching: ({ pairs }, knows) => ({
    placed: pairs.map((pair, i) => ({
      row: pair.id,
      place: (knows ? pair : pairs[(i + 1) % pairs.length])?.match ?? '',
    })),
  }),
  grouping: ({ groups: [first], items }, knows) => ({
    placed: items.map(({ id, groupId }) => ({ row: id, place: knows ? groupId : (first?.id ?? groupId) })),
  }),
  'short-text': ({ accepted: [form = ''] }, knows) => ({ typed: knows ? form : 'pool' }),
};
export const answerTo = (
  { kind, body }: { readonly kind: QuestionKind; readonly body: BodyOf<QuestionKind> },
  knows: boolean,
): AnswerOf<QuestionKind> =>
  (answers[kind] as (body: BodyOf<QuestionKind>, knows: boolean) => AnswerOf<QuestionKind>)(body, knows);
