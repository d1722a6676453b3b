import { array, boolean, object, string } from 'yup';
import { bare } from '../kernel/bare';
import { line } from '../kernel/line';
import { Temporal, wallTime } from '../kernel/time';
import { listText } from '../kernel/words';

/** What the words learners are given to say can be filled with. */
export const wordsFields = {
  course: 'what it is for',
  school: 'the school',
  number: 'the number',
  address: 'the address of the check page',
} as const;
/** What an address of a profile elsewhere can be filled with. */
export const profileFields = {
  course: 'what it is for',
  school: 'the school',
  number: 'the number',
  address: 'the address of the check page',
  year: 'the year it was issued',
  month: 'the month it was issued, 1 to 12',
  untilYear: 'the year it ends; empty: never',
  untilMonth: 'the month it ends',
} as const;
export type ProfileField = keyof typeof profileFields;
export type ProfileValues = { readonly [F in ProfileField]: string };

/** What learners are given to say where the school has no words of its own. */
export const usualWords = 'I have completed “{course}” with the {school}. Whoever wants to can check it: {address}';

/** A profile elsewhere: what it is called, and its address (RFC 6570, level 1: fields in braces). */
export type ProfilePlace = { readonly title: string; readonly address: string };

const fieldIn = /\{([^{}\n]*)\}/g;
const unknownIn = (text: string, known: object): string | null =>
  [...text.matchAll(fieldIn)].find(([, field = '']) => !Object.hasOwn(known, field))?.[0] ?? null;
const knownText = (known: object) => listText(Object.keys(known).map((field) => `{${field}}`));
/** A text with its fields filled; those that are not known stand as they are. */
const withFields = (text: string, value: (field: string) => string | undefined): string =>
  text.replace(fieldIn, (whole, field: string) => value(field) ?? whole);

/** An address once every field is the same word; null where that makes none. */
function tried(address: string, word: string): URL | null {
  const filled = withFields(address, () => word);
  return URL.canParse(filled) ? new URL(filled) : null;
}

/** Where an address leads is written out; only what stands behind that is filled. */
function leadsSomewhere(address: string): boolean {
  const [one, other] = [tried(address, 'a'), tried(address, 'b')];
  return one?.protocol === 'https:' && one.username === '' && one.origin === other?.origin;
}

const places = array()
  .of(
    object({
      title: line(60, 'Keep the name under 60 characters.', 'Give the place a name.'),
      address: line(1000, 'Keep the address under 1,000 characters.', 'Give the address.')
        .test('fields', '', (address, context) => {
          const unknown = unknownIn(address, profileFields);
          const message = `There is no field ${unknown?.slice(0, 60)} here. There are ${knownText(profileFields)}.`;
          return unknown === null || context.createError({ message });
        })
        .test(
          'web',
          'Give an address that begins with https:// and has its fields behind the name of the place.',
          leadsSomewhere,
        ),
    }).noUnknown(),
  )
  .max(10, 'At most ten places.')
  .required();

/** How certificates of a school are found and shared. */
export const sharingSchema = object({
  isFound: boolean().required(),
  words: string()
    .trim()
    .max(500, 'Keep the words under 500 characters.')
    .nullable()
    .defined()
    .test('fields', '', (words, context) => {
      const unknown = unknownIn(words ?? '', wordsFields);
      const message = `There is no field ${unknown?.slice(0, 60)} here. There are ${knownText(wordsFields)}.`;
      return unknown === null || context.createError({ message });
    }),
  places,
}).noUnknown();
export type Sharing = {
  readonly isFound: boolean;
  readonly words: string | null;
  readonly places: readonly ProfilePlace[];
};

export type Shared = {
  readonly course: string;
  readonly school: string;
  readonly number: string;
  readonly address: string;
  /** Instants (ISO 8601), and the zone in which their day is told. */
  readonly issuedAt: string;
  readonly expiresAt: string | null;
  readonly zone: string;
};

/** What a learner is given to say of a certificate. */
export const shareWords = (words: string | null, { course, school, number, address }: Shared): string =>
  withFields(words ?? usualWords, (field) => ({ course, school, number, address })[field]);

/** What a profile elsewhere asks for, as it is filled in for a learner. */
export function profileValues({ course, school, number, address, issuedAt, expiresAt, zone }: Shared): ProfileValues {
  const from = wallTime(Temporal.Instant.from(issuedAt), zone);
  // One that holds to the end of a day ends on that day.
  const until = expiresAt && wallTime(Temporal.Instant.from(expiresAt).subtract({ milliseconds: 1 }), zone);
  return {
    ...{ course, school, number, address, year: String(from.year), month: String(from.month) },
    ...{ untilYear: until ? String(until.year) : '', untilMonth: until ? String(until.month) : '' },
  };
}

/** The address that opens a profile elsewhere with its fields filled. Nothing is asked of it here. */
export const profileLink = ({ address }: ProfilePlace, values: ProfileValues): string =>
  withFields(address, (field) => encodeURIComponent(values[field as ProfileField] ?? ''));

/** Two names as those who compare them do: without regard to case, marks on letters and white space. */
export const sameName = (one: string, other: string): boolean => spaced(one) === spaced(other);
const spaced = (name: string) => bare(name).replace(/\s+/gu, ' ').trim();
