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

/** Questions of the sample courses, written short. Points are thousandths. */
export const one = (
  prompt: string,
  points: number,
  options: Options,
  feedbackRight = '',
  feedbackWrong = '',
): QuestionInput => ({
  kind: 'one',
  prompt,
  points,
  body: optionsOf(options),
  feedbackRight,
  feedbackWrong,
});
export const several = (
  prompt: string,
  points: number,
  options: Options,
  feedbackRight = '',
  feedbackWrong = '',
): QuestionInput => ({
  kind: 'several',
  prompt,
  points,
  body: optionsOf(options),
  feedbackRight,
  feedbackWrong,
});
export const number = (
  prompt: string,
  points: number,
  value: string,
  tolerance: string,
  unit: string,
  feedbackRight = '',
  feedbackWrong = '',
): QuestionInput => ({
  kind: 'number',
  prompt,
  points,
  body: { value, tolerance, unit },
  feedbackRight,
  feedbackWrong,
});
export const statement = (prompt: string, points: number, holds: boolean, feedbackWrong = ''): QuestionInput => ({
  kind: 'true-false',
  prompt,
  points,
  body: { holds },
  feedbackRight: '',
  feedbackWrong,
});
export const word = (
  prompt: string,
  points: number,
  accepted: readonly string[],
  feedbackWrong = '',
): QuestionInput => ({
  kind: 'short-text',
  prompt,
  points,
  body: { accepted, matchCase: false, slips: 1 },
  feedbackRight: '',
  feedbackWrong,
});

const chosen = ({ options }: BodyOf<'one'>, knows: boolean) => ({
  chosen: knows ? options.filter(({ right }) => right).map(({ id }) => id) : options.slice(-1).map(({ id }) => id),
});
/** What a learner of the sample school answers who knows, or does not. */
const answers: { readonly [K in QuestionKind]: (body: BodyOf<K>, knows: boolean) => AnswerOf<K> } = {
  one: chosen,
  several: chosen,
  number: ({ value }, knows) => ({ typed: knows ? value : '0.7' }),
  'true-false': ({ holds }, knows) => ({ holds: holds === knows }),
  'short-text': ({ accepted: [form = ''] }, knows) => ({ typed: knows ? form : 'pool' }),
};
export const answerTo = (
  { kind, body }: { readonly kind: QuestionKind; readonly body: BodyOf<QuestionKind> },
  knows: boolean,
): AnswerOf<QuestionKind> =>
  (answers[kind] as (body: BodyOf<QuestionKind>, knows: boolean) => AnswerOf<QuestionKind>)(body, knows);
