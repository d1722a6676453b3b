import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { Change } from '../kernel/change';
import { keptChanges, textsToComplete, wholeSteps } from './kept-changes';

const words = fc.array(fc.constantFrom('river', 'riffle', 'pool', 'Ó', '水', ''), { maxLength: 12 });
const content = words.map((all) => ({
  type: 'doc',
  content: all.map((text) => ({ type: 'paragraph', content: text === '' ? [] : [{ type: 'text', text }] })),
}));
type Content = { readonly type: string; readonly content: readonly object[] };
/** What is done in a step: a text is written, and perhaps a lesson is renamed beside it. */
const doing = fc.record({
  lesson: fc.constantFrom('one', 'two'),
  to: content,
  title: fc.option(fc.string({ maxLength: 5 }), { nil: undefined }),
});

/** Steps as they were made, and the texts as they are in the end. */
function made(all: readonly { lesson: string; to: Content; title?: string | undefined }[]) {
  const present: { [lesson: string]: Content } = {};
  const steps = all.map(({ lesson, to, title }): Change[] => {
    const before = present[lesson] ? { content: present[lesson] } : null;
    present[lesson] = to;
    const text = { table: 'text', id: lesson, before, after: { content: to } } as unknown as Change;
    const named = { table: 'lesson', id: lesson, before: { title: '' }, after: { title } } as unknown as Change;
    return title === undefined ? [text] : [named, text];
  });
  return { steps, present };
}

test('of texts the history keeps where they differ, and every step is whole again for undo', () => {
  fc.assert(
    fc.property(fc.array(doing, { minLength: 1, maxLength: 10 }), (all) => {
      const { steps, present } = made(all);
      const kept = JSON.parse(JSON.stringify(steps.map(keptChanges))) as ReturnType<typeof keptChanges>[];
      expect(wholeSteps(kept, present)).toEqual(JSON.parse(JSON.stringify(steps)));
      // Whose text was only made in these steps needs nothing that is not in them.
      const changedTwice = ['one', 'two'].filter((id) => all.filter(({ lesson }) => lesson === id).length > 1);
      expect(textsToComplete(kept).sort()).toEqual(changedTwice);
    }),
  );
});

test('a text that somebody has changed behind the history is not guessed at', () => {
  const doc = (text: string): Content => ({
    type: 'doc',
    content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
  });
  const { steps, present } = made([
    { lesson: 'one', to: doc('The river bends here.') },
    { lesson: 'one', to: doc('The river bends there.') },
  ]);
  const kept = steps.map(keptChanges);
  expect(wholeSteps(kept, present)).not.toBeNull();
  expect(wholeSteps(kept, { one: doc('Something else altogether') })).toBeNull();
  expect(wholeSteps(kept, {})).toBeNull();
});
