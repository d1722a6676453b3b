import { strFromU8, unzipSync } from 'fflate';
import {
  questionsFromRows,
  type ReadItem,
  readQtiItem,
  readXml,
  type ShownFile,
  type TableQuestion,
} from '@/core/exchange';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { counted } from '@/core/kernel/words';
import { mostQuestionsAtOnce, questionsFromLines } from '@/core/quiz';
import { decodeText } from '../platform/decode';
import { newId } from '../platform/ids';
import { readSheetFile } from './sheets';
import { isZip, mostUnpackedBytes, unpackedSize } from './zip';

/** `shows`: files of its package that it shows, by their whole names there. */
export type FoundQuestion = TableQuestion & { readonly id: string; readonly shows?: readonly ShownFile[] };
/** What a file of questions holds, without anything being made of it yet. */
export type QuestionsPreview = {
  readonly form: 'QTI' | 'table' | 'lines';
  readonly questions: readonly FoundQuestion[];
  /** What could not be read, or is read otherwise than it was meant, and where it stands. */
  readonly notes: readonly { readonly where: string; readonly sentence: string }[];
};

export const mostQuestionBytes = 50 * 1024 * 1024;

/** A file of questions: a package or an item of QTI, a table as CSV or XLSX, or plain lines; told apart by what it is. */
export async function readQuestionsFile(bytes: Uint8Array, name: string): Promise<Result<QuestionsPreview>> {
  if (bytes.length > mostQuestionBytes) return fail('too-large', 'This file is larger than 50 MB. Send it in parts.');
  if (bytes.length === 0) return fail('invalid', 'This file is empty.');
  if (isZip(bytes)) return readZip(bytes);
  if (bytes.includes(0) && bytes[0] !== 0xff && bytes[0] !== 0xfe)
    return fail('invalid', 'This is no file of questions. Take QTI, CSV, XLSX or plain lines.');
  const { text, note } = decodeText(bytes);
  const notes = note === null ? [] : [{ where: name, sentence: note }];
  if (/^\s*</.test(text)) {
    const read = readItem(text, name);
    return ok(previewOf('QTI', [read], notes, new Set()));
  }
  if (/\.(csv|tsv)$/i.test(name) || /^\uFEFF?"?Question"?[,;\t]/i.test(text)) return readTable(bytes);
  const { questions, faults } = questionsFromLines(text, newId);
  return ok({
    form: 'lines',
    questions: questions.map(({ line: _line, ...question }) => question),
    notes: [...notes, ...faults.map(({ line, sentence }) => ({ where: `Line ${line}`, sentence }))],
  });
}

async function readTable(bytes: Uint8Array): Promise<Result<QuestionsPreview>> {
  const sheet = await readSheetFile(bytes);
  if (!sheet.ok) return sheet;
  const { head, rows, note } = sheet.value;
  const { questions, faults, unread } = questionsFromRows(head, rows, newId);
  return ok({
    form: 'table',
    questions: questions.map(({ row: _row, ...question }) => question),
    notes: [
      ...(note === null ? [] : [{ where: 'The file', sentence: note }]),
      ...unread.map((name) => ({ where: `Column "${name}"`, sentence: 'It says nothing here, and stays behind.' })),
      ...faults.map(({ row, sentence }) => ({ where: `Row ${row}`, sentence })),
    ],
  });
}

/** A zip is a workbook or a package of items. Nothing of it is written anywhere, whatever its names are. */
async function readZip(bytes: Uint8Array): Promise<Result<QuestionsPreview>> {
  const unpacked = unpackedSize(bytes);
  if (unpacked === Number.POSITIVE_INFINITY) return fail('invalid', 'This archive cannot be read. Save it again.');
  if (unpacked > mostUnpackedBytes)
    return fail('too-large', 'This archive grows to more than 200 MB when it is unpacked. Send it in parts.');
  const names: string[] = [];
  const texts = unzipSync(bytes, {
    filter: ({ name }) => {
      names.push(name);
      return /\.xml$/i.test(name);
    },
  });
  if (names.some((name) => name.startsWith('xl/'))) return readTable(bytes);
  const files = new Map(Object.entries(texts).map(([name, content]) => [name, strFromU8(content)]));
  const notes: QuestionsPreview['notes'][number][] = [];
  const items: ReadItem[] = [];
  for (const [name, text] of itemsIn(files)) {
    if (items.length >= mostQuestionsAtOnce) {
      notes.push({
        where: name,
        sentence: `Only ${mostQuestionsAtOnce} items are read at once; the rest stays behind.`,
      });
      break;
    }
    items.push(readItem(text, name));
  }
  if (items.length === 0) return fail('invalid', 'There is no item of QTI in this archive.');
  const drawing = [...files.values()].reduce((sum, text) => sum + (text.match(drawn)?.length ?? 0), 0);
  if (drawing > 0)
    notes.push({
      where: 'The test',
      sentence: `${counted(drawing, 'section draws', 'sections draw')} only some of ${drawing === 1 ? 'its' : 'their'} questions; all of them come in.`,
    });
  const preview = previewOf('QTI', items, notes, new Set(names));
  const taken = new Set(preview.questions.flatMap(({ shows = [] }) => shows.map(({ href }) => href)));
  const others = names.filter((name) => !/\.xml$/i.test(name) && !name.endsWith('/') && !taken.has(name)).length;
  if (others === 0) return ok(preview);
  const sentence = `${counted(others, 'other file in it stays', 'other files in it stay')} behind.`;
  return ok({ ...preview, notes: [...preview.notes, { where: 'The package', sentence }] });
}

/** A section of a test that takes only some of its questions. */
const drawn = /<(?:\w+:)?(?:qti-)?selection\s/g;

/** The files of a package that are items, in the order of its test, or of its manifest, or of their names. */
function itemsIn(files: ReadonlyMap<string, string>): readonly (readonly [name: string, text: string])[] {
  const isItem = (text: string) => /<(?:\w+:)?(?:qti-assessment-item|assessmentItem)[\s>]/.test(text.slice(0, 4000));
  const items = [...files].filter(([, text]) => isItem(text));
  const orders = [...files]
    .filter(
      ([name, text]) =>
        !isItem(text) && (/imsmanifest\.xml$/i.test(name) || /assessment-?test/i.test(text.slice(0, 4000))),
    )
    .toSorted(([a], [b]) => Number(/imsmanifest/i.test(a)) - Number(/imsmanifest/i.test(b)));
  const place = new Map<string, number>();
  for (const [, text] of orders)
    for (const [, href = ''] of text.matchAll(/\shref="([^"]+\.xml)"/gi)) {
      const plain = href.replace(/^(\.\.?\/)+/, '');
      if (!place.has(plain)) place.set(plain, place.size);
    }
  const placeOf = (name: string) => {
    const found = [...place].find(([href]) => name === href || name.endsWith(`/${href}`));
    return found ? found[1] : place.size;
  };
  return items.toSorted(([a], [b]) => placeOf(a) - placeOf(b) || (a < b ? -1 : 1));
}

const idOfPart = (id: string) => (part: number) => `${id.slice(-9).replaceAll('-', '')}${part}`;

function readItem(text: string, name: string): ReadItem {
  const xml = readXml(text);
  if (!xml.ok) return { file: name, question: null, shows: [], notes: [xml.problem.sentence] };
  return readQtiItem(xml.value, name, idOfPart(newId()));
}

const previewOf = (
  form: QuestionsPreview['form'],
  items: readonly ReadItem[],
  notes: QuestionsPreview['notes'],
  names: ReadonlySet<string>,
): QuestionsPreview => ({
  form,
  questions: items.flatMap(({ file, question, shows }) => {
    if (!question) return [];
    const own = shows.flatMap((one) => {
      const href = pathFrom(file, one.href);
      return href !== null && names.has(href) ? [{ ...one, href }] : [];
    });
    return [{ ...question, id: newId(), ...(own.length > 0 && { shows: own }) }];
  }),
  notes: [
    ...items.flatMap(({ file, question, shows, notes: own }) => {
      const gone = shows.filter(({ href }) => !names.has(pathFrom(file, href) ?? ''));
      return [...own, ...gone.map(({ href }) => `It shows a file that is not in the package: ${href}`)].map(
        (sentence) => ({ where: question ? `${file}: ${question.prompt.slice(0, 60)}` : file, sentence }),
      );
    }),
    ...notes,
  ],
});

/** A file of a package by its whole name, as an item that stands in it names it; null for what leads out of it. */
function pathFrom(item: string, href: string): string | null {
  let named: string;
  try {
    named = decodeURIComponent(href.split(/[?#]/)[0] ?? '');
  } catch {
    return null;
  }
  if (/^[a-z][a-z0-9+.-]*:|^\/|\\/i.test(named)) return null;
  const parts = item.split('/').slice(0, -1);
  for (const part of named.split('/')) {
    if (part === '..') {
      if (parts.pop() === undefined) return null;
    } else if (part !== '.' && part !== '') parts.push(part);
  }
  return parts.join('/');
}
