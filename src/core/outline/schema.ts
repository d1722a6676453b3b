import { array, boolean, mixed, number, object, string } from 'yup';
import { assignmentSettingsSchema } from '../assignment';
import { awardSchema } from '../certificate';
import { completionSchema, missingSchema } from '../gradebook';
import { bare } from '../kernel/bare';
import { idSchema, optionalId } from '../kernel/ids';
import { line } from '../kernel/line';
import { numberText } from '../kernel/locale';
import { parsed } from '../kernel/parse';
import { fail, ok, type Result } from '../kernel/problem';
import { liveSchema } from '../live';
import { checkBody, type QuestionKind, questionFields, quizSettingsSchema } from '../quiz';
import { accessSchema, closingRuleSchema, openingRuleSchema, rhythmSchema, zoneSchema } from '../release';
import { linkFault } from './link';
import { textFault } from './rich-text';
import { doneRuleSchema, settingsSchema } from './settings';
import {
  attachmentAccess,
  countdownForms,
  lessonKinds,
  lessonStates,
  mediums,
  type OutlineTable,
  type RichText,
} from './types';

export const titleSchema = line(200, 'Keep a title under 200 characters.', 'Give it a title.');

/** Pages of learners that stand beside their courses: no course has the address of one. */
const ownPages = ['calendar', 'certificates'];

export const slugSchema = string()
  .notOneOf(ownPages, 'This address is that of a page of the school. Choose another one.')
  .max(60, 'Keep the address under 60 characters.')
  .matches(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'Use small letters, digits and single hyphens, for example stream-survey.')
  .required('Give the course an address.');

const prose = (most: number) =>
  string()
    .max(most, `Keep this under ${numberText(most)} characters.`)
    .defined();

const richText = mixed<RichText>()
  .nullable()
  .defined()
  .test('text', 'This text cannot be kept.', function (value) {
    const fault = value === null ? null : textFault(value);
    return fault === null || this.createError({ message: fault });
  });

/** A moment of a film: whole milliseconds, at most a day and a night of them. */
const millisecond = number()
  .typeError('Give the moment as minutes and seconds, for example 3:40.')
  .integer('Give whole milliseconds.')
  .min(0, 'A film begins at 0:00.')
  .max(86_400_000, 'A film has at most 24 hours.')
  .required();

const chaptersSchema = array()
  .of(
    object({ id: idSchema, at: millisecond, title: string().max(200, 'Keep a name under 200 characters.').defined() })
      .noUnknown()
      .required(),
  )
  .max(200, 'A film has at most 200 chapters.')
  .required();

const momentSchema = object({
  at: millisecond,
  passage: object({ from: millisecond, to: millisecond }).noUnknown().nullable().default(undefined).defined(),
  required: boolean().required(),
})
  .noUnknown()
  .nullable()
  .defined();

const taughtSchema = object({ lessonId: idSchema, at: millisecond.nullable().defined() })
  .noUnknown()
  .nullable()
  .defined();

const outcomeIds = array().of(idSchema).max(100, 'At most 100 outcomes.').required();

/** Every field a creator can set, table by table. What is not listed cannot be set. */
type FieldSchema = { validateSync(value: unknown, options: { strict: boolean }): unknown };
const fields: Record<OutlineTable, { readonly [field: string]: FieldSchema }> = {
  course: {
    title: titleSchema,
    slug: slugSchema,
    description: prose(4000),
    audience: prose(2000),
    promise: prose(4000),
    notAbout: prose(2000),
    zone: zoneSchema,
    rhythm: rhythmSchema,
    access: accessSchema,
    accessNote: prose(2000),
    countdown: string().oneOf(countdownForms).required(),
    weekLimit: number()
      .typeError('Give the minutes as a number.')
      .integer('Give whole minutes.')
      .min(10, 'At least 10 minutes.')
      .max(3000, 'At most 3,000 minutes.')
      .required(),
    completion: completionSchema,
    missing: missingSchema,
    award: awardSchema,
    settings: settingsSchema,
  },
  section: { title: titleSchema, opens: openingRuleSchema, closes: closingRuleSchema },
  lesson: {
    title: titleSchema,
    kind: string().oneOf(lessonKinds).required(),
    state: string().oneOf(lessonStates).required(),
    required: boolean().required(),
    minutes: number()
      .typeError('Give the minutes as a number.')
      .integer('Give whole minutes.')
      .min(0, 'At least 0 minutes.')
      .max(6000, 'At most 6,000 minutes.')
      .nullable()
      .defined(),
    mediaId: optionalId,
    link: string()
      .max(2000, 'Keep the address under 2,000 characters.')
      .defined()
      .test(
        'link',
        ({ value }) => linkFault(value ?? '', []) ?? '',
        (value) => linkFault(value ?? '', []) === null,
      ),
    downloads: boolean().nullable().defined(),
    pictureId: optionalId,
    attachments: array()
      .of(
        object({
          id: idSchema,
          mediaId: idSchema,
          title: string().max(200, 'Keep a title under 200 characters.').defined(),
          access: string().oneOf(attachmentAccess).required(),
          note: string().max(300, 'Keep a line about a file under 300 characters.'),
        }).noUnknown(),
      )
      .max(20, 'At most 20 things can be attached to a lesson.')
      .required(),
    chapters: chaptersSchema,
    sample: boolean().required(),
    password: string().max(80, 'Keep the password under 80 characters.').defined(),
    needs: array().of(idSchema).max(20, 'At most 20 lessons can be needed first.').required(),
    opens: openingRuleSchema,
    closes: closingRuleSchema,
    teaser: prose(1000),
    done: doneRuleSchema,
    quiz: quizSettingsSchema.nullable().defined(),
    assignment: assignmentSettingsSchema.nullable().defined(),
    live: liveSchema,
    weight: number()
      .typeError('Give the weight as a number.')
      .integer('Give a whole number.')
      .min(0, 'A weight is at least 0.')
      .max(1000, 'A weight is at most 1,000.')
      .required(),
    asks: string().max(300, 'Keep the question under 300 characters.').defined(),
    mediums: array().of(string().oneOf(mediums).required()).max(mediums.length, 'Choose each medium once.').required(),
    note: prose(4000),
    outcomes: outcomeIds,
  },
  question: {
    ...questionFields,
    moment: momentSchema,
    taught: taughtSchema,
    outcomes: outcomeIds,
    bankId: optionalId,
    bankVersion: number().integer().min(1).nullable().defined(),
  },
  outcome: { text: line(300, 'Keep an outcome under 300 characters.', 'Say what a learner can do.') },
  text: { content: richText },
};

/** Fields that are one line of words. */
const lines = new Set(['title', 'slug', 'password', 'link']);

/** Checks fields to be set on a record; gives them back trimmed, or the first thing that is wrong. */
export function parseFields(
  table: OutlineTable,
  wanted: { readonly [field: string]: unknown },
): Result<{ [field: string]: unknown }> {
  const kept: { [field: string]: unknown } = {};
  for (const [field, value] of Object.entries(wanted)) {
    const schema = Object.hasOwn(fields[table], field) ? fields[table][field] : undefined;
    if (!schema)
      return fail('invalid', `${/^[aeiou]/.test(table) ? 'An' : 'A'} ${table} has no ${field} that can be set.`, field);
    const trimmed = typeof value === 'string' && (lines.has(field) || table === 'outcome') ? value.trim() : value;
    const read = parsed(schema, trimmed, 'This value does not belong here.');
    if (!read.ok)
      return fail('invalid', read.problem.sentence, read.problem.field ? `${field}.${read.problem.field}` : field);
    kept[field] = read.value;
  }
  return ok(kept);
}

const count = number().integer().min(0).required();
/** What is known of a lesson's text: worked out, and never set. */
const writtenSchema = object({ words: count, pictures: count, undescribed: count }).noUnknown();

/** What is wrong with a stored field of a record, as a sentence; null when it is what the field may hold. */
export function fieldFault(
  table: OutlineTable,
  field: string,
  value: unknown,
  record: { readonly [field: string]: unknown },
): string | null {
  const unfit = 'This value does not belong here.';
  const checked = (() => {
    if (table === 'lesson' && field === 'written') return parsed(writtenSchema, value, unfit);
    if (table === 'question' && field === 'body') return checkBody(record.kind as QuestionKind, value);
    return parseFields(table, { [field]: value });
  })();
  return checked.ok ? null : checked.problem.sentence;
}

/** A short address from a title: `Stream Survey: reading…` gives `stream-survey-reading`. */
export function slugOf(title: string): string {
  const plain = bare(title);
  const slug = plain.replace(/[^a-z0-9]+/g, '-').replace(/^-+|-+$/g, '');
  if (ownPages.includes(slug)) return `${slug}-course`;
  if (slug.length <= 40) return slug || 'course';
  const cut = slug.slice(0, 41);
  return cut.slice(0, cut.lastIndexOf('-') > 10 ? cut.lastIndexOf('-') : 40).replace(/-+$/, '');
}
