import { array, boolean, mixed, number, object, string } from 'yup';
import { idSchema } from '../kernel/ids';
import { parsed } from '../kernel/parse';
import type { Result } from '../kernel/problem';
import { personAsksSchema } from './about';
import { bandsSchema } from './bands';
import { drawSchema } from './bank';
import { followsSchema } from './follows';
import { forWhomSchema } from './for-whom';
import { type BodyOf, kindOf, type QuestionKind, questionKinds } from './kinds';
import { questionMediaSchema } from './question-media';
import { type Answer, type Answers, atEnds, correctionDoes, pagings, type QuestionContent, sayings } from './types';

const whole = (what: string) =>
  number().typeError(`Give ${what} as a number.`).integer(`Give ${what} as a whole number.`);
export const quizSettingsSchema = object({
  passPercent: whole('the pass mark')
    .min(0, 'A pass mark is at least 0 %.')
    .max(100, 'A pass mark is at most 100 %.')
    .required(),
  attempts: whole('the attempts')
    .min(1, 'Allow at least one attempt.')
    .max(100, 'Allow at most 100 attempts.')
    .nullable()
    .defined(),
  minutes: whole('the time limit')
    .min(1, 'Allow at least one minute.')
    .max(1440, 'Allow at most 1,440 minutes.')
    .nullable()
    .defined(),
  counts: string().oneOf(['best', 'mean', 'first', 'last']).required(),
  shows: string().oneOf(['points-and-answers', 'points', 'nothing']).required(),
  decimals: string().oneOf(['point', 'comma']),
  shuffles: string().oneOf(['nothing', 'questions', 'options', 'both']),
  atEnd: string().oneOf(atEnds),
  waitHours: whole('the hours between attempts')
    .min(0, 'A wait is at least 0 hours.')
    .max(8760, 'A wait is at most 8,760 hours, which is a year.'),
  pages: string().oneOf(pagings),
  goesBack: boolean(),
  mustAnswer: boolean(),
  beginsAtOnce: boolean(),
  overview: boolean(),
  showsFrom: string()
    .matches(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\dZ$/, 'Give the day from which results are shown.')
    .nullable(),
  bands: bandsSchema,
  average: boolean(),
  judges: boolean(),
  board: boolean(),
  follows: followsSchema,
  forWhom: forWhomSchema.default(undefined).optional(),
  asks: personAsksSchema.default(undefined).optional(),
  certifies: boolean(),
  says: array().of(string().oneOf(sayings).required()).max(sayings.length, 'Choose each of them once.'),
  draws: array().of(drawSchema.required()).max(50, 'A quiz draws at most 50 times.'),
}).noUnknown();

/** What is to be done about a question that was found wrong, in which of its versions, and what is right as well. */
export const correctionFields = {
  questionId: idSchema,
  questionSum: string()
    .matches(/^[0-9a-f]{64}$/, 'Which version of the question is meant is not plain.')
    .required(),
  does: string().oneOf(correctionDoes).required(),
  accepted: mixed<Answer>((value): value is Answer => typeof value === 'object')
    .nullable()
    .defined(),
  worth: whole('the points').min(0, 'Points are at least 0.').max(1_000_000, 'Give at most 1,000 points.').nullable(),
  nobodyLoses: boolean().required(),
};

/** Fields of a question, each on its own, so that one can be set without the others. */
export const questionFields = {
  kind: string().oneOf(questionKinds).required(),
  category: string().max(80, 'Keep a category under 80 characters.').defined(),
  prompt: string().max(4000, 'Keep a question under 4,000 characters.').defined(),
  points: whole('the points').min(0, 'Points are at least 0.').max(1_000_000, 'Give at most 1,000 points.').required(),
  media: questionMediaSchema,
  /** Checked by the kind of its question, see `checkBody`. */
  body: mixed<BodyOf<QuestionKind>>(
    (value): value is BodyOf<QuestionKind> => typeof value === 'object' && value !== null,
  ).required(),
  feedbackRight: string().max(2000, 'Keep feedback under 2,000 characters.').defined(),
  hint: string().max(2000, 'Keep a hint under 2,000 characters.').defined(),
  feedbackPart: string().max(2000, 'Keep feedback under 2,000 characters.').defined(),
  feedbackWrong: string().max(2000, 'Keep feedback under 2,000 characters.').defined(),
};

/** A body as a question of a kind may hold it. */
export const checkBody = (kind: QuestionKind, body: unknown): Result<BodyOf<QuestionKind>> =>
  parsed(kindOf(kind).body, body, 'This does not belong to this kind of question.');

/** A body in its maker's words, whichever kind it belongs to. */
export function bodyText(body: unknown): string {
  const kind = questionKinds.map(kindOf).find((one) => one.body.isValidSync(body, { strict: true }));
  return kind ? kind.bodyText(body as BodyOf<QuestionKind>) : '';
}

/** An answer as it comes from outside, to a question of a kind with a body. */
export function checkAnswer(kind: QuestionKind, body: BodyOf<QuestionKind>, raw: unknown): Result<Answer> {
  const own = kindOf(kind);
  const answer = parsed(own.answer, raw, 'This is no answer to this kind of question.');
  if (!answer.ok) return answer;
  const fits = own.fits(body, answer.value);
  return fits.ok ? answer : fits;
}

/** Answers as they were kept or sent, to the questions there are. What is none of its question's kind is left open. */
export function readAnswers(
  questions: readonly (Pick<QuestionContent, 'kind' | 'body'> & { readonly id: string })[],
  raw: unknown,
): Answers {
  if (typeof raw !== 'object' || raw === null) return {};
  const given = raw as { readonly [questionId: string]: unknown };
  return Object.fromEntries(
    questions.flatMap(({ id, kind, body }) => {
      const answer = Object.hasOwn(given, id) ? checkAnswer(kind, body, given[id]) : null;
      return answer?.ok ? [[id, answer.value]] : [];
    }),
  );
}
