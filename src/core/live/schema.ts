import { array, boolean, number, object, string } from 'yup';
import { idSchema } from '../kernel/ids';
import { line } from '../kernel/line';
import { numberText } from '../kernel/locale';
import { accessSchema } from '../release';
import { repeatsFault } from './meetings';
import { type LiveSettings, liveForms } from './settings';

const whole = (name: string, least: number, most: number) =>
  number()
    .typeError(`Give ${name} as a number.`)
    .integer(`Give ${name} as a whole number.`)
    .min(least, `${name.charAt(0).toUpperCase()}${name.slice(1)}: at least ${least}.`)
    .max(most, `${name.charAt(0).toUpperCase()}${name.slice(1)}: at most ${numberText(most)}.`);
const lessons = array().of(idSchema).max(20, 'At most 20 lessons.').required();

/** What a creator can say of a live session. */
export const liveSchema = object({
  form: string().oneOf(liveForms).required(),
  when: accessSchema,
  minutes: whole('the length in minutes', 5, 720).required(),
  repeats: string()
    .max(300, 'Keep the rule under 300 characters.')
    .defined()
    .test('repeats', 'Say how often it repeats.', function (value) {
      const { when } = this.parent as Pick<LiveSettings, 'when'>;
      const fault = repeatsFault(value ?? '', when?.when === 'on-date' ? when.date : null);
      return fault === null || this.createError({ message: fault });
    }),
  joinBefore: whole('the minutes before', 0, 120).required(),
  muted: boolean().required(),
  seats: whole('the seats', 1, 100_000).nullable().defined(),
  counts: whole('the minutes that count', 1, 720).required(),
  plan: array()
    .of(
      object({
        id: idSchema,
        title: line(120, 'Keep a title under 120 characters.', 'Give the part a title.'),
        minutes: whole('the minutes of a part', 1, 720).required(),
      }).noUnknown(),
    )
    .max(30, 'At most 30 parts.')
    .required(),
  before: lessons,
  after: lessons,
})
  .noUnknown()
  .nullable()
  .defined();
