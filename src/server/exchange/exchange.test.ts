import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { expect, test } from 'vitest';
import { draftsOf } from '@/core/exchange';
import { apply } from '@/core/kernel/change';
import { lessonKinds, lessonStates, mediums, newCourse, type Outline, planEdit } from '@/core/outline';
import { newId } from '../platform/ids';
import { mostOutlineBytes, outlineForms, readApart, writeOutline, writeSheet } from './index';
import { readOutlineFile } from './read';
import { readSheetFile } from './sheets';

const bytes = (text: string) => new TextEncoder().encode(text);
const sentence = (text: string | Uint8Array, name: string) => {
  const read = readOutlineFile(typeof text === 'string' ? bytes(text) : text, name, null);
  return read.ok ? 'ok' : read.problem.sentence;
};
const bomb = `<?xml version="1.0"?><!DOCTYPE l [<!ENTITY a "ha">${Array.from({ length: 9 }, (_, i) => `<!ENTITY ${'abcdefghijk'[i + 1]} "${`&${'abcdefghijk'[i]};`.repeat(10)}">`).join('')}]><opml version="2.0"><body><outline text="&j;"/></body></opml>`;

test.each([
  ['a file of 50 MB', new Uint8Array(mostOutlineBytes + 1), 'a.txt', /^This file is larger than 10 MB/],
  ['an OPML that would grow without end', bomb, 'a.opml', /declares a document type/],
  [
    'an OPML that is not well-formed',
    '<opml><body><outline text="a"></body></opml>',
    'a.opml',
    /^This is not well-formed XML/,
  ],
  ['another XML', '<feed><entry/></feed>', 'a.xml', 'This XML is no OPML with an outline in it.'],
  ['a picture', new Uint8Array([0x89, 0x50, 0, 0, 1]), 'a.txt', /^This is not a text file/],
  ['nothing', '  \n ', 'a.txt', 'There is nothing in it that could become a section or a lesson.'],
  [
    'a CSV of 100,000 rows',
    `lesson\n${'x\n'.repeat(100_000)}`,
    'a.csv',
    /^It holds 100,000 lessons; a course holds at most 5,000/,
  ],
  ['a CSV with an open quotation mark', 'lesson\n"one\ntwo', 'a.csv', /has a quotation mark that is never closed/],
])('an outline file is refused in words: %s', (_name, text, name, expected) => {
  expect(sentence(text, name)).toMatch(expected);
});

test('a file in another encoding is read and said, a missing column is a fault, deep nesting is cut', () => {
  const latin = readOutlineFile(new Uint8Array([0x46, 0x6c, 0xfc, 0x73, 0x73, 0x65]), 'a.txt', null);
  expect(latin.ok && [latin.value.outline.loose[0]?.title, latin.value.outline.notes[0]]).toEqual([
    'Flüsse',
    expect.stringMatching(/not in UTF-8/),
  ]);
  const missing = readOutlineFile(bytes('section,name\nA,One'), 'a.csv', null);
  expect(missing.ok && missing.value.faults).toEqual([
    { row: 1, sentence: 'There is no column "lesson". The first row names the columns.' },
  ]);
  const deep = readOutlineFile(
    bytes(`<opml><body>${'<outline text="a">'.repeat(80)}${'</outline>'.repeat(80)}</body></opml>`),
    'a.opml',
    null,
  );
  expect(deep.ok).toBe(true);
});

test('OPML and CSV are read back as they were written, and a formula stays words', () => {
  const course = newCourse(newId(), 'c', 'A & B', 'UTC');
  const empty: Outline = {
    course: { [course.id]: course },
    section: {},
    lesson: {},
    question: {},
    outcome: {},
    text: {},
  };
  const first = readOutlineFile(
    bytes('section,lesson,kind,minutes\n"One & ""two""",=1+1,film,7\nZwei,<b>,,'),
    'a.csv',
    null,
  );
  if (!first.ok) throw new Error(first.problem.sentence);
  const planned = planEdit(empty, {
    do: 'put',
    into: null,
    after: null,
    afterSection: null,
    ...draftsOf(first.value.outline, newId),
  });
  const outline = planned.ok ? apply(empty, planned.value) : empty;
  const titles = (form: 'opml' | 'csv') => {
    const read = readOutlineFile(bytes(writeOutline(outline, form)), `x.${form}`, null);
    return read.ok
      ? read.value.outline.sections.map((section) => [section.title, ...section.lessons.map((lesson) => lesson.title)])
      : read.problem.sentence;
  };
  const expected = [
    ['One & "two"', '=1+1'],
    ['Zwei', '<b>'],
  ];
  expect(titles('opml')).toEqual(expected);
  expect(titles('csv')).toEqual(expected);
  expect(writeOutline(outline, 'csv')).toContain("'=1+1");
});

const letters = fc
  .string({ minLength: 1, maxLength: 30, unit: fc.constantFrom(...'abß汉م 1.-*#\'"<>&;,+=@!\\') })
  .map((text) => text.replace(/\s+/g, ' ').trim());
const title = letters.filter((text) => text !== '');
const anyLesson = fc.record({
  title,
  kind: fc.constantFrom(...lessonKinds),
  state: fc.constantFrom(...lessonStates),
  minutes: fc.option(fc.integer({ min: 0, max: 6000 })),
  asks: letters,
  mediums: fc.subarray([...mediums]),
  note: fc.array(letters, { maxLength: 3 }).map((lines) => lines.join('\n').trim()),
});
const anyOutline = fc.uniqueArray(fc.record({ title, lessons: fc.array(anyLesson, { maxLength: 4 }) }), {
  selector: (one) => one.title,
  minLength: 1,
  maxLength: 4,
});

test.each(['opml', 'csv'] as const)(
  'any outline written as %s is read back as it was, with all that is known of its lessons',
  (form) => {
    fc.assert(
      fc.property(anyOutline, (sections) => {
        const course = newCourse(newId(), 'c', 'A course', 'UTC');
        const empty: Outline = {
          course: { [course.id]: course },
          section: {},
          lesson: {},
          question: {},
          outcome: {},
          text: {},
        };
        const read = {
          loose: [],
          notes: [],
          sections: sections.map((one) => ({
            ...one,
            lessons: one.lessons.map((lesson) => ({ ...lesson, text: null })),
          })),
        };
        const planned = planEdit(empty, {
          do: 'put',
          into: null,
          after: null,
          afterSection: null,
          ...draftsOf(read, newId),
        });
        if (!planned.ok) throw new Error(planned.problem.sentence);
        const again = readOutlineFile(bytes(writeOutline(apply(empty, planned.value), form)), `x.${form}`, null);
        if (!again.ok) throw new Error(again.problem.sentence);
        expect([again.value.outline.sections, again.value.faults]).toEqual([read.sections, []]);
      }),
      { numRuns: 200 },
    );
  },
);

test.each([
  [
    'character references and the note most programs write',
    '<opml><body><outline text="Caf&#233; &#x263A;" _note="below"/></body></opml>',
    ['Café ☺', 'below'],
  ],
  [
    'a note of three levels',
    '<opml><body><outline text="A"><outline text="One"><outline text="deep"/></outline></outline></body></opml>',
    ['One', 'deep'],
  ],
])('OPML: %s', (_name, text, expected) => {
  const read = readOutlineFile(bytes(text), 'a.opml', null);
  const lesson = read.ok ? (read.value.outline.loose[0] ?? read.value.outline.sections[0]?.lessons[0]) : null;
  expect([lesson?.title, lesson?.note]).toEqual(expected);
});

test.each([
  ['a name nothing may have', `<opml><body><outline text="a" __proto__="b"/></body></opml>`, /holds a name|^ok$/],
  [
    'a hundred levels',
    `<opml><body>${'<outline text="a">'.repeat(100)}${'</outline>'.repeat(100)}</body></opml>`,
    /^ok$/,
  ],
  [
    'a thousand levels',
    `<opml><body>${'<outline text="a">'.repeat(1000)}${'</outline>'.repeat(1000)}</body></opml>`,
    /nested more than/,
  ],
])('OPML with %s has an answer in words', (_name, text, expected) => {
  expect(sentence(text, 'a.opml')).toMatch(expected);
});

test('Windows-1252 keeps its quotation marks and the euro', () => {
  const read = readOutlineFile(new Uint8Array([0x93, 0x41, 0x94, 0x20, 0x80, 0x20, 0x96]), 'a.txt', null);
  expect(read.ok && read.value.outline.loose[0]?.title).toBe('“A” € –');
});

const sheetWith = (cell: string) =>
  zipSync({
    '[Content_Types].xml': strToU8('<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>'),
    'xl/workbook.xml': strToU8('<workbook><sheets><sheet name="A" sheetId="1" r:id="r"/></sheets></workbook>'),
    'xl/_rels/workbook.xml.rels': strToU8(
      '<Relationships><Relationship Id="r" Target="worksheets/sheet1.xml"/></Relationships>',
    ),
    'xl/worksheets/sheet1.xml': strToU8(
      `<worksheet><sheetData><row r="1"><c r="${cell}"><v>1</v></c></row></sheetData></worksheet>`,
    ),
  });

test.each([
  [
    'a cell in the last corner of an XLSX',
    'sheet',
    { bytes: sheetWith('XFD1048576') },
    /^A cell stands in column 16,384 and row 1,048,576/,
  ],
  [
    '9 MB of quotation marks',
    'sheet',
    { bytes: bytes(`a,b\n${'"'.repeat(9_000_000)}`) },
    /takes too long|never closed|no column|^ok$/,
  ],
  [
    'a hundred thousand brackets',
    'outline',
    { bytes: bytes('['.repeat(100_000)), name: 'a.md', form: null },
    /takes too long|nested too deeply|^ok$/,
  ],
  ['quotes within quotes', 'outline', { bytes: bytes('> '.repeat(20_000)), name: 'a.md', form: 'markdown' }, /./],
] as const)(
  'a file that is made to take for ever has an answer, and the next one too: %s',
  async (_name, task, input, expected) => {
    const started = performance.now();
    const read = await readApart(task as 'sheet', input as { bytes: Uint8Array }, 4000);
    expect(read.ok ? 'ok' : read.problem.sentence).toMatch(expected);
    expect(performance.now() - started).toBeLessThan(15_000);
    const next = await readApart('outline', { bytes: bytes('A\n\tOne'), name: 'a.txt', form: null });
    expect(next.ok && next.value.outline.sections[0]?.title).toBe('A');
  },
  40_000,
);

const scraps = fc.constantFrom(
  ...[
    '# ',
    '## ',
    '- ',
    '1. ',
    '\t',
    '  ',
    '\n',
    '\n\n',
    '```',
    '|',
    ',',
    ';',
    '"',
    "'",
    '=1+1',
    '<',
    '>',
    '&amp;',
    '&#0;',
    '<opml>',
    '<body>',
    '<outline text="a"',
    '/>',
  ],
  ...[
    '</outline>',
    '</body></opml>',
    'section,lesson,kind,minutes',
    'reading',
    '[x](y)',
    '**',
    'word',
    'Überlang',
    'م',
    '\u0000',
    '\ud800',
    '\u202e',
    '\ufeff',
    'x'.repeat(300),
  ],
);
const anyBytes = fc.oneof(
  fc.uint8Array({ maxLength: 300 }),
  fc.array(scraps, { maxLength: 40 }).map((all) => bytes(all.join(''))),
  fc.array(scraps, { maxLength: 20 }).map((all) => bytes(`section,lesson,minutes\n${all.join('')}`)),
  fc.array(scraps, { maxLength: 20 }).map((all) => bytes(`<opml version="2.0"><body>${all.join('')}</body></opml>`)),
);

test('whatever an outline file holds, it is read or refused in words, and what is read without a fault can be put in', () => {
  const course = newCourse(newId(), 'c', 'C', 'UTC');
  const empty: Outline = {
    course: { [course.id]: course },
    section: {},
    lesson: {},
    question: {},
    outcome: {},
    text: {},
  };
  fc.assert(
    fc.property(
      anyBytes,
      fc.constantFrom('a.txt', 'a.md', 'a.opml', 'a.csv', '', 'a.bin'),
      fc.constantFrom(null, ...outlineForms),
      (content, name, form) => {
        const read = readOutlineFile(content, name, form);
        const sentences = read.ok ? read.value.faults.map((fault) => fault.sentence) : [read.problem.sentence];
        for (const words of sentences) expect(words).toMatch(/^["A-Z].+[.]$/s);
        if (!read.ok || sentences.length > 0) return;
        const drafts = draftsOf(read.value.outline, newId);
        const sections =
          drafts.lessons.length > 0
            ? [{ id: newId(), title: 'Brought in', lessons: drafts.lessons }, ...drafts.sections]
            : drafts.sections;
        const planned = planEdit(empty, {
          do: 'put',
          into: null,
          after: null,
          lessons: [],
          afterSection: null,
          sections,
        });
        expect(planned.ok ? null : planned.problem).toBeNull();
      },
    ),
    { numRuns: 2000 },
  );
});

test('whatever a table file holds, it is read or refused in words', async () => {
  const rows = [
    ['One', 1, null],
    ['=1+1', 2, 'x'],
  ];
  const good = {
    csv: await writeSheet('csv', ['a', 'b', 'c'], rows),
    xlsx: await writeSheet('xlsx', ['a', 'b', 'c'], rows),
  };
  for (const file of Object.values(good)) expect((await readSheetFile(file)).ok).toBe(true);
  const damaged = fc
    .record({
      form: fc.constantFrom('csv' as const, 'xlsx' as const),
      at: fc.nat(),
      byte: fc.nat({ max: 255 }),
      cut: fc.nat(),
    })
    .map(({ form, at, byte, cut }) => {
      const file = new Uint8Array(good[form]);
      file[at % file.length] = byte;
      return cut % 3 === 0 ? file.slice(0, cut % file.length) : file;
    });
  await fc.assert(
    fc.asyncProperty(fc.oneof(anyBytes, damaged), async (content) => {
      const read = await readSheetFile(content);
      if (!read.ok) expect(read.problem.sentence).toMatch(/^["A-Z].+[.]$/s);
    }),
    { numRuns: 600 },
  );
});
