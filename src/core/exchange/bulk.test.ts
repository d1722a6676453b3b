import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  type CatalogueRow,
  cellFrom,
  cellsOf,
  columnOf,
  coursesByName,
  type Filter,
  mappingByName,
  matches,
  planBlock,
  planFile,
  planValue,
  sorted,
} from './index';

const row = (id: string, cells: CatalogueRow['cells']): CatalogueRow => ({
  id,
  courseId: 'c1',
  cells: {
    id,
    course: 'Rivers',
    section: 'One',
    title: id,
    kind: 'reading',
    state: 'draft',
    required: true,
    minutes: null,
    weight: 0,
    mediums: '',
    asks: '',
    note: '',
    ...cells,
  },
});
const rows = [
  row('a', { title: 'Größe', minutes: 5 }),
  row('b', { title: 'Bank', minutes: 12, required: false }),
  row('c', { title: 'bank', kind: 'quiz' }),
];
const column = (key: string) => {
  const found = columnOf('lesson', key);
  if (!found) throw new Error(key);
  return found;
};

test.each<[string, Filter['join'], Filter['conditions'], string]>([
  [
    'words whatever their marks and size',
    'and',
    [{ column: 'title', operator: 'contains', words: 'GROSSE'.replace('SS', 'ß') }],
    'a',
  ],
  ['words that are not there', 'and', [{ column: 'title', operator: 'not-contains', words: 'bank' }], 'a'],
  ['a number that is more', 'and', [{ column: 'minutes', operator: 'more', words: '5' }], 'b'],
  ['what is empty', 'and', [{ column: 'minutes', operator: 'empty', words: '' }], 'c'],
  ['yes and no', 'and', [{ column: 'required', operator: 'is', words: 'no' }], 'b'],
  [
    'all of several',
    'and',
    [
      { column: 'title', operator: 'is', words: 'bank' },
      { column: 'kind', operator: 'is', words: 'quiz' },
    ],
    'c',
  ],
  [
    'any of several',
    'or',
    [
      { column: 'minutes', operator: 'is', words: '5' },
      { column: 'kind', operator: 'is', words: 'quiz' },
    ],
    'ac',
  ],
  ['a condition still being written', 'or', [{ column: 'title', operator: 'contains', words: ' ' }], 'abc'],
])('a filter finds %s', (_name, join, conditions, expected) => {
  expect(
    rows
      .filter((one) => matches(one, { join, conditions }))
      .map((one) => one.id)
      .join(''),
  ).toBe(expected);
});

test('rows are sorted by size and by the alphabet, what is empty last both ways', () => {
  const ids = (sort: { column: string; down: boolean }) =>
    sorted(rows, sort)
      .map((one) => one.id)
      .join('');
  expect([
    ids({ column: 'minutes', down: false }),
    ids({ column: 'minutes', down: true }),
    ids({ column: 'title', down: false }),
  ]).toEqual(['abc', 'bac', 'bca']);
});

test.each([
  ['minutes', '7', 7],
  ['minutes', '', null],
  ['minutes', '7,5', 'Give whole minutes.'],
  ['minutes', 'x', '"x" is no number.'],
  ['required', 'YES', true],
  [
    'minutes',
    '1,000',
    '"1,000" can be read as 1000 and as 1.000. Write it without the comma, or with another digit behind it.',
  ],
  ['minutes', '0x10', '"0x10" is no number.'],
  ['minutes', '1e3', '"1e3" is no number.'],
  ['title', 'Two\nlines', 'Two lines'],
  ['required', '', 'Write yes or no.'],
  ['required', 'maybe', '"maybe" is neither yes nor no.'],
  ['kind', 'Film', 'film'],
  ['kind', 'song', '"song" is none of reading, film, audio, document, link, live, quiz, assignment.'],
  ['mediums', 'slides; text', 'slides, text'],
  ['title', ' ', 'Give it a title.'],
  ['number', '1.1', '"Number" is worked out and cannot be set.'],
])('a cell of %s from "%s"', (key, words, expected) => {
  const read = cellFrom('lesson', column(key), words);
  expect(read.ok ? read.value.cell : read.problem.sentence).toBe(expected);
});

test('one value on everything leaves alone what has it already', () => {
  const plan = planValue('lesson', rows, column('kind'), 'quiz');
  expect([plan.changes.map((change) => [change.row.id, change.before, change.after]), plan.same]).toEqual([
    [
      ['a', 'reading', 'quiz'],
      ['b', 'reading', 'quiz'],
    ],
    1,
  ]);
  expect(planValue('lesson', rows, column('weight'), '-1').faults.map((fault) => fault.sentence)).toEqual([
    'A weight is at least 0.',
  ]);
});

test('a block goes over rows and columns, and what does not fit is a fault', () => {
  const columns = ['title', 'kind'].map(column);
  const plan = planBlock('lesson', rows, columns, 'One\tquiz\r\nTwo\treading\r\n');
  expect(plan.changes.map((change) => `${change.row.id} ${change.column.key} ${change.after}`)).toEqual([
    'a title One',
    'a kind quiz',
    'b title Two',
  ]);
  expect([plan.same, plan.faults]).toEqual([1, []]);
  expect(planBlock('lesson', rows.slice(2), columns, 'x\tsong\ny').faults.map((fault) => fault.line)).toEqual([1, 2]);
  expect(planBlock('lesson', rows, columns.slice(1), 'quiz\tmore').faults.map((fault) => fault.sentence)).toEqual([
    'There is no column for "more".',
  ]);
});

describe('a file', () => {
  const courses = coursesByName([
    { id: 'c1', title: 'Rivers' },
    { id: 'c2', title: 'Lakes' },
    { id: 'c3', title: 'lakes' },
    { id: 'c4', title: 'German A1' },
    { id: 'c5', title: 'German A1+' },
    { id: 'c6', title: 'किताब' },
    { id: 'c7', title: 'Caf\u00e9' },
  ]);
  const plan = (head: string[], lines: string[][], key: 'id' | 'title' = 'title') =>
    planFile('lesson', rows, courses, head, lines, mappingByName('lesson', head), key);

  test('is matched by the names of its columns, however they are written', () => {
    expect(mappingByName('lesson', ['ID', 'Made as', 'minutes set', 'Colour', 'Lesson', 'lesson'])).toEqual([
      'id',
      'mediums',
      'minutes',
      null,
      'title',
      null,
    ]);
  });

  test('changes rows that are known, leaves alone what is the same, adds what is new', () => {
    const read = plan(
      ['id', 'kind', 'title'],
      [
        ['a', 'film', 'Größe'],
        ['c', 'quiz', 'bank'],
      ],
      'id',
    );
    expect([read.changes.map((change) => `${change.row.id} ${change.after}`), read.same, read.faults]).toEqual([
      ['a film'],
      1,
      [],
    ]);
    const added = plan(
      ['course', 'section', 'lesson', 'minutes set'],
      [
        ['Rivers', 'Two', 'New one', '9'],
        ['rivers', 'One', "'=1+1", ''],
      ],
    );
    expect(added.added.map(({ courseId, section, title, fields }) => [courseId, section, title, fields])).toEqual([
      ['c1', 'Two', 'New one', { minutes: 9 }],
      ['c1', 'One', '=1+1', {}],
    ]);
  });

  test.each([
    ['German A1', 'c4'],
    [' german a1+', 'c5'],
    ['कताब', undefined],
    ['Cafe\u0301', 'c7'],
    ['Cafe', undefined],
  ])('knows a course by its name and by nothing like it: %s', (name, courseId) => {
    expect(plan(['course', 'section', 'lesson'], [[name, 'One', 'New']]).added[0]?.courseId).toBe(courseId);
  });

  test('leaves alone what an empty cell cannot mean', () => {
    expect(plan(['id', 'required', 'kind'], [['a', '', '']], 'id')).toMatchObject({ changes: [], same: 1, faults: [] });
  });

  test.each<[string, string[], string[][], 'id' | 'title', string]>([
    [
      'no column for the key',
      ['kind'],
      [['quiz']],
      'id',
      'No column of the file stands for "Id", by which rows are known again.',
    ],
    [
      'the same key twice',
      ['id', 'kind'],
      [
        ['a', 'quiz'],
        ['A', 'film'],
      ],
      'id',
      'The same key stands in line 2 already.',
    ],
    ['an id nobody has', ['id'], [['x']], 'id', 'There is no row with this id.'],
    [
      'a key that fits several rows',
      ['course', 'lesson'],
      [['Rivers', 'Bank']],
      'title',
      '2 rows of the catalogue have this key. Use the id to say which is meant.',
    ],
    [
      'a course that is not there',
      ['course', 'section', 'lesson'],
      [['Rivers+', 'One', 'New']],
      'title',
      'There is no course called "Rivers+" that you may change.',
    ],
    [
      'a new lesson without section',
      ['course', 'lesson'],
      [['Rivers', 'New']],
      'title',
      'A new lesson needs its section.',
    ],
    [
      'two courses of one name',
      ['course', 'section', 'lesson'],
      [['Lakes ', 'One', 'New']],
      'title',
      '2 courses are called "Lakes ". Rename one of them, or change its lessons by their id.',
    ],
    [
      'rows that ended up in one cell',
      ['id', 'lesson'],
      [['a', 'One\nb,Two']],
      'id',
      'The cell "Lesson" holds several lines. Perhaps a quotation mark in it is never closed.',
    ],
    ['a value that cannot be', ['id', 'weight'], [['a', 'heavy']], 'id', 'Weight: "heavy" is no number.'],
  ])('reports %s with its line, and does nothing', (_name, head, lines, key, sentence) => {
    const read = plan(head, lines, key);
    expect(read.faults.map((fault) => fault.sentence)).toEqual([sentence]);
  });
});

test.each([
  [
    'plain cells',
    'a\tb\nc\td\n',
    [
      ['a', 'b'],
      ['c', 'd'],
    ],
  ],
  ['a cell of two lines', '"one\ntwo"\tb\r\nc', [['one\ntwo', 'b'], ['c']]],
  ['a mark within a mark', '"say ""so"""\tb', [['say "so"', 'b']]],
  ['a mark that is never closed', '"one\tb\nc', [['"one', 'b'], ['c']]],
  ['inches', '6" pipe\t"', [['6" pipe', '"']]],
  ['empty cells', '\t\n', [['', '']]],
])('cells as a spreadsheet copies them: %s', (_name, block, cells) => {
  expect(cellsOf(block)).toEqual(cells);
  expect(cellsOf(block, 1)).toEqual(cells.slice(0, 2));
});

test('whatever cells a spreadsheet copies come in as they were', () => {
  const cell = fc.string({ maxLength: 8, unit: fc.constantFrom('a', 'é', '"', '\t', '\n', ' ', ',') });
  const rows = fc
    .integer({ min: 1, max: 4 })
    .chain((columns) =>
      fc.array(fc.array(cell, { minLength: columns, maxLength: columns }), { minLength: 1, maxLength: 4 }),
    );
  const copied = (text: string) => (/[\t\n"]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
  fc.assert(
    fc.property(rows, (all) => {
      const block = all.map((one) => one.map(copied).join('\t')).join('\n');
      expect(cellsOf(`${block}\n`)).toEqual(all);
      expect(cellsOf(`${block.replaceAll('\n', '\r\n')}\r\n`)).toEqual(all);
    }),
  );
});
