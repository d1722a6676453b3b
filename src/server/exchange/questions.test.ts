import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { expect, test } from 'vitest';
import { kindOf, questionKinds } from '@/core/quiz';
import { addMedia } from '../media';
import { database } from '../platform/database';
import { putBytes } from '../platform/files';
import { newId } from '../platform/ids';
import { owner, useTestSchool } from '../testing/school';
import { readQuestionsFile } from './questions';
import { type OutQuestion, questionsFile } from './questions-out';

const school = useTestSchool();
const question = (part: Partial<OutQuestion> = {}): OutQuestion => ({
  ...{ id: newId(), kind: 'one', prompt: 'Which?', category: '', points: 2000, media: null, hint: '' },
  body: {
    options: [
      { id: 'a', text: 'Riffle', right: true, feedback: '' },
      { id: 'b', text: 'Pool', right: false, feedback: '' },
    ],
  },
  ...{ feedbackRight: 'Yes.', feedbackPart: '', feedbackWrong: '' },
  ...part,
});
const all = (): OutQuestion[] =>
  questionKinds.flatMap((kind) => {
    const [example] = kindOf(kind).examples;
    return example ? [question({ kind, body: example.body, prompt: `Of the kind ${kind}?` })] : [];
  });
const read = async (bytes: Uint8Array, name = 'questions.zip') => {
  const found = await readQuestionsFile(bytes, name);
  if (!found.ok) return { refused: found.problem.sentence };
  return {
    kinds: found.value.questions.map(({ kind }) => kind),
    points: found.value.questions.map(({ points }) => points),
    notes: found.value.notes.map(({ where, sentence }) => `${where}: ${sentence}`).join('\n'),
  };
};

test.each(['qti', 'csv', 'xlsx'] as const)('questions of every kind go out as %s and come back in', async (form) => {
  const { bytes, ending } = await questionsFile(database(), form, all(), null);
  const back = await read(bytes, `questions.${ending}`);
  expect(back.kinds).toEqual(questionKinds);
  const worth = questionKinds.map((kind) => (form === 'qti' && kindOf(kind).judgedBy === 'nobody' ? 0 : 2000));
  expect(back.points).toEqual(worth);
  const again = await questionsFile(database(), form, all(), null);
  if (form === 'qti') expect(Buffer.compare(Buffer.from(again.bytes), Buffer.from(bytes))).toBe(0);
});

test('a package has its pictures, and what stays behind is in it as a list', async () => {
  const { hash } = await putBytes('a picture');
  const file = { hash, contentType: 'image/png', fileName: 'weir.png' };
  const added = await addMedia.run(owner(school.owner), { courseId: null, kind: 'picture', mediaId: null, ...file });
  const mediaId = added.ok ? added.value.id : '';
  const shown = question({ media: { mediaId, kind: 'picture', alt: 'A weir' }, hint: 'Look.' });
  const { bytes, unsaid } = await questionsFile(
    database(),
    'qti',
    [shown, question({ media: { mediaId: newId(), kind: 'film', alt: '' } })],
    { title: 'A test', minutes: null, goesBack: true },
  );
  const files = unzipSync(bytes);
  const href = Object.keys(files).find((name) => name.startsWith('media/')) ?? '';
  expect(strFromU8(files[href] ?? new Uint8Array())).toBe('a picture');
  expect(strFromU8(files['items/item-001.xml'] ?? new Uint8Array())).toContain(`src="../${href}" alt="A weir"`);
  expect(strFromU8(files['imsmanifest.xml'] ?? new Uint8Array())).toContain(`href="${href}"`);
  expect(unsaid.map(({ sentence }) => sentence)).toEqual([
    'The hint stays behind.',
    'What is shown with it is not in the package.',
  ]);
  expect(strFromU8(files['what-stays-behind.txt'] ?? new Uint8Array())).toContain('Which?: The hint stays behind.');
  const back = await readQuestionsFile(bytes, 'questions.zip');
  expect(back.ok && back.value.questions.map(({ shows }) => shows)).toEqual([
    [{ href, kind: 'picture', alt: 'A weir', of: 'question' }],
    undefined,
  ]);
});

const item = (inside: string, head = '') =>
  `${head}<qti-assessment-item xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0" identifier="a" title="T">${inside}</qti-assessment-item>`;
const asks = `<qti-response-declaration identifier="RESPONSE" cardinality="single" base-type="string"><qti-correct-response><qti-value>run</qti-value></qti-correct-response></qti-response-declaration>
  <qti-item-body><p>What?</p><qti-text-entry-interaction response-identifier="RESPONSE"/></qti-item-body>`;
const slider = '<qti-item-body><qti-slider-interaction response-identifier="RESPONSE"/></qti-item-body>';
const zip = (files: { readonly [name: string]: string }) =>
  zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])));

test('a mixed package: what can be read is read in the order of its manifest, and everything else is named', async () => {
  const manifest =
    '<manifest><resources><resource href="b.xml"/><resource href="../a.xml"/><resource href="gone.xml"/></resources></manifest>';
  const bomb = item(asks, '<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]>');
  const files = {
    'imsmanifest.xml': manifest,
    'a.xml': item(asks.replace('What?', 'First?<img src="../secret.png" alt=""/>')),
    'b.xml': item(asks),
    '../../c.xml': item(slider),
    'd.xml': bomb,
    'e.xml': item('<qti-item-body><p>never closed'),
    'picture.png': 'x',
  };
  const found = await readQuestionsFile(zip(files), 'mixed.zip');
  expect(found.ok && found.value.questions.map(({ prompt }) => prompt)).toEqual(['What?', 'First?']);
  const notes = found.ok ? found.value.notes.map(({ where, sentence }) => `${where}: ${sentence}`) : [];
  expect(notes).toEqual([
    'a.xml: First?: It shows a file that is not in the package: ../secret.png',
    '../../c.xml: Its interaction (slider-interaction) is none that can be read here.',
    'd.xml: It declares a document type, and such files are not read.',
    'e.xml: It is no well-formed XML.',
    'The package: 1 other file in it stays behind.',
  ]);
});

test.each<[name: string, bytes: () => Uint8Array, file: string, sentence: RegExp]>([
  ['nothing', () => new Uint8Array(), 'a.zip', /is empty/],
  ['a broken archive', () => strToU8('PK\u0003\u0004 nothing'), 'a.zip', /cannot be read/],
  ['an archive of nothing', () => zip({ 'a.txt': 'x' }), 'a.zip', /no item of QTI/],
  ['too large', () => new Uint8Array(50 * 1024 * 1024 + 1), 'a.zip', /larger than 50 MB/],
  ['a bomb', () => zipSync({ 'a.xml': new Uint8Array(210 * 1024 * 1024) }), 'a.zip', /more than 200 MB/],
  ['what is no text', () => new Uint8Array([1, 0, 2, 0]), 'a.bin', /no file of questions/],
])('a file that is none says so: %s', async (_name, bytes, file, sentence) => {
  expect((await read(bytes(), file)).refused).toMatch(sentence);
});

test('a single item, plain lines and a table are told apart by what they are', async () => {
  expect((await read(strToU8(item(asks)), 'a.xml')).kinds).toEqual(['short-text']);
  expect((await read(strToU8('Which?\n+ a\n- b'), 'a.txt')).kinds).toEqual(['one']);
  const table = await read(strToU8('Question,Right,Wrong,Colour\nWhich?,a,b,red\n,c,d,blue'), 'a.txt');
  expect([table.kinds, table.notes]).toEqual([
    ['one'],
    'Column "Colour": It says nothing here, and stays behind.\nRow 3: It asks nothing.',
  ]);
});
