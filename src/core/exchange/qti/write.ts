import type { DecimalSign, QuestionContent, QuestionMedia } from '../../quiz';
import { cases, setTo, templateOf, value, variable } from './processing';
import { players, type Said, type Sized, saidOf } from './write-kinds';
import { el, type Xml, xmlText } from './xml';

/**
 * Questions as items of the QTI 3.0 standard (1EdTech), in a package: an item for each, a test where they are a quiz,
 * and a manifest. What the standard cannot say is told, item by item.
 */
export type QtiItem = QuestionContent & { readonly id: string };
/** A file of the library that goes into the package. */
export type QtiFile = { readonly href: string; readonly size: Sized | null };
export type QtiPackage = {
  /** The text files of the package, by their names. */
  readonly files: { readonly [name: string]: string };
  /** What could not be said, each with the question it is about. */
  readonly unsaid: readonly { readonly question: string; readonly sentence: string }[];
};

const itemSpace = 'http://www.imsglobal.org/xsd/imsqtiasi_v3p0';
const packageSpace = 'http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1';
/** What wrote an item, so that it is read back without guessing. */
export const toolName = 'Mosaik';

type Context = { readonly decimals: DecimalSign; readonly files: ReadonlyMap<string, QtiFile> };

const paragraphs = (text: string): Xml[] =>
  text
    .split(/\r\n|[\r\n]/u)
    .filter((line) => line.trim() !== '')
    .map((line) => el('p', {}, line));

const shown = (media: QuestionMedia | null, { files }: Context): Xml[] => {
  const href = media && files.get(media.mediaId)?.href;
  if (!media || !href) return [];
  const src = `../${href}`;
  if (media.kind === 'picture') return [el('p', {}, el('img', { src, alt: media.alt }))];
  return [el(players[media.kind], { src, controls: 'controls', title: media.alt })];
};

const outcome = (identifier: string, cardinality: string, baseType: string, more: object = {}, ...inside: Xml[]) =>
  el(
    'qti-outcome-declaration',
    { identifier, cardinality, 'base-type': baseType, ...(more as { [name: string]: string }) },
    ...inside,
  );
const defaultOf = (text: string) => el('qti-default-value', {}, el('qti-value', {}, text));

type Saying = readonly [identifier: string, words: string];

/** The rules of an item, with what is said by how much of it is right. */
function processingOf(scores: Said['scores'], says: readonly Saying[], points: number): Xml[] {
  if ('by' in scores) return [];
  if (says.length === 0)
    return ['template' in scores ? templateOf(scores.template) : el('qti-response-processing', {}, ...scores.rules)];
  const mapped = { map_response: 'qti-map-response', map_response_point: 'qti-map-response-point' } as const;
  const isMatch = 'template' in scores && scores.template === 'match_correct';
  const matched = el('qti-match', {}, variable('RESPONSE'), el('qti-correct', { identifier: 'RESPONSE' }));
  const scored =
    'rules' in scores
      ? scores.rules
      : [
          isMatch
            ? cases([matched, setTo('SCORE', value('float', '1'))], [null, setTo('SCORE', value('float', '0'))])
            : setTo('SCORE', el(mapped[scores.template as keyof typeof mapped], { identifier: 'RESPONSE' })),
        ];
  // Sums of parts may fall short of all by less than anybody gives.
  const all = el('qti-gte', {}, variable('SCORE'), value('float', String(points - 0.0005)));
  const some = el('qti-gt', {}, variable('SCORE'), value('float', '0'));
  const say = (identifier: string) => setTo('FEEDBACK', value('identifier', identifier));
  return [
    el('qti-response-processing', {}, ...scored, cases([all, say('right')], [some, say('part')], [null, say('wrong')])),
  ];
}

/** One question as an item, and what of it could not be said. */
export function qtiItem(question: QtiItem, identifier: string, context: Context) {
  const points = question.points / 1000;
  const hrefOf = (mediaId: string) => {
    const file = context.files.get(mediaId);
    return file ? `../${file.href}` : null;
  };
  const said = saidOf(question.kind, question.body, {
    ...{ points, decimals: context.decimals, hrefOf },
    sizeOf: (mediaId) => context.files.get(mediaId)?.size ?? null,
  });
  const byNobody = 'by' in said.scores && said.scores.by === 'none';
  const worth = byNobody ? 0 : points;
  const says: Saying[] = (
    [
      ['right', question.feedbackRight],
      ['part', question.feedbackPart || question.feedbackWrong],
      ['wrong', question.feedbackWrong],
    ] as const
  ).filter(([, words]) => words.trim() !== '' && !('by' in said.scores));
  const isByHuman = 'by' in said.scores && said.scores.by === 'human';
  const item = el(
    'qti-assessment-item',
    {
      xmlns: itemSpace,
      identifier,
      title: question.prompt.split('\n')[0]?.slice(0, 120) || 'Question',
      adaptive: false,
      'time-dependent': false,
      'tool-name': toolName,
    },
    ...said.declares,
    outcome(
      'SCORE',
      'single',
      'float',
      { 'normal-maximum': String(worth), ...(isByHuman && { 'external-scored': 'human' }) },
      defaultOf('0'),
    ),
    outcome('MAXSCORE', 'single', 'float', {}, defaultOf(String(worth))),
    ...(says.length > 0 ? [outcome('FEEDBACK', 'single', 'identifier')] : []),
    el('qti-item-body', {}, ...paragraphs(question.prompt), ...shown(question.media, context), ...said.interaction),
    ...processingOf(said.scores, says, points),
    ...says.map(([id, words]) =>
      el(
        'qti-modal-feedback',
        { 'outcome-identifier': 'FEEDBACK', identifier: id, 'show-hide': 'show' },
        el('qti-content-body', {}, ...paragraphs(words)),
      ),
    ),
  );
  const unsaid = [
    ...said.unsaid,
    ...(question.hint.trim() === '' ? [] : ['The hint stays behind.']),
    ...(question.media && !context.files.has(question.media.mediaId)
      ? ['What is shown with it is not in the package.']
      : []),
  ];
  return { text: xmlText(item), unsaid };
}

export type QtiTest = {
  readonly title: string;
  readonly minutes: number | null;
  /** Whether one can go back to what was left. */
  readonly goesBack: boolean;
  /** What is drawn for each sitting; nothing where it does not say. */
  readonly draws?: readonly QtiDraw[];
};
/** Questions of which some are drawn. */
export type QtiDraw = {
  readonly title: string;
  readonly count: number;
  /** How many of the questions that are on every paper stand before them. */
  readonly before: number;
  readonly questions: readonly QtiItem[];
  /** What of it cannot be said, in sentences. */
  readonly unsaid: readonly string[];
};

/** A package of questions; with a test where they are one paper. */
export function qtiPackage(questions: readonly QtiItem[], test: QtiTest | null, context: Context): QtiPackage {
  const draws = test?.draws ?? [];
  const all = [...questions, ...draws.flatMap((draw) => draw.questions)];
  const names = all.map((_, i) => `item-${String(i + 1).padStart(3, '0')}`);
  const files: { [name: string]: string } = {};
  const unsaid = draws.flatMap((draw) => draw.unsaid.map((sentence) => ({ question: draw.title, sentence })));
  for (const [i, question] of all.entries()) {
    const item = qtiItem(question, names[i] ?? '', context);
    files[`items/${names[i]}.xml`] = item.text;
    for (const sentence of item.unsaid)
      unsaid.push({ question: question.prompt.split('\n')[0]?.slice(0, 80) || `Question ${i + 1}`, sentence });
  }
  if (test) files['test.xml'] = testText(test, questions, names);
  files['imsmanifest.xml'] = manifestText(names, test !== null, context);
  return { files, unsaid };
}

type Named = { readonly question: QtiItem; readonly name: string };
type Section = { readonly title: string; readonly draws?: number; readonly items: readonly Named[] };

/** The sections of a test: for categories where they stand one behind the other, and for each draw in its place. */
function sectionsOf(test: QtiTest, questions: readonly QtiItem[], names: readonly string[]): Section[] {
  const fixed = questions.map((question, i): Named => ({ question, name: names[i] ?? '' }));
  const draws = (test.draws ?? []).map((draw, d) => {
    const earlier = (test.draws ?? []).slice(0, d).reduce((sum, one) => sum + one.questions.length, fixed.length);
    const items = draw.questions.map((question, i): Named => ({ question, name: names[earlier + i] ?? '' }));
    return { before: draw.before, section: { title: draw.title, draws: draw.count, items } };
  });
  const cuts = [0, ...draws.map(({ before }) => before), fixed.length];
  return cuts
    .slice(1)
    .flatMap((to, i): Section[] => [...byCategory(fixed.slice(cuts[i], to)), ...(draws[i] ? [draws[i].section] : [])]);
}

/** Questions in sections by their categories; in one where that would put them into another order. */
function byCategory(items: readonly Named[]): Section[] {
  const categories = [...new Set(items.map(({ question }) => question.category))];
  const runs = items.filter(({ question }, i) => i === 0 || items[i - 1]?.question.category !== question.category);
  if (runs.length !== categories.length) return [{ title: '', items }];
  return categories.map((title) => ({ title, items: items.filter(({ question }) => question.category === title) }));
}

const itemRef = ({ question, name }: Named) =>
  el('qti-assessment-item-ref', {
    identifier: name,
    href: `items/${name}.xml`,
    ...(question.category && { category: question.category.replace(/[^\p{L}\p{N}_-]+/gu, '-') }),
  });

function testText(test: QtiTest, questions: readonly QtiItem[], names: readonly string[]): string {
  return xmlText(
    el(
      'qti-assessment-test',
      { xmlns: itemSpace, identifier: 'test', title: test.title, 'tool-name': toolName },
      outcome('SCORE', 'single', 'float', {}, defaultOf('0')),
      ...(test.minutes === null ? [] : [el('qti-time-limits', { 'max-time': test.minutes * 60 })]),
      el(
        'qti-test-part',
        {
          identifier: 'part-1',
          'navigation-mode': test.goesBack ? 'nonlinear' : 'linear',
          'submission-mode': 'simultaneous',
        },
        ...sectionsOf(test, questions, names).map(({ title, draws, items }, i) =>
          el(
            'qti-assessment-section',
            {
              identifier: `section-${i + 1}`,
              title: title || test.title,
              visible: title && draws === undefined ? 'true' : 'false',
            },
            ...(draws === undefined
              ? []
              : [el('qti-selection', { select: draws }), el('qti-ordering', { shuffle: true })]),
            ...items.map(itemRef),
          ),
        ),
      ),
      el(
        'qti-outcome-processing',
        {},
        setTo('SCORE', el('qti-sum', {}, el('qti-test-variables', { 'variable-identifier': 'SCORE' }))),
      ),
    ),
  );
}

function manifestText(names: readonly string[], hasTest: boolean, { files }: Context): string {
  const file = (href: string) => el('file', { href });
  const resource = (identifier: string, type: string, href: string, ...more: Xml[]) =>
    el('resource', { identifier, type, href }, file(href), ...more);
  const depends = (identifier: string) => el('dependency', { identifierref: identifier });
  return xmlText(
    el(
      'manifest',
      { xmlns: packageSpace, identifier: 'package' },
      el('metadata', {}, el('schema', {}, 'QTI Package'), el('schemaversion', {}, '3.0.0')),
      el('organizations'),
      el(
        'resources',
        {},
        ...(hasTest ? [resource('test', 'imsqti_test_xmlv3p0', 'test.xml', ...names.map(depends))] : []),
        ...names.map((name) => resource(name, 'imsqti_item_xmlv3p0', `items/${name}.xml`)),
        ...[...files.values()].map(({ href }, i) => resource(`file-${i + 1}`, 'webcontent', href)),
      ),
    ),
  );
}
