import fc from 'fast-check';
import { expect, test } from 'vitest';
import { apply } from '../kernel/change';
import { newCourse, type Outline, planEdit } from '../outline';
import {
  countOf,
  draftsOf,
  type ReadOutline,
  readLesson,
  readLines,
  readMarkdown,
  readTable,
  writeLines,
  writeMarkdown,
  writeTable,
} from './index';

/** A read outline in a few words. */
const shape = ({ loose, sections }: ReadOutline) => [
  ...loose.map((lesson) => lesson.title),
  ...sections.map(
    (section) =>
      `${section.title}: ${section.lessons.map((lesson) => `${lesson.title}${lesson.note ? ` (${lesson.note})` : ''}`).join(', ')}`,
  ),
];

test.each([
  ['plain lines', 'One\nTwo\r\n\n  \nThree', ['One', 'Two', 'Three']],
  ['tabs', 'A\n\tOne\n\tTwo\nB\n\tThree', ['A: One, Two', 'B: Three']],
  ['spaces and bullets', '1. A\n   - One\n   - Two\n2. B', ['A: One, Two', 'B: ']],
  ['numbers of a table of contents', '1 A\n  1.1 One\n  1.2 Two', ['1 A: One, Two']],
  ['ticked boxes', '- [ ] One\n- [x] Two', ['One', 'Two']],
  ['a third level', 'A\n  One\n    deep\n      deeper\n  Two', ['A: One (deep\n  deeper), Two']],
  [
    'a number that counts nothing',
    'Water\n\t1.5 litres a day\n\t2.5 litres in summer',
    ['Water: 1.5 litres a day, 2.5 litres in summer'],
  ],
  ['a bullet before a number', '- 1.5 litres a day\n- 2 cups', ['1.5 litres a day', '2 cups']],
  ['uneven indents', '    A\n  B\n      One', ['A: ', 'B: One']],
  ['one indented line', '\tOne', ['One']],
])('lines: %s', (_name, text, expected) => {
  expect(shape(readLines(text))).toEqual(expected);
});

test.each([
  ['headings of two levels', '# A\n## One\nwords\n## Two\n# B\n## Three', ['A: One, Two', 'B: Three']],
  ['a title above', '# Course\n## A\n### One\n### Two', ['A: One, Two']],
  ['lists below headings', '## A\n- One\n- Two\n## B\n1. Three', ['A: One, Two', 'B: Three']],
  ['a title above lists', '# Course\n## A\n- One\n  - deep\n- **Two**', ['A: One (deep), Two']],
  ['lists alone', '- A\n  - One', ['A: One']],
  ['code that looks like a heading', '# A\n## One\n```\n# not a heading\n```\n## Two', ['A: One, Two']],
  ['headings underlined', 'A\n===\n\nOne\n---\n\nB\n===', ['A: One', 'B: ']],
  [
    'emphasis within words, and none',
    '# A\n## snake_case_name and **bold**ness\n# B',
    ['A: snake_case_name and boldness', 'B: '],
  ],
  ['lists of two kinds, nested', '1. A\n   * One\n   * Two\n2. B', ['A: One, Two', 'B: ']],
  ['a link by reference', '# A\n## [One][x]\n# B\n\n[x]: https://x.example', ['A: One', 'B: ']],
  [
    'a link and a letter that stands for itself',
    '# A\n## [One](https://x.example)\n## 2 \\* 3\n# B',
    ['A: One, 2 * 3', 'B: '],
  ],
])('Markdown: %s', (_name, text, expected) => {
  expect(shape(readMarkdown(text))).toEqual(expected);
});

test('words below a lesson become its text, and what is left out is said', () => {
  const read = readMarkdown('Before all.\n\n# A\n## One\nFirst line\nsecond line.\n\nNext paragraph.\n# B');
  expect(read.sections[0]?.lessons[0]?.text?.content).toHaveLength(2);
  expect(read.sections[0]?.lessons[0]?.state).toBe('draft');
  expect(read.notes).toEqual(['1 paragraph stands above the first lesson and was left out.']);
});

test.each([
  ['a row without names', [['', '', '']], 'This row names neither a section nor a lesson.'],
  [
    'a kind there is not',
    [['A', 'One', 'song']],
    '"song" is no kind of lesson. There are reading, film, audio, document, link, live, quiz, assignment.',
  ],
  ['minutes in words', [['A', 'One', '', 'ten']], '"ten" is no number of minutes from 0 to 6,000.'],
  ['minutes as a program writes them', [['A', 'One', '', '0x10']], '"0x10" is no number of minutes from 0 to 6,000.'],
  ['minutes with a comma', [['A', 'One', '', '1,000']], '"1,000" is no number of minutes from 0 to 6,000.'],
  [
    'rows that ended up in one cell',
    [['A', 'One\nB,Two\nC,Three']],
    'The cell "lesson" holds several lines. Perhaps a quotation mark in it is never closed.',
  ],
])('a table reports %s', (_name, rows, sentence) => {
  const padded = rows[0]?.every((cell) => cell === '')
    ? [
        ['x', 'y', '', ''],
        ['', '', 'reading', ''],
      ]
    : rows;
  expect(readTable(['section', 'lesson', 'kind', 'minutes'], padded).faults.map((fault) => fault.sentence)).toEqual([
    sentence,
  ]);
});

test('a fault names its row as a spreadsheet counts, with the head and with rows that are empty', () => {
  const rows = [
    ['A', 'One', ''],
    ['', '', ''],
    ['A', 'Two', 'none'],
    ['B', 'Three', '5'],
    ['B', 'Four', '-1'],
  ];
  expect(readTable(['section', 'lesson', 'minutes'], rows).faults.map(({ row }) => row)).toEqual([4, 6]);
});

test('a table without the column of lessons is refused, others that nobody reads are named', () => {
  expect(readTable(['name'], [['x']]).faults).toEqual([
    { row: 1, sentence: 'There is no column "lesson". The first row names the columns.' },
  ]);
  expect(readTable(['Lesson', 'colour'], [['One', 'red']]).outline.notes).toEqual([
    'Columns nobody reads here: colour.',
  ]);
});

const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const title = fc
  .string({ minLength: 1, maxLength: 40, unit: fc.constantFrom(...'abcäß汉م 123#*_-[](){}`=+@.!\\"\'<>&|:,;') })
  .map((text) => text.replace(/\s+/g, ' ').trim())
  .filter((text) => text !== '');
const wanted = fc.array(fc.record({ title, lessons: fc.array(title, { minLength: 1, maxLength: 4 }) }), {
  minLength: 1,
  maxLength: 4,
});

test('what is written is read back the same, in every form', () => {
  fc.assert(
    fc.property(wanted, (sections) => {
      let n = 1;
      const next = () => id(n++);
      const empty: Outline = {
        course: { [id(0)]: newCourse(id(0), 'c', 'The course', 'UTC') },
        section: {},
        lesson: {},
        question: {},
        outcome: {},
        text: {},
      };
      const named = sections.map((section, s) => ({ title: `${section.title} ${s}`, lessons: section.lessons }));
      const read: ReadOutline = {
        loose: [],
        notes: [],
        sections: named.map((section) => ({
          title: section.title,
          lessons: section.lessons.map((one) => readLesson(one)),
        })),
      };
      const planned = planEdit(empty, {
        do: 'put',
        into: null,
        after: null,
        afterSection: null,
        ...draftsOf(read, next),
      });
      if (!planned.ok) throw new Error(planned.problem.sentence);
      const outline = apply(empty, planned.value);
      const expected = named.map((section) => `${section.title}: ${section.lessons.join(', ')}`);
      const [head = [], ...rows] = writeTable(outline);
      expect(shape(read)).toEqual(expected);
      expect(shape(readLines(writeLines(outline)))).toEqual(expected);
      expect(shape(readMarkdown(writeMarkdown(outline, 'The course')))).toEqual(expected);
      expect(shape(readTable(head, rows).outline)).toEqual(expected);
      expect(countOf(read).sections).toBe(sections.length);
    }),
    { numRuns: 200 },
  );
});
