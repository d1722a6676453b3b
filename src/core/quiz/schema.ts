import { array, boolean, number, object, string } from 'yup';
import { readNumber } from './number';
import { questionKinds } from './types';

const whole = (what: string) => number().typeError(`Give ${what} as a number.`).integer(`Give ${what} as a whole number.`);
/** Whether a number can be read with one sign for decimals or the other; with which, is for the quiz to say. */
const readable = (text: string) =>
  readNumber(text, text.replace(/^[^\p{L}%°]*/u, ''), 'point').ok || readNumber(text, text.replace(/^[^\p{L}%°]*/u, ''), 'comma').ok;
const decimalText = (sentence: string) =>
  string()
    .max(40, sentence)
    .test('decimal', sentence, (value) => !value || readable(value.trim()))
    .defined();

export const quizSettingsSchema = object({
  passPercent: whole('the pass mark').min(0, 'A pass mark is at least 0 %.').max(100, 'A pass mark is at most 100 %.').required(),
  attempts: whole('the attempts').min(1, 'Allow at least one attempt.').max(100, 'Allow at most 100 attempts.').nullable().defined(),
  minutes: whole('the time limit').min(1, 'Allow at least one minute.').max(1440, 'Allow at most 1,440 minutes.').nullable().defined(),
  counts: string().oneOf(['best', 'mean', 'first', 'last']).required(),
  shows: string().oneOf(['points-and-answers', 'points', 'nothing']).required(),
  decimals: string().oneOf(['point', 'comma']),
}).noUnknown();

/** Fields of a question, each on its own, so that one can be set without the others. */
export const questionFields = {
  kind: string().oneOf(questionKinds).required(),
  prompt: string().max(4000, 'Keep a question under 4,000 characters.').defined(),
  points: whole('the points').min(0, 'Points are at least 0.').max(1_000_000, 'Give at most 1,000 points.').required(),
  options: array()
    .of(
      object({
        id: string().max(40).required(),
        text: string().max(1000, 'Keep an option under 1,000 characters.').defined(),
        right: boolean().required(),
        feedback: string().max(1000, 'Keep feedback under 1,000 characters.').defined(),
      }).noUnknown(),
    )
    .max(20, 'Give at most 20 options.')
    .required(),
  value: decimalText('Write a number, for example 0.45.'),
  tolerance: decimalText('Write a number or a percentage, for example 0.02 or 5 %.'),
  unit: string().max(20, 'Keep the unit under 20 characters.').defined(),
  feedbackRight: string().max(2000, 'Keep feedback under 2,000 characters.').defined(),
  feedbackWrong: string().max(2000, 'Keep feedback under 2,000 characters.').defined(),
};

const option = object({ chosen: array().of(string().max(40).required()).max(20).required() }).noUnknown();
const typed = object({ typed: string().max(200, 'Write at most 200 characters.').defined() }).noUnknown();

/** An answer as it comes from outside. */
export const answerSchema = object({
  chosen: array().of(string().max(40).required()).max(20),
  typed: string().max(200, 'Write at most 200 characters.'),
})
  .noUnknown()
  .test('one', 'Choose an option or write a number.', (value) => option.isValidSync(value, { strict: true }) || typed.isValidSync(value, { strict: true }));
