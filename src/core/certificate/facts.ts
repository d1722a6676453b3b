import { Temporal } from '../kernel/time';
import type { DateForm, FieldName, Part, TextLine } from './design';

/** What a certificate says about one learner. */
export type Facts = {
  readonly name: string;
  readonly course: string;
  readonly school: string;
  /** ISO 8601 instant of when it is issued, with the school's zone and language, in which its date is told. */
  readonly at: string;
  /** The instant from which on it holds no more; null: without end. */
  readonly expires: string | null;
  readonly zone: string;
  readonly locale: string;
  /** As it is to be read, in percent and by the course's scale; null: there is none to show. */
  readonly grade: { readonly percent: string; readonly scale: string | null } | null;
  /** Learner's minutes of the course; null: not known. */
  readonly minutes: number | null;
  readonly outcomes: readonly string[];
  readonly teacher: string;
  readonly number: string;
  readonly checkAddress: string;
  /** Words of the course's own, by their names. */
  readonly own: { readonly [name: string]: string };
};

const dateOptions: { readonly [F in Exclude<DateForm, 'iso'>]: Intl.DateTimeFormatOptions } = {
  long: { day: 'numeric', month: 'long', year: 'numeric' },
  short: { day: 'numeric', month: 'short', year: 'numeric' },
  figures: { day: '2-digit', month: '2-digit', year: 'numeric' },
  month: { month: 'long', year: 'numeric' },
};

/** Made once: to make one takes longer than to use it a hundred times. */
const dayFormats = new Map<string, Intl.DateTimeFormat>();
const mostFormats = 100;
function dayFormat(language: string, zone: string, form: keyof typeof dateOptions): Intl.DateTimeFormat {
  const name = `${language} ${zone} ${form}`;
  const known = dayFormats.get(name);
  if (known) return known;
  const made = new Intl.DateTimeFormat(language, { ...dateOptions[form], timeZone: zone, calendar: 'gregory' });
  if (dayFormats.size >= mostFormats) dayFormats.clear();
  dayFormats.set(name, made);
  return made;
}

function dateText(at: string, { zone, locale }: Facts, form: DateForm, language: string | null): string {
  if (form === 'iso') return Temporal.Instant.from(at).toZonedDateTimeISO(zone).toPlainDate().toString();
  return dayFormat(language ?? locale, zone, form).format(new Date(at));
}

/** A certificate that holds to the end of a day is told to hold until that day. */
const lastMoment = (expires: string) => Temporal.Instant.from(expires).subtract({ milliseconds: 1 }).toString();

/** Hours of learning to the nearest half, as they are written in the school's language. */
const hoursText = (minutes: number, locale: string) =>
  new Intl.NumberFormat(locale, { maximumFractionDigits: 1 }).format(Math.max(0.5, Math.round(minutes / 30) / 2));

const texts: {
  readonly [F in FieldName]: (facts: Facts, part: Extract<Part, { readonly field: F }>) => string;
} = {
  name: ({ name }) => name,
  course: ({ course }) => course,
  school: ({ school }) => school,
  date: (facts, { form, language }) => dateText(facts.at, facts, form, language),
  expires: (facts, { form, language }) =>
    facts.expires === null ? '' : dateText(lastMoment(facts.expires), facts, form, language),
  grade: ({ grade }, { form }) => (form === 'scale' ? (grade?.scale ?? grade?.percent) : grade?.percent) ?? '',
  hours: ({ minutes, locale }) => (minutes === null ? '' : hoursText(minutes, locale)),
  outcomes: ({ outcomes }) => outcomes.join('\n'),
  teacher: ({ teacher }) => teacher,
  number: ({ number }) => number,
  address: ({ checkAddress }) => checkAddress,
  own: ({ own }, { name }) => own[name] ?? '',
};

const partText = (part: Part, facts: Facts): string =>
  'field' in part ? texts[part.field](facts, part as never) : part.words;

/** Whether a field says nothing about a learner. Words of one's own are empty where all of them are. */
export function isEmptyField(field: FieldName, facts: Facts): boolean {
  if (field === 'own') return Object.values(facts.own).every((one) => one.trim() === '');
  if (field === 'date') return false;
  if (field === 'expires') return facts.expires === null;
  return partText({ field } as Part, facts).trim() === '';
}

/** Lines as they are read about one learner, and the fields in them that are empty for this one. */
export function filled(
  lines: readonly TextLine[],
  facts: Facts,
): { readonly lines: readonly string[]; readonly empty: readonly FieldName[] } {
  const empty = new Set<FieldName>();
  const said = lines.map((line) =>
    line
      .map((part) => {
        const text = partText(part, facts);
        if ('field' in part && text.trim() === '') empty.add(part.field);
        return text;
      })
      .join(''),
  );
  return { lines: said.flatMap((line) => line.split('\n')).map((line) => line.trim()), empty: [...empty] };
}
