import { expect, test } from 'vitest';
import { type Finding, readiness } from '@/core/outline';
import { doc, edited, empty, id, lesson, section, set } from '@/core/outline/testing';
import { stageSquares, stages } from './stages';

const finding = (stage: Finding['place']['stage'], of: string, level: Finding['level']): Finding =>
  ({ level, place: { stage, id: of } }) as Finding;
const written = set('text', 11, { content: doc(9) });
const begun = edited(empty, section(1), section(2), lesson(11, 1), lesson(21, 2, 'assignment'), written);
const ready = edited(begun, set('lesson', 11, { state: 'ready' }));

test.each([
  ['what is ready is, what is open is', 'build', ready, [], ['ready', 'open']],
  ['a section is as its worst lesson', 'build', ready, [finding('build', id(11), 'look')], ['look', 'open']],
  [
    'what is to be settled stands before what is to be looked at',
    'build',
    ready,
    [finding('build', id(11), 'settle'), finding('build', id(11), 'look')],
    ['settle', 'open'],
  ],
  [
    'what belongs to another stage does not count',
    'build',
    ready,
    [finding('assess', id(11), 'settle')],
    ['ready', 'open'],
  ],
  ['only what is graded', 'assess', begun, [], ['ready']],
  ['no certificate yet', 'award', begun, [finding('award', id(0), 'settle')], ['open']],
  ['nothing for the time it runs', 'run', begun, [finding('award', id(0), 'settle')], []],
] as const)('the squares of a stage: %s', (_name, stage, outline, findings, squares) => {
  expect(stageSquares(stage, outline, [...findings])).toEqual(squares);
});

test('of a large course every stage shows eight squares at most', () => {
  const many = edited(
    empty,
    ...Array.from({ length: 30 }, (_, i) => [section(i + 1), lesson(100 + i, i + 1, 'assignment')]).flat(),
  );
  for (const { id: stage } of stages)
    expect(stageSquares(stage, many, readiness(many, new Map())).length).toBeLessThanOrEqual(8);
});
