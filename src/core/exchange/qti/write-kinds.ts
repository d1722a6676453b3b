import { add, type Rational, subtract, zero } from '../../kernel/exact';
import { readPattern } from '../../kernel/pattern';
import {
  type Area,
  type BodyOf,
  type DecimalSign,
  gapPartsOf,
  lengthText,
  limitText,
  type QuestionKind,
  readNumber,
  readTolerance,
} from '../../quiz';
import { cases, correct, pointsIf, setTo, type Template, value, variable } from './processing';
import { el, type Xml } from './xml';

/** What a question of a kind is in the standard's terms. */
export type Said = {
  /** Declarations of what is answered. */
  readonly declares: readonly Xml[];
  readonly interaction: readonly Xml[];
  /** How it is scored: by a template of the standard, by rules, or by a person or nobody. */
  readonly scores:
    | { readonly template: Template }
    | { readonly rules: readonly Xml[] }
    | { readonly by: 'human' | 'none' };
  /** What the standard cannot say, in sentences. */
  readonly unsaid: readonly string[];
};

export type Sized = { readonly width: number; readonly height: number };
type Given = {
  /** What it is worth, in points. */
  readonly points: number;
  readonly decimals: DecimalSign;
  /** How large a picture is, in its own dots. */
  readonly sizeOf: (mediaId: string) => Sized | null;
  /** Where a picture is in the package. */
  readonly hrefOf: (mediaId: string) => string | null;
};
type Writer<K extends QuestionKind> = (body: BodyOf<K>, given: Given) => Said;

/** Names within an item have to begin with a letter. */
const named = (prefix: string, at: number) => `${prefix}${at + 1}`;
const declared = (
  identifier: string,
  cardinality: 'single' | 'multiple' | 'ordered',
  baseType: string,
  right: readonly string[],
  ...more: readonly Xml[]
): Xml =>
  el(
    'qti-response-declaration',
    { identifier, cardinality, 'base-type': baseType },
    ...(right.length > 0 ? [el('qti-correct-response', {}, ...right.map((one) => el('qti-value', {}, one)))] : []),
    ...more,
  );

type Entry = readonly [key: string, worth: number];
const mapping = (entries: readonly Entry[], caseSensitive?: boolean): Xml =>
  el(
    'qti-mapping',
    { 'lower-bound': 0, 'default-value': 0 },
    ...entries.map(([key, worth]) =>
      el('qti-map-entry', { 'map-key': key, 'mapped-value': worth, 'case-sensitive': caseSensitive }),
    ),
  );
const mapped = (identifier: string) => el('qti-map-response', { identifier });

type Choice = BodyOf<'one'>['options'][number];
const shownIn = ({ text, picture, plays }: Choice, { hrefOf }: Given): (Xml | string)[] => {
  const seen = picture && hrefOf(picture.mediaId);
  const played = plays && hrefOf(plays.mediaId);
  return [
    ...(seen ? [el('img', { src: seen, alt: picture.alt })] : []),
    ...(played ? [el(players[plays.kind], { src: played, controls: 'controls', title: plays.alt })] : []),
    ...(text === '' ? [] : [text]),
  ];
};
/** The elements that play what is no picture. */
export const players = { audio: 'audio', film: 'video' } as const;
const choices = (options: readonly Choice[], most: number, given: Given): Xml =>
  el(
    'qti-choice-interaction',
    { 'response-identifier': 'RESPONSE', 'max-choices': most, shuffle: false },
    ...options.map((option, i) =>
      el('qti-simple-choice', { identifier: named('option', i) }, ...shownIn(option, given)),
    ),
  );
const optionFeedback = (options: readonly Choice[]) =>
  options.some(({ feedback }) => feedback.trim() !== '') ? ['What is said to single options stays behind.'] : [];

const one: Writer<'one'> = ({ options }, given) => {
  const right = options.flatMap((option, i) => (option.right ? [named('option', i)] : []));
  const [first] = right;
  const isPlain = right.length === 1 && given.points === 1;
  return {
    declares: [declared('RESPONSE', 'single', 'identifier', first ? [first] : [])],
    interaction: [choices(options, 1, given)],
    scores: isPlain
      ? { template: 'match_correct' }
      : {
          rules: [
            pointsIf(
              right.length > 1
                ? el(
                    'qti-or',
                    {},
                    ...right.map((id) => el('qti-match', {}, variable('RESPONSE'), value('identifier', id))),
                  )
                : el('qti-match', {}, variable('RESPONSE'), correct('RESPONSE')),
              given.points,
            ),
          ],
        },
    unsaid: optionFeedback(options),
  };
};

const several: Writer<'several'> = ({ options }, given) => {
  const rights = options.filter(({ right }) => right).length;
  const wrongs = options.length - rights;
  const worth = ({ right }: Choice) => (right ? given.points / rights : -given.points / wrongs);
  const right = options.flatMap((option, i) => (option.right ? [named('option', i)] : []));
  return {
    declares: [
      declared(
        'RESPONSE',
        'multiple',
        'identifier',
        right,
        mapping(options.map((option, i) => [named('option', i), rights === 0 ? 0 : worth(option)])),
      ),
    ],
    interaction: [choices(options, 0, given)],
    scores: { template: 'map_response' },
    unsaid: optionFeedback(options),
  };
};

const trueFalse: Writer<'true-false'> = ({ holds }, { points }) => ({
  declares: [declared('RESPONSE', 'single', 'identifier', [String(holds)])],
  interaction: [
    el(
      'qti-choice-interaction',
      { 'response-identifier': 'RESPONSE', 'max-choices': 1, shuffle: false },
      ...['true', 'false'].map((word) => el('qti-simple-choice', { identifier: word }, word)),
    ),
  ],
  scores:
    points === 1
      ? { template: 'match_correct' }
      : { rules: [pointsIf(el('qti-match', {}, variable('RESPONSE'), correct('RESPONSE')), points)] },
  unsaid: [],
});

const slipsUnsaid = (slips: number) =>
  slips > 0 ? [`That ${slips === 1 ? 'one slip is' : `${slips} slips are`} forgiven cannot be said.`] : [];
const formsIn = (forms: readonly string[]) => [...new Set(forms.map((form) => form.trim()).filter(Boolean))];

const shortText: Writer<'short-text'> = ({ accepted, matchCase, slips, pattern }, { points }) => {
  const forms = formsIn(accepted);
  const mapped = mapping(
    forms.map((form) => [form, points]),
    matchCase,
  );
  return {
    declares: [declared('RESPONSE', 'single', 'string', forms.slice(0, 1), mapped)],
    interaction: [el('p', {}, el('qti-text-entry-interaction', { 'response-identifier': 'RESPONSE' }))],
    scores: pattern ? { rules: [byPattern(pattern, matchCase, points)] } : { template: 'map_response' },
    unsaid: slipsUnsaid(slips),
  };
};
/** All points for what a pattern means; otherwise what the forms that are accepted are worth. */
function byPattern(pattern: string, matchCase: boolean, points: number): Xml {
  const read = readPattern(pattern, matchCase);
  const said = matchCase || !read.ok ? pattern : read.value.caseless;
  return cases(
    [el('qti-pattern-match', { pattern: said }, variable('RESPONSE')), setTo('SCORE', value('float', String(points)))],
    [null, setTo('SCORE', el('qti-map-response', { identifier: 'RESPONSE' }))],
  );
}

/** A fraction as a decimal, as exact as it can be written; those of numbers people type come to an end. */
function decimalText(exact: Rational): string {
  const sign = exact.n < 0n ? '-' : '';
  let rest = exact.n < 0n ? -exact.n : exact.n;
  let digits = `${rest / exact.d}`;
  rest %= exact.d;
  if (rest > 0n) digits += '.';
  for (let place = 0; rest > 0n && place < 30; place += 1) {
    rest *= 10n;
    digits += `${rest / exact.d}`;
    rest %= exact.d;
  }
  return `${sign}${digits}`;
}

const number: Writer<'number'> = ({ value: right, tolerance, unit }, { points, decimals }) => {
  const read = readNumber(right, unit, decimals);
  const exact = read.ok ? read.value : zero;
  const off = readTolerance(tolerance, exact, decimals) ?? zero;
  // As bounds, so that a number on the edge is decided as it is written.
  const bounds = [
    el('qti-gte', {}, variable('RESPONSE'), value('float', decimalText(subtract(exact, off)))),
    el('qti-lte', {}, variable('RESPONSE'), value('float', decimalText(add(exact, off)))),
  ];
  return {
    declares: [declared('RESPONSE', 'single', 'float', read.ok ? [decimalText(exact)] : [])],
    interaction: [
      el(
        'p',
        {},
        el('qti-text-entry-interaction', { 'response-identifier': 'RESPONSE' }),
        ...(unit === '' ? [] : [` ${unit}`]),
      ),
    ],
    scores: { rules: [pointsIf(el('qti-and', {}, ...bounds), points)] },
    unsaid: unit === '' ? [] : ['That the unit may be typed as well cannot be said; it stands behind the field.'],
  };
};

const gaps: Writer<'gaps'> = ({ text, chosen, matchCase, slips }, { points }) => {
  const parts = gapPartsOf(text);
  const all = parts.flatMap((part) => ('forms' in part ? [formsIn(part.forms)] : []));
  const names = all.map((_, i) => named('RESPONSE_', i));
  const bank = [...new Set(all.flatMap(([first]) => first ?? []))].sort();
  const worth = all.length > 0 ? points / all.length : 0;
  let at = 0;
  const field = () => {
    const identifier = names[at] ?? '';
    at += 1;
    const own = { 'response-identifier': identifier };
    if (!chosen) return el('qti-text-entry-interaction', own);
    const words = bank.map((word, i) => el('qti-inline-choice', { identifier: named('word', i) }, word));
    return el('qti-inline-choice-interaction', { ...own, shuffle: false }, ...words);
  };
  const paragraphs: (Xml | string)[][] = [[]];
  for (const part of parts) {
    if ('forms' in part) {
      paragraphs.at(-1)?.push(field());
      continue;
    }
    for (const [i, line] of part.words.split('\n').entries()) {
      if (i > 0) paragraphs.push([]);
      if (line !== '') paragraphs.at(-1)?.push(line);
    }
  }
  // With words to choose from, one is right in a gap when it is one of its forms.
  const keysOf = (forms: readonly string[]) =>
    chosen
      ? bank.flatMap((word, i) => (forms.some((form) => same(form, word, matchCase)) ? [named('word', i)] : []))
      : forms;
  return {
    declares: all.map((forms, i) => {
      const keys = keysOf(forms);
      return declared(
        names[i] ?? '',
        'single',
        chosen ? 'identifier' : 'string',
        keys.slice(0, 1),
        mapping(
          keys.map((key) => [key, worth]),
          chosen ? undefined : matchCase,
        ),
      );
    }),
    interaction: paragraphs.filter((line) => line.length > 0).map((line) => el('p', {}, ...line)),
    scores: { rules: [setTo('SCORE', el('qti-sum', {}, ...names.map(mapped)))] },
    unsaid: slipsUnsaid(slips),
  };
};
const same = (a: string, b: string, matchCase: boolean) => (matchCase ? a === b : a.toLowerCase() === b.toLowerCase());

const order: Writer<'order'> = ({ items }, { points }) => {
  const ids = items.map((_, i) => named('item', i));
  const pairs = ids.slice(1).map((id, i) => [ids[i] ?? '', id] as const);
  const at = (n: number, id: string) =>
    el('qti-match', {}, el('qti-index', { n }, variable('RESPONSE')), value('identifier', id));
  const follows = ([first, second]: readonly [string, string]) =>
    el('qti-or', {}, ...ids.slice(1).map((_, n) => el('qti-and', {}, at(n + 1, first), at(n + 2, second))));
  const worth = value('float', String(pairs.length > 0 ? points / pairs.length : 0));
  // In an order that tells nothing: as the standard shuffles only where it is asked to, by their words.
  const shown = items.map(({ text }, i) => ({ text, id: ids[i] ?? '' })).toSorted((a, b) => inWords(a.text, b.text));
  return {
    declares: [declared('RESPONSE', 'ordered', 'identifier', ids)],
    interaction: [
      el(
        'qti-order-interaction',
        { 'response-identifier': 'RESPONSE', shuffle: true },
        ...shown.map(({ id, text }) => el('qti-simple-choice', { identifier: id }, text)),
      ),
    ],
    scores: {
      rules: [
        setTo('SCORE', value('float', '0')),
        ...pairs.map((pair) => cases([follows(pair), setTo('SCORE', el('qti-sum', {}, variable('SCORE'), worth))])),
      ],
    },
    unsaid: [],
  };
};
const inWords = (a: string, b: string) => a.localeCompare(b, 'en');

type Placed = { readonly text: string; readonly places: readonly string[] };
/** Rows that are each given a place: what is right is worth its part. */
const placing = (rows: readonly Placed[], places: readonly string[], points: number, kind: string): Said => {
  const placeId = (text: string) => named('place', places.indexOf(text));
  const worth = rows.length > 0 ? points / rows.length : 0;
  const keys = rows.map((row, i) => row.places.map((text) => `${named('row', i)} ${placeId(text)}`));
  const choice = (identifier: string, most: number, text: string) =>
    el('qti-simple-associable-choice', { identifier, 'match-max': most }, text);
  return {
    declares: [
      declared(
        'RESPONSE',
        'multiple',
        'directedPair',
        keys.flatMap((own) => own.slice(0, 1)),
        mapping(keys.flat().map((key) => [key, worth])),
      ),
    ],
    interaction: [
      el(
        'qti-match-interaction',
        { 'response-identifier': 'RESPONSE', 'max-associations': rows.length, shuffle: false, class: kind },
        el('qti-simple-match-set', {}, ...rows.map(({ text }, i) => choice(named('row', i), 1, text))),
        // A place takes as many as there are: to say how many belong to it would tell.
        el('qti-simple-match-set', {}, ...places.map((text) => choice(placeId(text), rows.length, text))),
      ),
    ],
    scores: { template: 'map_response' },
    unsaid: [],
  };
};
const plainText = (text: string) => text.normalize('NFC').replace(/\s+/gu, ' ').trim();

const matching: Writer<'matching'> = ({ pairs, extras }, { points }) => {
  const places = [...new Set([...pairs.map(({ match }) => match), ...extras.map(({ text }) => text)].map(plainText))];
  const rows = pairs.map(({ text, match }) => ({ text, places: [plainText(match)] }));
  return placing(rows, places.sort(inWords), points, 'matching');
};

const grouping: Writer<'grouping'> = ({ groups, items }, { points }) => {
  const titles = groups.map(({ title }) => title);
  const rows = items
    .map(({ text, groupId }) => ({
      text,
      places: groups.flatMap(({ id, title }) => (id === groupId ? [title] : [])),
    }))
    .toSorted((a, b) => inWords(a.text, b.text));
  return placing(rows, titles, points, 'grouping');
};

const place: Writer<'place'> = ({ picture, areas, named: byName }, { points, sizeOf, hrefOf }) => {
  const size = (picture && sizeOf(picture.mediaId)) ?? { width: 1000, height: 1000 };
  const rights = areas.filter(({ right }) => right);
  const worth = rights.length > 0 ? points / rights.length : 0;
  const coords = ({ shape, x, y, width, height }: Area) => {
    const [left, top] = [(x * size.width) / 1000, (y * size.height) / 1000];
    const [wide, high] = [(width * size.width) / 1000, (height * size.height) / 1000];
    const numbers =
      shape === 'box' ? [left, top, left + wide, top + high] : [left + wide / 2, top + high / 2, wide / 2, high / 2];
    return numbers.join(',');
  };
  const href = picture && hrefOf(picture.mediaId);
  return {
    declares: [
      declared(
        'RESPONSE',
        'multiple',
        'point',
        rights.map(
          ({ x, y, width, height }) =>
            `${((x + width / 2) * size.width) / 1000} ${((y + height / 2) * size.height) / 1000}`,
        ),
        el(
          'qti-area-mapping',
          { 'lower-bound': 0, 'default-value': -worth },
          ...rights.map((area) =>
            el('qti-area-map-entry', {
              shape: area.shape === 'box' ? 'rect' : 'ellipse',
              coords: coords(area),
              'mapped-value': worth,
            }),
          ),
        ),
      ),
    ],
    interaction: [
      el(
        'qti-select-point-interaction',
        { 'response-identifier': 'RESPONSE', 'max-choices': rights.length },
        el('img', { src: href ?? 'picture.png', alt: picture?.alt ?? '', ...size }),
      ),
    ],
    scores: { template: 'map_response_point' },
    unsaid: [
      ...(href ? [] : ['Its picture is not in the package.']),
      ...(areas.length > rights.length
        ? ['Its areas that are wrong stay behind: everything else is wrong as well.']
        : []),
      ...(byName ? ['That areas can be chosen by their names cannot be said; their names stay behind.'] : []),
    ],
  };
};

const guideUnsaid = (guide: string) => (guide.trim() === '' ? [] : ['What a marker looks for stays behind.']);

const essay: Writer<'essay'> = (body) => ({
  declares: [declared('RESPONSE', 'single', 'string', [])],
  interaction: [
    ...(lengthText(body) ? [el('p', {}, `Asked for: ${lengthText(body)}.`)] : []),
    el('qti-extended-text-interaction', { 'response-identifier': 'RESPONSE', 'expected-lines': 12 }),
  ],
  scores: { by: 'human' },
  unsaid: guideUnsaid(body.guide),
});

const files: Writer<'files'> = (body) => ({
  declares: [declared('RESPONSE', 'single', 'file', [])],
  interaction: [el('qti-upload-interaction', { 'response-identifier': 'RESPONSE' })],
  scores: { by: 'human' },
  unsaid: [
    ...(body.most > 1 ? [`That it takes ${limitText(body)} cannot be said: the standard takes one file.`] : []),
    ...guideUnsaid(body.guide),
  ],
});

const opinion: Writer<'opinion'> = ({ steps }) => ({
  declares: [declared('RESPONSE', 'single', 'identifier', [])],
  interaction: [
    el(
      'qti-choice-interaction',
      { 'response-identifier': 'RESPONSE', 'max-choices': 1, shuffle: false },
      ...steps.map((step, i) => el('qti-simple-choice', { identifier: named('step', i) }, step)),
    ),
  ],
  scores: { by: 'none' },
  unsaid: [],
});

const writers: { readonly [K in QuestionKind]: Writer<K> } = {
  one,
  several,
  'true-false': trueFalse,
  'short-text': shortText,
  number,
  gaps,
  order,
  matching,
  grouping,
  place,
  essay,
  files,
  opinion,
};

/** A question of any kind in the standard's terms. */
export const saidOf = (kind: QuestionKind, body: BodyOf<QuestionKind>, given: Given): Said =>
  (writers[kind] as Writer<QuestionKind>)(body, given);
