import { expect, test } from 'vitest';
import { meantBy, planGrades, readEntry, wholeItem } from './index';

test.each<[string, unknown]>([
  ['', null],
  ['  ', null],
  ['7.5', { kind: 'points', points: 7500 }],
  ['7,5', { kind: 'points', points: 7500 }],
  ['75 %', { kind: 'points', points: 7500 }],
  ['33.335%', { kind: 'points', points: 3334 }],
  ['10', { kind: 'points', points: 10_000 }],
  ['0', { kind: 'points', points: 0 }],
  ['Excused', { kind: 'excused', points: null }],
  ['–', { kind: 'none', points: null }],
  ['1O', '"1O" is no number of points. A letter stands where a figure should.'],
  ['l2', '"l2" is no number of points. A letter stands where a figure should.'],
  ['good', '"good" is no number of points.'],
  ['10.001', '"10.001" is more than the 10 there are.'],
  ['-1', '"-1" is below 0.'],
  ['1e99', '"1e99" is more than the 10 there are.'],
  ['=1+1', '"=1+1" is no number of points.'],
])('a cell %j reads as %j', (text, expected) => {
  const read = readEntry(text, 10_000);
  expect(read.ok ? read.value : read.problem.sentence).toEqual(expected);
});

test('a comma before three digits is asked about where it may divide thousands, and read where it cannot', () => {
  const twice = expect.stringMatching(/^"1,250" can be read as 1250 and as 1\.250\./);
  const read = (text: string, of: number) => {
    const own = readEntry(text, of);
    return own.ok ? own.value : own.problem.sentence;
  };
  expect(read('1,250', 2_000_000)).toEqual(twice);
  expect(read('1,250', 1_000_000)).toEqual({ kind: 'points', points: 1250 });
  expect(read('1.250', 2_000_000)).toEqual({ kind: 'points', points: 1250 });
  expect(read('1,250 %', 2_000_000)).toEqual({ kind: 'points', points: 25_000 });
});

const items = [
  { id: 'a', title: 'Report', weight: 1, of: 10_000 },
  { id: 'b', title: 'Talk', weight: 1, of: 5000 },
];
const roll = [
  { learnerId: '1', name: 'Bo Li', email: 'bo@post.example' },
  { learnerId: '2', name: 'Zsófia Kerekes', email: 'z@post.example' },
  { learnerId: '3', name: 'Bo Li', email: 'li@post.example' },
];

test('a table is measured by the gradebook: what changes, what is the same, what is wrong, each with its line', () => {
  const head = ['Name', 'E-mail', 'report', 'TALK', 'Shoe size', 'Grade by hand'];
  const meant = meantBy(head, items);
  expect(meant.map((one) => (one?.sort === 'item' ? one.itemId : (one?.sort ?? null)))).toEqual([
    'name',
    'email',
    'a',
    'b',
    null,
    wholeItem,
  ]);
  const rows = [
    ['', 'bo@post.example', '8', '', '44', ''],
    ['zsofia kerekes', '', '1O', '5', '', '91.5'],
    ['Bo Li', '', '1', '1', '', ''],
    ['Nobody', '', '1', '', '', ''],
    ['', '', '', '', '', ''],
    ['', 'BO@post.example', '9', '', '', ''],
    ['', 'li@post.example', '7', 'excused', '', ''],
  ];
  const plan = planGrades(rows, meant, items, roll, (id, item) => (id === '3' && item === 'a' ? '7' : ''));
  expect(
    plan.changes.map(({ line, learnerId, itemId, entered }) => [line, learnerId, itemId, entered.kind, entered.points]),
  ).toEqual([
    [2, '1', 'a', 'points', 8000],
    [3, '2', 'b', 'points', 5000],
    [3, '2', wholeItem, 'points', 91_500],
    [8, '3', 'b', 'excused', null],
  ]);
  expect(plan.faults.map(({ sentence }) => sentence)).toEqual([
    'Line 3, Report: "1O" is no number of points. A letter stands where a figure should.',
    'Line 4: 2 learners are called "Bo Li". Give their addresses.',
    'Line 5: nobody here is "Nobody".',
    'Line 7: Bo Li stands in line 2 already.',
  ]);
  expect(plan.same).toBe(1);
});
