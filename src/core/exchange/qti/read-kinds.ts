import { readPattern } from '../../kernel/pattern';
import { type BodyOf, gapTextOf, type QuestionKind } from '../../quiz';
import type { Declaration } from './declared';
import { below, within, wordsOf, type Xml } from './xml';

export type Interaction = { readonly xml: Xml; readonly declared: Declaration };
type Asked = {
  readonly interactions: readonly Interaction[];
  readonly body: Xml;
  /** Its response processing, where it has any. */
  readonly rules: readonly Xml[];
  readonly partId: (part: number) => string;
};
type Read =
  | {
      readonly kind: QuestionKind;
      readonly body: BodyOf<QuestionKind>;
      readonly notes: readonly string[];
      /** Whether the words of the body are a part of what is answered, and not of what is asked. */
      readonly promptIsBody?: true;
    }
  | { readonly refusal: string };

/** A question of a kind; the type of its body is checked where it is kept. */
const read = <K extends QuestionKind>(kind: K, body: BodyOf<K>, notes: readonly string[] = []): Read => ({
  ...{ kind, body, notes },
});
const severalInOne: Read = { refusal: 'It asks several things of this sort at once. Make a question of each.' };

type Reader = (asked: Asked) => Read;

const choicesIn = (xml: Xml, name: string) =>
  within(xml, name).map((one) => ({ id: one.attributes.identifier ?? '', text: wordsOf(one, noFeedback) }));
/** Feedback stands within the choice it is about. */
const noFeedback = (one: Xml) => (one.name.startsWith('feedback-') ? '' : null);

const choice: Reader = ({ interactions: [asked, ...others], partId }) => {
  if (!asked || others.length > 0) return severalInOne;
  const { xml, declared } = asked;
  const options = choicesIn(xml, 'simple-choice');
  const rights = new Set(
    declared.mapping.length > 0
      ? declared.mapping.filter(({ worth }) => worth > 0).map(({ key }) => key)
      : declared.correct,
  );
  const isSingle = declared.cardinality !== 'multiple';
  if (rights.size === 0)
    return isSingle && options.every(({ text }) => text !== '')
      ? read('opinion', { steps: options.map(({ text }) => text) })
      : { refusal: 'It says of no option that it is right.' };
  const [yes, no] = options;
  if (isSingle && options.length === 2 && yes?.id === 'true' && no?.id === 'false')
    return read('true-false', { holds: rights.has('true') });
  const worths = declared.mapping.filter(({ worth }) => worth > 0).map(({ worth }) => worth);
  const feedbacks = [...below(xml, 'feedback-inline')].length;
  return read(
    isSingle ? 'one' : 'several',
    {
      options: options.map(({ id, text }, i) => ({ id: partId(i), text, right: rights.has(id), feedback: '' })),
    },
    [
      ...(new Set(worths).size > 1
        ? ['Its right options were worth different points; here each is worth the same.']
        : []),
      ...(feedbacks > 0 ? ['What it says to single options stays behind.'] : []),
    ],
  );
};

/** The bounds a number has to lie between, wherever the rules of its item say so; null where they say none. */
function boundsIn(item: readonly Xml[]): readonly [number, number] | null {
  const bound = (name: string) => {
    const [found] = item.flatMap((one) => [...below(one, name)]);
    const [text] = found ? [...below(found, 'base-value')].map((one) => wordsOf(one)) : [];
    return text === undefined ? Number.NaN : Number(text);
  };
  const [low, high] = [bound('gte'), bound('lte')];
  return Number.isFinite(low) && Number.isFinite(high) && low <= high ? [low, high] : null;
}

/** A number without the noise of what lies behind its 12th digit. */
const shortNumber = (value: number) => String(Number(value.toPrecision(12)));

function numberFrom({ declared }: Interaction, asked: Asked): Read {
  const right = declared.correct[0] ?? declared.mapping.find(({ worth }) => worth > 0)?.key ?? '';
  const bounds = boundsIn(asked.rules);
  const [equal] = asked.rules.flatMap((one) => [...below(one, 'equal')]);
  const tolerance = equal?.attributes.tolerance?.trim().split(/\s+/) ?? [];
  const isRelative = equal?.attributes['tolerance-mode'] === 'relative';
  const middle = bounds ? shortNumber((bounds[0] + bounds[1]) / 2) : '';
  const value = right || middle;
  if (!Number.isFinite(Number(value)) || value.trim() === '') return { refusal: 'It says no number that is right.' };
  const off = bounds ? Math.max(Number(value) - bounds[0], bounds[1] - Number(value)) : Number(tolerance[0] ?? 0);
  const uneven =
    (bounds && Math.abs(bounds[1] - Number(value) - (Number(value) - bounds[0])) > 1e-9) ||
    (tolerance.length > 1 && tolerance[0] !== tolerance[1]);
  const unit = unitBehind(asked.body);
  const words = off > 0 ? `${shortNumber(off)}${isRelative && !bounds ? ' %' : ''}` : '';
  return read('number', { value: value.trim(), tolerance: words, unit }, [
    ...(uneven ? ['Its tolerance was another above than below; here the larger of the two holds.'] : []),
  ]);
}

/** The unit that stands right behind the field of a number; nothing where more stands there. */
function unitBehind(body: Xml): string {
  for (const line of [body, ...below(body, 'p')]) {
    const at = line.children.findIndex((child) => typeof child !== 'string' && child.name === 'text-entry-interaction');
    const next = line.children[at + 1];
    if (at >= 0 && typeof next === 'string' && /^\s*\S{1,20}\s*$/u.test(next) && line.children.length === at + 2)
      return next.trim();
  }
  return '';
}

const formsOf = ({ declared: { correct, mapping } }: Interaction) => [
  ...new Set([...correct, ...mapping.filter(({ worth }) => worth > 0).map(({ key }) => key)]),
];
const matchesCase = (interactions: readonly Interaction[]) =>
  interactions.some(({ declared }) => declared.mapping.some(({ caseSensitive }) => caseSensitive));

/** A text with gaps from the words around the fields; lines before the first one ask. */
function gapsFrom(asked: Asked, formsIn: (one: Interaction) => readonly string[], chosen: boolean): Read {
  const forms = new Map(asked.interactions.map((one) => [one.xml, formsIn(one)]));
  if ([...forms.values()].some((own) => own.length === 0))
    return { refusal: 'A gap of it says of nothing that it is right.' };
  const field = (one: Xml) => {
    const own = forms.get(one);
    return own ? `\u0000${[...forms.keys()].indexOf(one)}\u0000` : null;
  };
  const holding = asked.body.children.filter(
    (child) => typeof child !== 'string' && [...everyOf(child)].some((one) => forms.has(one)),
  );
  const text = wordsOf({ ...asked.body, children: holding }, field);
  const parts = text
    .split('\u0000')
    .map((part, i) => (i % 2 === 0 ? { words: part } : { forms: [...forms.values()][Number(part)] ?? [] }));
  const body = { text: gapTextOf(parts), chosen, matchCase: matchesCase(asked.interactions), slips: 0 };
  return { kind: 'gaps', body, notes: [], promptIsBody: true };
}
function* everyOf(root: Xml): Generator<Xml> {
  yield root;
  for (const child of within(root)) yield* everyOf(child);
}

const textEntry: Reader = (asked) => {
  const [first, ...others] = asked.interactions;
  if (!first) return severalInOne;
  const isNumber = first.declared.baseType === 'float' || first.declared.baseType === 'integer';
  if (others.length === 0 && isNumber) return numberFrom(first, asked);
  if (others.length > 0 || isWithinWords(asked.body)) return gapsFrom(asked, formsOf, false);
  const forms = formsOf(first);
  const [pattern] = asked.rules.flatMap((one) => [...below(one, 'pattern-match')].map((own) => own.attributes.pattern));
  if (forms.length === 0 && !pattern) return { refusal: 'It says of nothing that it is right.' };
  const isRead = pattern !== undefined && readPattern(pattern, true).ok;
  return read(
    'short-text',
    { accepted: forms, matchCase: matchesCase([first]), slips: 0, ...(isRead && { pattern }) },
    [
      ...(pattern !== undefined && !isRead ? [`Its pattern cannot be read here: ${pattern}`] : []),
      ...(forms.length === 0 ? ['It names no right answer, only a pattern. Write one to be told.'] : []),
    ],
  );
};
/** Whether a field stands within a line of words, and not by itself. */
const isWithinWords = (body: Xml): boolean =>
  [...everyOf(body)].some(
    (one) =>
      one.children.some((child) => typeof child !== 'string' && child.name === 'text-entry-interaction') &&
      one.children.some((child) => typeof child === 'string' && child.trim() !== ''),
  );

const inlineChoice: Reader = (asked) => {
  const notes = new Set<string>();
  const forms = (one: Interaction) => {
    const words = choicesIn(one.xml, 'inline-choice');
    return formsOf(one).flatMap((key) => words.find(({ id }) => id === key)?.text ?? []);
  };
  const read = gapsFrom(asked, forms, true);
  if ('refusal' in read) return read;
  const right = new Set(asked.interactions.flatMap((one) => forms(one)));
  const wrong = asked.interactions.flatMap((one) =>
    choicesIn(one.xml, 'inline-choice').filter(({ text }) => !right.has(text)),
  );
  if (wrong.length > 0) notes.add('Words that were right in no gap stay behind: one chooses among those of all gaps.');
  return { ...read, notes: [...notes] };
};

const order: Reader = ({ interactions: [asked, ...others], partId }) => {
  if (!asked || others.length > 0) return severalInOne;
  const options = choicesIn(asked.xml, 'simple-choice');
  const items = asked.declared.correct.flatMap((id) => options.find((one) => one.id === id) ?? []);
  if (items.length < options.length) return { refusal: 'It does not say in which order all of it is right.' };
  return read('order', { items: items.map(({ text }, i) => ({ id: partId(i), text })) });
};

const match: Reader = ({ interactions: [asked, ...others], partId }) => {
  if (!asked || others.length > 0) return severalInOne;
  const [rowSet, placeSet] = within(asked.xml, 'simple-match-set');
  if (!rowSet || !placeSet) return { refusal: 'It has not two sets to be matched.' };
  const [rows, places] = [rowSet, placeSet].map((set) => choicesIn(set, 'simple-associable-choice'));
  const keys = formsOf(asked).map((pair) => pair.split(/\s+/));
  const placeOf = (row: string) => keys.find(([from]) => from === row)?.[1];
  if (!rows?.length || rows.some(({ id }) => placeOf(id) === undefined))
    return { refusal: 'It does not say of every row where it belongs.' };
  const taken = (places ?? []).map(({ id }) => rows.filter((row) => placeOf(row.id) === id).length);
  const isGrouping = asked.xml.attributes.class === 'grouping' || taken.some((count) => count > 1);
  const textOf = (id: string | undefined) => places?.find((one) => one.id === id)?.text ?? '';
  if (isGrouping && asked.xml.attributes.class !== 'matching')
    return read('grouping', {
      groups: (places ?? []).map(({ text }, i) => ({ id: partId(i), title: text })),
      items: rows.map(({ id, text }, i) => ({
        id: partId((places?.length ?? 0) + i),
        text,
        groupId: partId((places ?? []).findIndex((one) => one.id === placeOf(id))),
      })),
    });
  const used = new Set(rows.map(({ id }) => placeOf(id)));
  return read('matching', {
    pairs: rows.map(({ id, text }, i) => ({ id: partId(i), text, match: textOf(placeOf(id)) })),
    extras: (places ?? [])
      .filter(({ id }) => !used.has(id))
      .map(({ text }, i) => ({ id: partId(rows.length + i), text })),
  });
};

const selectPoint: Reader = ({ interactions: [asked, ...others], partId }) => {
  if (!asked || others.length > 0) return severalInOne;
  const [picture] = [...everyOf(asked.xml)].filter(({ name }) => name === 'img' || name === 'object');
  const [wide, high] = [Number(picture?.attributes.width), Number(picture?.attributes.height)];
  if (!(wide > 0 && high > 0)) return { refusal: 'It does not say how large its picture is.' };
  const areas = asked.declared.areas.filter(({ worth }) => worth > 0);
  if (areas.length === 0) return { refusal: 'It says of no area that it is right.' };
  const boxes = areas.map(({ shape, coords }) => boxOf(shape, coords));
  if (boxes.some((box) => box === null)) return { refusal: 'It has areas of a shape that cannot be read here.' };
  const inThousandths = (value: number, of: number) => Math.max(0, Math.min(1000, Math.round((value / of) * 1000)));
  return read(
    'place',
    {
      picture: null,
      areas: boxes.flatMap((box, i) =>
        box
          ? [
              {
                ...{ id: partId(i), name: `Area ${i + 1}`, right: true, shape: box.shape },
                ...{ x: inThousandths(box.x, wide), y: inThousandths(box.y, high) },
                ...{ width: inThousandths(box.width, wide), height: inThousandths(box.height, high) },
              },
            ]
          : [],
      ),
      named: false,
    },
    ['Give its areas names.'],
  );
};

/** Shapes of the standard as a box, or the ellipse within it; null for one of another form. */
function boxOf(shape: string, [a = 0, b = 0, c = 0, d = 0]: readonly number[]) {
  if ([a, b, c, d].some((one) => !Number.isFinite(one))) return null;
  if (shape === 'rect') return { shape: 'box' as const, x: a, y: b, width: c - a, height: d - b };
  const [rx, ry] = shape === 'circle' ? [c, c] : [c, d];
  return shape === 'circle' || shape === 'ellipse'
    ? { shape: 'ellipse' as const, x: a - rx, y: b - ry, width: 2 * rx, height: 2 * ry }
    : null;
}

const extendedText: Reader = ({ interactions }) =>
  interactions.length > 1 ? severalInOne : read('essay', { fromWords: null, toWords: null, guide: '' });
const upload: Reader = ({ interactions }) =>
  interactions.length > 1 ? severalInOne : read('files', { most: 1, megabytes: 20, guide: '' });

/** What reads an interaction of the standard, by its name. */
export const readers: { readonly [interaction: string]: Reader } = {
  'choice-interaction': choice,
  'text-entry-interaction': textEntry,
  'inline-choice-interaction': inlineChoice,
  'order-interaction': order,
  'match-interaction': match,
  'select-point-interaction': selectPoint,
  'extended-text-interaction': extendedText,
  'upload-interaction': upload,
};
