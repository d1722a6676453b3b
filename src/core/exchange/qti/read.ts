import { type BodyOf, checkBody, type QuestionContent, type QuestionKind } from '../../quiz';
import { type Declaration, declarationOf } from './declared';
import { type Interaction, readers } from './read-kinds';
import { type ShownFile, shownFiles } from './shown';
import { toolName } from './write';
import { below, within, wordsOf, type Xml } from './xml';

/**
 * Items of the standard as questions: QTI 3.0, and 2.1 and 2.2, whose names are the same written otherwise. What
 * cannot be read is told item by item, and so is what is read otherwise than it was meant.
 */
export type ReadItem = {
  /** The name of the file it stands in. */
  readonly file: string;
  readonly question: QuestionContent | null;
  /** The files it shows, to be looked for in its package. */
  readonly shows: readonly ShownFile[];
  /** In sentences: why it could not be read, or what of it stays behind. */
  readonly notes: readonly string[];
};

/** `choiceInteraction` and `qti-choice-interaction` are one: `choice-interaction`. */
const plainName = (name: string): string =>
  (name.split(':').at(-1) ?? name)
    .replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)
    .replace(/^-/, '')
    .replace(/^qti-/, '');

/** A tree with the names of today, whichever version it was written in. */
export function normal(root: Xml): Xml {
  return {
    name: plainName(root.name),
    attributes: Object.fromEntries(Object.entries(root.attributes).map(([name, value]) => [plainName(name), value])),
    children: root.children.map((child) => (typeof child === 'string' ? child : normal(child))),
  };
}

const isInteraction = ({ name }: Xml) => name.endsWith('-interaction');

/** What an item is worth: as it says, or as its parts come to; a point where nothing says. */
function pointsOf(item: Xml, declared: readonly Declaration[]): number {
  const outcomes = within(item, 'outcome-declaration');
  const named = (identifier: string) => outcomes.find((one) => one.attributes.identifier === identifier);
  const highest = named('MAXSCORE');
  const said = [
    highest ? [...below(highest, 'value')].map((one) => wordsOf(one))[0] : undefined,
    named('SCORE')?.attributes['normal-maximum'],
  ].flatMap((text) => (text !== undefined && Number.isFinite(Number(text)) ? [Number(text)] : []));
  const parts = declared
    .flatMap(({ mapping, areas }) => [...mapping, ...areas])
    .reduce((sum, { worth }) => sum + Math.max(0, worth), 0);
  const points = said[0] ?? (parts > 0 ? parts : 1);
  return Math.min(1_000_000, Math.max(0, Math.round(points * 1000)));
}

const standard = /(match_correct|map_response|map_response_point)(\.xml)?$/;

/** Whether the rules of an item are those of the standard, or ours. */
function rulesNote(item: Xml): readonly string[] {
  if (item.attributes['tool-name'] === toolName) return [];
  const [rules] = within(item, 'response-processing');
  const template = rules?.attributes.template ?? rules?.attributes['template-location'] ?? '';
  if (!rules || standard.test(template)) return [];
  return ['Its scoring is written out by itself; here the rule of its kind holds. Look at what it is worth.'];
}

function feedbackOf(item: Xml, points: number) {
  const says = within(item, 'modal-feedback').map((one) => ({
    id: (one.attributes.identifier ?? '').toLowerCase(),
    words: wordsOf(one),
  }));
  const of = (...names: readonly string[]) => says.find(({ id }) => names.includes(id))?.words ?? '';
  const known = ['right', 'correct', 'part', 'partial', 'wrong', 'incorrect'];
  const others = says.filter(({ id }) => !known.includes(id)).length;
  const [right, part, wrong] = [of('right', 'correct'), of('part', 'partial'), of('wrong', 'incorrect')];
  return {
    feedback: { feedbackRight: right, feedbackPart: part === wrong ? '' : part, feedbackWrong: wrong },
    notes: others > 0 && points >= 0 ? [`${others === 1 ? 'A feedback' : `${others} feedbacks`} stay behind.`] : [],
  };
}

/** One item as a question. `partId` gives each of its parts an id. */
export function readQtiItem(root: Xml, file: string, partId: (part: number) => string): ReadItem {
  const item = normal(root);
  const refuse = (sentence: string): ReadItem => ({ file, question: null, shows: [], notes: [sentence] });
  if (item.name !== 'assessment-item') return refuse('This is no item of QTI 2.1, 2.2 or 3.0.');
  const [bodyXml] = within(item, 'item-body');
  if (!bodyXml) return refuse('It asks nothing: it has no body.');
  const found = [...all(bodyXml)].filter(isInteraction);
  const names = [...new Set(found.map(({ name }) => name))];
  const [name] = names;
  if (!name) return refuse('It asks nothing: no interaction stands in it.');
  if (names.length > 1) return refuse(`It asks several things at once (${names.join(', ')}). Make a question of each.`);
  const reader = readers[name];
  if (!reader) return refuse(`Its interaction (${name}) is none that can be read here.`);
  const interactions: Interaction[] = found.map((xml) => ({
    xml,
    declared: declarationOf(item, xml.attributes['response-identifier'] ?? ''),
  }));
  const read = reader({ interactions, body: bodyXml, rules: within(item, 'response-processing'), partId });
  if ('refusal' in read) return refuse(read.refusal);
  const body = checkBody(read.kind, read.body);
  if (!body.ok) return refuse(`It cannot be kept as it is: ${body.problem.sentence}`);
  const points = pointsOf(
    item,
    interactions.map(({ declared }) => declared),
  );
  const { feedback, notes } = feedbackOf(item, points);
  const { shown, others } = shownFiles(bodyXml);
  const prompt = promptOf(bodyXml, read.promptIsBody === true) || (item.attributes.title ?? '');
  return {
    file,
    question: content(read.kind, body.value, { prompt: prompt.slice(0, 4000), points, ...feedback }),
    shows: shown,
    notes: [
      ...read.notes,
      ...rulesNote(item),
      ...notes,
      ...(others > 0
        ? [
            `${others === 1 ? 'Another picture or recording in it stays' : `${others} other pictures or recordings in it stay`} behind.`,
          ]
        : []),
      ...(prompt.length > 4000 ? ['What is asked was longer than 4,000 characters, and was cut there.'] : []),
    ],
  };
}

const content = (kind: QuestionKind, body: BodyOf<QuestionKind>, part: Partial<QuestionContent>): QuestionContent => ({
  ...{ kind, body, prompt: '', category: '', points: 1000, media: null, hint: '' },
  ...{ feedbackRight: '', feedbackPart: '', feedbackWrong: '' },
  ...part,
});

function* all(root: Xml): Generator<Xml> {
  for (const child of within(root)) {
    yield child;
    yield* all(child);
  }
}

/** What is asked: the words around the interaction, and its own prompt. */
function promptOf(body: Xml, isBody: boolean): string {
  const prompt = [...below(body, 'prompt')].map((one) => wordsOf(one)).join('\n');
  // Where the text is what is answered, only what stands before it asks.
  const around = isBody
    ? wordsOf({ ...body, children: beforeFirst(body) })
    : wordsOf(body, (one) => (isInteraction(one) ? '' : null));
  return [around, prompt].filter(Boolean).join('\n');
}

/** What stands in a body before the first thing to be answered. */
function beforeFirst(body: Xml): readonly (Xml | string)[] {
  const at = body.children.findIndex(
    (child) => typeof child !== 'string' && (isInteraction(child) || [...all(child)].some(isInteraction)),
  );
  return at < 0 ? body.children : body.children.slice(0, at);
}
