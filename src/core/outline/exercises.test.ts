import { expect, test } from 'vitest';
import { exercisesIn, isExercise, markdownOfText, partsOfText, type RichText, textFault, withExercises } from './index';

const words = (text: string): RichText => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const exercise = (questionId: string): RichText => ({ type: 'exercise', attrs: { questionId } });
const doc = (...content: RichText[]): RichText => ({ type: 'doc', content });
const text = doc(words('Before'), words('and on'), exercise('q1'), exercise('q2'), words('After'));

test('a text is divided at its exercises, in their order', () => {
  expect(exercisesIn(text)).toEqual(['q1', 'q2']);
  expect(partsOfText(text)).toEqual([
    { text: doc(words('Before'), words('and on')) },
    { exercise: 'q1' },
    { exercise: 'q2' },
    { text: doc(words('After')) },
  ]);
  expect(partsOfText(doc(exercise('q1')))).toEqual([{ exercise: 'q1' }]);
  expect(partsOfText(doc(words('Only')))).toEqual([{ text: doc(words('Only')) }]);
  expect(exercisesIn(null)).toEqual([]);
});

test('a copied text has the exercises of its copied lesson, and is otherwise the same', () => {
  const copied = withExercises(text, (id) => `copy of ${id}`);
  expect(exercisesIn(copied)).toEqual(['copy of q1', 'copy of q2']);
  expect(withExercises(copied, (id) => id.replace('copy of ', ''))).toEqual(text);
});

test.each<[string, RichText, boolean]>([
  ['between paragraphs', text, true],
  ['alone', doc(exercise('q')), true],
  ['within a callout', doc({ type: 'callout', attrs: { tone: 'tip' }, content: [exercise('q')] }), false],
  [
    'within a list',
    doc({ type: 'bulletList', content: [{ type: 'listItem', content: [words('a'), exercise('q')] }] }),
    false,
  ],
  ['with words of its own', doc({ ...exercise('q'), content: [words('a')] }), false],
])('an exercise %s: let in %j', (_name, given, isLetIn) => {
  expect(textFault(given) === null).toBe(isLetIn);
});

test.each([
  ['reading', null, true],
  ['film', null, true],
  ['film', { at: 1000, passage: null, required: false }, false],
  ['quiz', null, false],
] as const)('a question of a %s with the moment %j is an exercise: %j', (kind, moment, expected) => {
  expect(isExercise(kind, { moment })).toBe(expected);
});

test('Markdown has no word for it and leaves it out', () => {
  expect(markdownOfText(text)).toBe('Before\n\nand on\n\nAfter\n');
});
