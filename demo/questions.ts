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
) =>
  ({
    kind,
    prompt,
    category: '',
    points,
    body,
    media: null,
    hint: '',
    feedbackRight,
    feedbackPart: '',
    feedbackWrong,
  }) as QuestionInput;

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

export const essay = (prompt: string, points: number, fromWords: number, toWords: number, guide: string) =>
  asked('essay', prompt, points, { fromWords, toWords, guide }, []);
export const opinion = (statement: string) =>
  asked('opinion', statement, 0, { steps: ['not at all', 'a little', 'partly', 'mostly', 'wholly'] }, []);

/** Two questions whose figures show that something is wrong with them: one is marked wrongly, one is a guess. */
const widths: Options = [
  ['stays the same', true, 'The same water has more room.'],
  ['doubles', false],
  ['grows four times', false],
];
export const wronglyMarked = one(
  'A river doubles its width at the same depth and speed. Its discharge …',
  1000,
  widths,
);
/** How it is, and what who knows it answers. */
const asItIs: BodyOf<'one'> = {
  options: optionsOf(widths).options.map((option) => ({ ...option, right: option.text === 'doubles' })),
};
export const guessed = several('Which of these make the float run too slow?', 1000, [
  ['Wind from downstream', true],
  ['Weed that holds the float', true],
  ['A warm day', false],
  ['A shaded bank', false],
]);

/** One of several, by how a die that is cast from 0 to 1 falls. */
const oneOf = <T>(list: readonly T[], die: number): T | undefined => list[Math.floor(die * list.length)];

/** Who does not know takes one of the others for right, and where several are right misses one of them as well. */
const chosen = ({ options }: BodyOf<'one'>, knows: boolean, die: number) => {
  const right = options.filter((option) => option.right);
  const other = oneOf(
    options.filter((option) => !option.right),
    die,
  );
  if (knows) return { chosen: right.map(({ id }) => id) };
  return { chosen: [...right.slice(1, die < 0.6 ? undefined : 1), ...(other ? [other] : [])].map(({ id }) => id) };
};
const texts = {
  good: `Below the weir the water is slow, so silt settles and covers the stones. Stoneflies and mayfly larvae need clean gaps between stones, where the water brings them oxygen, and they are missing from our sample. Worms and midge larvae live in the silt itself, and of them we found many.

Upstream of the weir we found the opposite, in the same hour and with the same net, so I put it down to the bed and not to the day.`,
  short: 'Because it is dirtier there, and the animals do not like that.',
};
const misread = ['0.7', '0.55', '1.2', '0.47', '5.5'];
/** What a learner of the sample school answers who knows, or does not. */
const answers: { readonly [K in QuestionKind]: (body: BodyOf<K>, knows: boolean, die: number) => AnswerOf<K> } = {
  one: chosen,
  several: chosen,
  number: ({ value }, knows, die) => ({ typed: (knows ? value : oneOf(misread, die)) ?? '' }),
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
  place: ({ areas }, knows) => ({
    points: [],
    areas: areas
      .filter(({ right }) => right === knows)
      .slice(0, 1)
      .map(({ id }) => id),
  }),
  essay: (_body, knows) => ({ text: knows ? texts.good : texts.short }),
  // A file of the sample is uploaded where it is handed in.
  files: () => ({ files: [] }),
  opinion: ({ steps }, _knows, die) => ({ step: Math.min(steps.length - 1, Math.floor(die * steps.length)) }),
  'short-text': ({ accepted: [form = ''] }, knows) => ({ typed: knows ? form : 'pool' }),
};
export const answerTo = (
  { kind, body, prompt }: { readonly kind: QuestionKind; readonly body: BodyOf<QuestionKind>; readonly prompt: string },
  knows: boolean,
  die: number,
): AnswerOf<QuestionKind> => {
  const answer = answers[kind] as (body: BodyOf<QuestionKind>, knows: boolean, die: number) => AnswerOf<QuestionKind>;
  return answer(prompt === wronglyMarked.prompt ? asItIs : body, knows, die);
};
