import type { QuestionContent, QuestionMedia } from '../../quiz';
import { within, type Xml } from './xml';

/** A file that an item shows or plays, and where: with the question, in one of its options, or as what is marked on. */
export type ShownFile = {
  /** As the item names it, from where it stands. */
  readonly href: string;
  readonly kind: QuestionMedia['kind'];
  readonly alt: string;
  readonly of: 'question' | 'place' | { readonly option: number };
};

const kinds: { readonly [element: string]: QuestionMedia['kind'] } = { img: 'picture', audio: 'audio', video: 'film' };
const ofType = (type: string): QuestionMedia['kind'] | undefined => {
  if (type.startsWith('image/')) return 'picture';
  if (type.startsWith('audio/')) return 'audio';
  return type.startsWith('video/') ? 'film' : undefined;
};

function* shownIn(root: Xml): Generator<Omit<ShownFile, 'of'>> {
  for (const child of within(root)) {
    const kind = kinds[child.name] ?? (child.name === 'object' ? ofType(child.attributes.type ?? '') : undefined);
    // A player names its file itself, or in what it can play.
    const [source] = within(child, 'source');
    const href = child.attributes.src ?? child.attributes.data ?? source?.attributes.src ?? '';
    if (kind && href !== '')
      yield { href, kind, alt: child.attributes.alt ?? child.attributes.title ?? child.attributes['aria-label'] ?? '' };
    else yield* shownIn(child);
  }
}

function* everyWithin(root: Xml, name: string): Generator<Xml> {
  for (const child of within(root)) {
    if (child.name === name) yield child;
    else yield* everyWithin(child, name);
  }
}

/** The same element without some of what is in it. */
const without = (root: Xml, names: readonly string[]): Xml => ({
  ...root,
  children: root.children.flatMap((child): (Xml | string)[] => {
    if (typeof child === 'string') return [child];
    return names.includes(child.name) ? [] : [without(child, names)];
  }),
});

/**
 * The files an item shows that a question here can show as well: the first of the question, and the first of each
 * option. Gives back how many there are beside them.
 */
export function shownFiles(body: Xml): { readonly shown: readonly ShownFile[]; readonly others: number } {
  const choices = [...everyWithin(body, 'choice-interaction')].flatMap((one) => within(one, 'simple-choice'));
  const places = [...everyWithin(body, 'select-point-interaction')];
  const around = [...shownIn(without(body, ['simple-choice', 'select-point-interaction']))];
  const [first] = around;
  const shown: ShownFile[] = [
    ...(first ? [{ ...first, of: 'question' as const }] : []),
    ...choices.flatMap((one, option) => [...shownIn(one)].slice(0, 1).map((file) => ({ ...file, of: { option } }))),
    ...places.flatMap((one) => [...shownIn(one)].slice(0, 1).map((file) => ({ ...file, of: 'place' as const }))),
  ];
  return { shown, others: [...shownIn(body)].length - shown.length };
}

/** A question with files of the library in the places where its item shows them. `mediaIdOf`: what a file has become. */
export function withShown<Q extends QuestionContent>(
  question: Q,
  shows: readonly ShownFile[],
  mediaIdOf: (file: ShownFile) => string | undefined,
): Q {
  let made = question;
  for (const file of shows) {
    const mediaId = mediaIdOf(file);
    if (mediaId) made = withOne(made, file, mediaId);
  }
  return made;
}

function withOne<Q extends QuestionContent>(question: Q, { of, kind, alt }: ShownFile, mediaId: string): Q {
  const file = { mediaId, alt };
  if (of === 'question') return { ...question, media: { ...file, kind } };
  const body = question.body as { readonly [field: string]: unknown };
  if (of === 'place') return 'picture' in body ? { ...question, body: { ...body, picture: file } } : question;
  const { options } = body;
  if (!Array.isArray(options)) return question;
  const part = kind === 'picture' ? { picture: file } : { plays: { ...file, kind } };
  return {
    ...question,
    body: { ...body, options: options.map((one, i) => (i === of.option ? { ...one, ...part } : one)) },
  };
}
