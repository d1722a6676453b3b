import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { toThousandths } from '../../kernel/exact';
import { type Answer, kindOf, type QuestionContent, type QuestionKind, questionKinds, scoreAnswer } from '../../quiz';
import { readQtiItem } from './read';
import { withShown } from './shown';
import { parsedXml, type Responses, scoreOf } from './testing';
import { type QtiItem, qtiItem, qtiPackage } from './write';
import { below, wordsOf, type Xml } from './xml';

const context = { decimals: 'point' as const, files: new Map() };
const content = (kind: QuestionKind, body: unknown, part: Partial<QuestionContent> = {}): QtiItem => ({
  ...{ id: 'q', kind, body: body as QuestionContent['body'], prompt: 'What & <why>?', category: '', points: 1000 },
  ...{ media: null, hint: '', feedbackRight: '', feedbackPart: '', feedbackWrong: '' },
  ...part,
});
const written = (question: QtiItem) => parsedXml(qtiItem(question, 'item-001', context).text);

/** The identifier of the choice with some words. */
const idOf = (item: Xml, element: string, words: string) =>
  [...below(item, element)].find((one) => wordsOf(one) === words)?.attributes.identifier ?? 'nowhere';

/** What somebody who answers so would give the standard’s interactions. */
const responses: { readonly [K in QuestionKind]?: (item: Xml, body: never, answer: never) => Responses } = {
  one: (item, body, answer) => ({ RESPONSE: chosenIn(item, body, answer)[0] }),
  several: (item, body, answer) => ({ RESPONSE: chosenIn(item, body, answer) }),
  'true-false': (_item, _body, { holds }: { holds: boolean }) => ({ RESPONSE: String(holds) }),
  'short-text': (_item, _body, { typed }: { typed: string }) => ({ RESPONSE: typed }),
  number: (_item, _body, { typed }: { typed: string }) => ({ RESPONSE: typed }),
  gaps: (item, { chosen }: { chosen: boolean }, { gaps }: { gaps: readonly string[] }) =>
    Object.fromEntries(
      gaps.map((words, i) => [
        `RESPONSE_${i + 1}`,
        chosen && words !== '' ? idOf(item, 'qti-inline-choice', words) : words,
      ]),
    ),
  order: (item, body: { items: { id: string; text: string }[] }, { order }: { order: readonly string[] }) => ({
    RESPONSE: order.map((id) => idOf(item, 'qti-simple-choice', body.items.find((one) => one.id === id)?.text ?? '')),
  }),
  matching: (item, body: { pairs: { id: string; text: string }[] }, answer) =>
    placedIn(
      item,
      (id) => body.pairs.find((one) => one.id === id)?.text ?? '',
      (place) => place,
      answer,
    ),
  grouping: (item, body: { items: { id: string; text: string }[]; groups: { id: string; title: string }[] }, answer) =>
    placedIn(
      item,
      (id) => body.items.find((one) => one.id === id)?.text ?? '',
      (place) => body.groups.find((one) => one.id === place)?.title ?? '',
      answer,
    ),
  place: (_item, _body, { points }: { points: { x: number; y: number }[] }) => ({
    RESPONSE: points.map(({ x, y }) => `${x} ${y}`),
  }),
};
const chosenIn = (item: Xml, body: { options: { id: string; text: string }[] }, { chosen }: { chosen: string[] }) =>
  chosen.map((id) => idOf(item, 'qti-simple-choice', body.options.find((one) => one.id === id)?.text ?? ''));
const placedIn = (
  item: Xml,
  rowText: (id: string) => string,
  placeText: (id: string) => string,
  { placed }: { placed: { row: string; place: string }[] },
) => ({
  RESPONSE: placed.map(({ row, place }) => {
    const [rows, places] = [...below(item, 'qti-simple-match-set')];
    const from = rows && idOf(rows, 'qti-simple-associable-choice', rowText(row));
    const to = places && idOf(places, 'qti-simple-associable-choice', placeText(place));
    return `${from} ${to}`;
  }),
});

/** What the standard cannot say: slips, spaces and accents taken for the same, units, names of areas. */
const sayable = (kind: QuestionKind, body: object, answer: object): boolean => {
  const said = JSON.stringify([body, answer]);
  if (kind === 'short-text') return /"slips":0/.test(said) && !/ {2}|" |\u0300|\u0308/u.test(said);
  if (kind === 'gaps') return /"slips":0/.test(said);
  if (kind === 'one') return (answer as { chosen: string[] }).chosen.length < 2;
  if (kind === 'number') return /^-?\d+(\.\d+)?$/.test((answer as { typed: string }).typed);
  return kind !== 'place' || /"areas":\[\]}\]$/.test(said);
};

describe('what is written is scored by a processor of the standard as here', () => {
  const ruled = questionKinds.filter((kind) => kindOf(kind).judgedBy === undefined);
  test.each(ruled)('%s', (kind) => {
    const examples = kindOf(kind).examples.filter(({ body, answer }) => sayable(kind, body, answer));
    expect(examples.length).toBeGreaterThan(1);
    for (const points of [1000, 2500, 700])
      for (const feedbackRight of ['', 'Well read.'])
        for (const { body, answer } of examples) {
          const question = content(kind, body, { points, feedbackRight });
          const item = written(question);
          const given = responses[kind]?.(item, body as never, answer as never) ?? {};
          const here = toThousandths(scoreAnswer(question, answer as Answer).points);
          expect([kind, Math.round(scoreOf(item, given) * 1000)]).toEqual([kind, here]);
        }
  });

  test('two hundred items with answers nobody thought of', () => {
    const words = ['run', 'riffle', 'pool', 'weir', 'bend', 'glide'];
    const options = fc
      .array(fc.boolean(), { minLength: 2, maxLength: 6 })
      .map((rights) => rights.map((right, i) => ({ id: `o${i}`, text: words[i] ?? '', right, feedback: '' })));
    const picks = fc.uniqueArray(fc.nat(5), { maxLength: 6 });
    const drawn = fc.oneof(
      fc.tuple(options, picks).map(([list, chosen]) => ({
        kind: 'several' as const,
        body: { options: list },
        answer: { chosen: chosen.flatMap((i) => list[i]?.id ?? []) },
      })),
      fc.tuple(fc.shuffledSubarray(words, { minLength: 2 }), fc.nat()).chain(([list]) =>
        fc.shuffledSubarray(list, { minLength: list.length }).map((order) => ({
          kind: 'order' as const,
          body: { items: list.map((text) => ({ id: text, text })) },
          answer: { order },
        })),
      ),
      fc
        .tuple(fc.array(fc.nat(3), { minLength: 1, maxLength: 6 }), fc.array(fc.nat(3), { maxLength: 6 }))
        .map(([homes, placed]) => ({
          kind: 'grouping' as const,
          body: {
            groups: [0, 1, 2, 3].map((g) => ({ id: `g${g}`, title: `Group ${g}` })),
            items: homes.map((home, i) => ({ id: `i${i}`, text: words[i] ?? '', groupId: `g${home}` })),
          },
          answer: { placed: placed.slice(0, homes.length).map((place, i) => ({ row: `i${i}`, place: `g${place}` })) },
        })),
      fc
        .tuple(fc.integer({ min: -500, max: 500 }), fc.nat(60), fc.integer({ min: -600, max: 600 }))
        .map(([value, off, typed]) => ({
          kind: 'number' as const,
          body: { value: String(value / 100), tolerance: String(off / 100), unit: '' },
          answer: { typed: String(typed / 100) },
        })),
    );
    let nonzero = 0;
    fc.assert(
      fc.property(drawn, fc.integer({ min: 1, max: 20_000 }), ({ kind, body, answer }, points) => {
        const question = content(kind, body, { points });
        const item = written(question);
        const given = responses[kind]?.(item, body as never, answer as never) ?? {};
        const { n, d } = scoreAnswer(question, answer as Answer).points;
        const here = Number(n) / Number(d);
        expect(Math.abs(scoreOf(item, given) - here)).toBeLessThan(1e-9);
        if (here > 0) nonzero += 1;
      }),
      { numRuns: 200 },
    );
    expect(nonzero).toBeGreaterThan(40);
  });

  test('what a person or nobody judges has no rules', () => {
    for (const kind of questionKinds.filter((one) => kindOf(one).judgedBy !== undefined)) {
      const item = written(content(kind, kindOf(kind).examples[0]?.body));
      expect([kind, [...below(item, 'qti-response-processing')].length]).toEqual([kind, 0]);
    }
  });
});

let next = 0;
const ids = () => {
  next += 1;
  const own = next;
  return (part: number) => `p${own}-${part}`;
};
const back = (question: QtiItem) => readQtiItem(written(question), 'item.xml', ids());

/** A body without ids and what does not travel. */
const plain = (body: unknown): unknown =>
  JSON.parse(JSON.stringify(body), (key, value) => {
    if (
      [
        'id',
        'groupId',
        'picture',
        'feedback',
        'guide',
        'slips',
        'unit',
        'named',
        'name',
        'fromWords',
        'toWords',
        'most',
        'megabytes',
      ].includes(key)
    )
      return undefined;
    return value;
  });

test.each(questionKinds)('what is written is read back as it was, as far as the standard goes: %s', (kind) => {
  for (const { body } of kindOf(kind).examples) {
    if (kind === 'gaps' && /\[\]/.test(JSON.stringify(body))) continue;
    if (kindOf(kind).rules.some((rule) => rule.level === 'settle' && rule.check(body, 'It'))) continue;
    const question = content(kind, body, { points: 2500, feedbackRight: 'Well read.\nYes.' });
    const { question: read, notes } = back(question);
    expect([kind, notes.join(' '), read?.kind]).toEqual([kind, expect.any(String), kind]);
    expect(read).toMatchObject({
      prompt: expect.stringContaining('What & <why>?'),
      points: kindOf(kind).judgedBy === 'nobody' ? 0 : 2500,
    });
    if (!kindOf(kind).judgedBy) expect(read?.feedbackRight).toBe('Well read.\nYes.');
    expect(scoreKinds(kind, read?.body)).toEqual(scoreKinds(kind, body));
  }
});

test('areas on a picture, boxes and ellipses, are where they were', () => {
  const within = fc.integer({ min: 0, max: 1000 });
  const area = fc
    .record({ x: within, y: within, width: within, height: within, shape: fc.constantFrom('box', 'ellipse') })
    .filter(({ x, y, width, height }) => width > 0 && height > 0 && x + width <= 1000 && y + height <= 1000);
  fc.assert(
    fc.property(fc.array(area, { minLength: 1, maxLength: 4 }), (areas) => {
      const body = {
        picture: null,
        areas: areas.map((one, i) => ({ ...one, id: `a${i}`, name: `${i}`, right: true })),
        named: false,
      };
      const { question: read } = back(content('place', body));
      expect(read?.body).toMatchObject({ areas });
    }),
  );
});

/** What of a body decides a score, whatever it is called: for kinds whose parts are written in another order. */
const scoreKinds = (kind: QuestionKind, body: unknown): unknown => {
  const bare = plain(body) as { [field: string]: unknown };
  if (kind === 'number') return Number((bare as { value: string }).value);
  if (kind === 'gaps') return { ...bare, text: String(bare.text).replace(/\s+/g, ' ') };
  if (kind === 'short-text') return (bare as { accepted: string[] }).accepted.filter(Boolean);
  if (kind === 'place') return (bare as { areas: { right: boolean }[] }).areas.filter(({ right: isRight }) => isRight);
  const lists = Object.values(bare).filter(Array.isArray) as unknown[][];
  return kind === 'order' || kind === 'opinion'
    ? bare
    : lists.map((list) => list.map((one) => JSON.stringify(one)).sort());
};

test('a package has an item for each question, a test in their order, and says what stays behind', () => {
  const questions = [
    content('short-text', { accepted: ['run'], matchCase: false, slips: 1 }, { hint: 'Quick.', category: 'Flow' }),
    { ...content('true-false', { holds: true }, { category: 'Flow' }), id: 'r' },
  ];
  const { files, unsaid } = qtiPackage(questions, { title: 'A & B', minutes: 20, goesBack: false }, context);
  expect(Object.keys(files).sort()).toEqual([
    'imsmanifest.xml',
    'items/item-001.xml',
    'items/item-002.xml',
    'test.xml',
  ]);
  expect(unsaid.map(({ sentence }) => sentence)).toEqual([
    'That one slip is forgiven cannot be said.',
    'The hint stays behind.',
  ]);
  const run = parsedXml(files['test.xml'] ?? '');
  expect([...below(run, 'qti-assessment-item-ref')].map(({ attributes }) => attributes.href)).toEqual([
    'items/item-001.xml',
    'items/item-002.xml',
  ]);
  expect([...below(run, 'qti-time-limits')][0]?.attributes['max-time']).toBe('1200');
  expect(run.attributes.title).toBe('A & B');
});

const older = (interaction: string, declaration: string, more = '') =>
  parsedXml(`<assessmentItem xmlns="http://www.imsglobal.org/xsd/imsqti_v2p1" identifier="a" title="T" adaptive="false" timeDependent="false">
    <responseDeclaration identifier="RESPONSE" ${declaration}</responseDeclaration>
    <outcomeDeclaration identifier="SCORE" cardinality="single" baseType="float"/>
    <itemBody><p>Which <b>bank</b>?</p>${interaction}</itemBody>${more}</assessmentItem>`);
const right = (...values: string[]) =>
  `<correctResponse>${values.map((one) => `<value>${one}</value>`).join('')}</correctResponse>`;
const simple = (...ids: string[]) =>
  ids.map((one) => `<simpleChoice identifier="${one}">${one}</simpleChoice>`).join('');

test.each<[name: string, item: Xml, kind: string | null, note: RegExp]>([
  [
    'one choice of 2.1',
    older(
      `<choiceInteraction responseIdentifier="RESPONSE" maxChoices="1"><prompt>Say.</prompt>${simple('A', 'B')}</choiceInteraction>`,
      `cardinality="single" baseType="identifier">${right('B')}`,
      '<responseProcessing template="http://www.imsglobal.org/question/qti_v2p1/rptemplates/match_correct"/>',
    ),
    'one',
    /^$/,
  ],
  [
    'rules of its own',
    older(
      `<choiceInteraction responseIdentifier="RESPONSE" maxChoices="1">${simple('A', 'B')}</choiceInteraction>`,
      `cardinality="single" baseType="identifier">${right('B')}`,
      '<responseProcessing><responseCondition/></responseProcessing>',
    ),
    'one',
    /scoring is written out by itself/,
  ],
  [
    'options of different worth',
    older(
      `<choiceInteraction responseIdentifier="RESPONSE" maxChoices="0">${simple('A', 'B', 'C')}</choiceInteraction>`,
      `cardinality="multiple" baseType="identifier">${right('A', 'B')}<mapping><mapEntry mapKey="A" mappedValue="1"/><mapEntry mapKey="B" mappedValue="2"/></mapping>`,
    ),
    'several',
    /different points/,
  ],
  [
    'a number with a tolerance',
    older(
      '<p>About <textEntryInteraction responseIdentifier="RESPONSE"/> m</p>',
      `cardinality="single" baseType="float">${right('4.5')}`,
      '<responseProcessing><responseCondition><responseIf><equal toleranceMode="absolute" tolerance="0.5 0.5"><variable identifier="RESPONSE"/><correct identifier="RESPONSE"/></equal></responseIf></responseCondition></responseProcessing>',
    ),
    'number',
    /scoring/,
  ],
  [
    'nothing right',
    older(
      `<choiceInteraction responseIdentifier="RESPONSE" maxChoices="0">${simple('A', 'B')}</choiceInteraction>`,
      'cardinality="multiple" baseType="identifier">',
    ),
    null,
    /no option that it is right/,
  ],
  [
    'an interaction nobody knows',
    older(
      '<sliderInteraction responseIdentifier="RESPONSE"/>',
      `cardinality="single" baseType="integer">${right('4')}`,
    ),
    null,
    /slider-interaction/,
  ],
  [
    'two sorts at once',
    older(
      '<p><textEntryInteraction responseIdentifier="RESPONSE"/></p><uploadInteraction responseIdentifier="R2"/>',
      'cardinality="single" baseType="string">',
    ),
    null,
    /several things at once/,
  ],
  ['no item', parsedXml('<assessmentTest/>'), null, /no item of QTI/],
  ['no body', parsedXml('<assessmentItem/>'), null, /no body/],
])('items of others are read, or told why not: %s', (_name, item, kind, note) => {
  const read = readQtiItem(item, 'a.xml', ids());
  expect([read.question?.kind ?? null, read.notes.join(' ')]).toEqual([kind, expect.stringMatching(note)]);
  if (kind === 'one') expect(read.question?.prompt).toMatch(/^Which bank\?/);
  if (kind === 'number') expect(read.question?.body).toEqual({ value: '4.5', tolerance: '0.5', unit: 'm' });
});

test('what a quiz draws is a section that selects, in its place, with its questions worth what the draw says', () => {
  const ask = (prompt: string, points = 1000) => ({
    ...content('true-false', { holds: true }, { prompt, points }),
    id: prompt,
  });
  const draw = {
    ...{ title: '2 of Flow', count: 2, before: 1, unsaid: ['Not sayable.'] },
    questions: [ask('c', 3000), ask('d', 3000), ask('e', 3000)],
  };
  const run = { title: 'A', minutes: null, goesBack: true, draws: [draw] };
  const { files, unsaid } = qtiPackage([ask('a'), ask('b')], run, context);
  const sections = [...below(parsedXml(files['test.xml'] ?? ''), 'qti-assessment-section')];
  const refs = sections.map((one) =>
    [...below(one, 'qti-assessment-item-ref')].map(({ attributes }) => attributes.href),
  );
  const item = (n: number) => `items/item-00${n}.xml`;
  expect(refs).toEqual([[item(1)], [item(3), item(4), item(5)], [item(2)]]);
  expect(sections.map((one) => [...below(one, 'qti-selection')][0]?.attributes.select)).toEqual([
    undefined,
    '2',
    undefined,
  ]);
  expect(files[item(4)]).toContain('normal-maximum="3"');
  expect(unsaid).toEqual([{ question: '2 of Flow', sentence: 'Not sayable.' }]);
});

test('files an item shows are found with where they stand, whichever element shows them', () => {
  const choice = older(
    `<p><img src="../media/a.png" alt="Bend"/><img src="b.png" alt="More"/></p>
      <choiceInteraction responseIdentifier="RESPONSE" maxChoices="1">
        <simpleChoice identifier="A"><audio title="Call"><source src="call.mp3"/></audio></simpleChoice>
        <simpleChoice identifier="B"><object data="c.png" type="image/png"/>Heron</simpleChoice>
      </choiceInteraction>`,
    `cardinality="single" baseType="identifier">${right('B')}`,
  );
  const read = readQtiItem(choice, 'items/a.xml', ids());
  expect(read.shows).toEqual([
    { href: '../media/a.png', kind: 'picture', alt: 'Bend', of: 'question' },
    { href: 'call.mp3', kind: 'audio', alt: 'Call', of: { option: 0 } },
    { href: 'c.png', kind: 'picture', alt: '', of: { option: 1 } },
  ]);
  expect(read.notes).toContain('Another picture or recording in it stays behind.');
  const question = read.question as QuestionContent;
  const shown = withShown(question, read.shows, ({ href }) => (href === 'call.mp3' ? 'sound' : undefined));
  expect([shown.media, (shown.body as { options: object[] }).options]).toEqual([
    null,
    [
      expect.objectContaining({ text: '', plays: { mediaId: 'sound', alt: 'Call', kind: 'audio' } }),
      expect.not.objectContaining({ picture: expect.anything() }),
    ],
  ]);
});
