import { fireEvent, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, test, vi } from 'vitest';
import { ok } from '@/core/kernel/problem';
import { type BodyOf, checkBody, kindOf, type QuestionKind, questionKinds } from '@/core/quiz';
import { faultsIn, shown } from '@/ui/testing';
import { makingOf } from './index';

const id = '0190c0de-0000-7000-8000-00000000000b';
type Body = BodyOf<QuestionKind>;
type Saved = ReturnType<typeof vi.fn<(body: Body) => void>>;

/** A question on its maker's desk: what its kind allows is kept, and everything else is refused as the desk would. */
function Desk({
  kind,
  begin,
  onSave,
}: {
  readonly kind: QuestionKind;
  readonly begin: Body;
  readonly onSave: (body: Body) => void;
}) {
  const [body, setBody] = useState(begin);
  const Part = makingOf(kind);
  return (
    <Part
      id={id}
      body={body}
      onSave={(next) => {
        const checked = checkBody(kind, next);
        if (!checked.ok) return checked;
        setBody(next);
        onSave(next);
        return ok(null);
      }}
    />
  );
}
function desk(kind: QuestionKind, begin: Body) {
  const onSave: Saved = vi.fn();
  return { ...shown(<Desk kind={kind} begin={begin} onSave={onSave} />), onSave };
}

const texts = (part: ParentNode) =>
  [...part.querySelectorAll<HTMLInputElement>('input, textarea')].filter(
    ({ type, readOnly }) => !readOnly && ['text', 'textarea'].includes(type),
  );
const type = (into: HTMLElement, words: string) => fireEvent.change(into, { target: { value: words } });

describe.each(questionKinds.map((kind) => [kind, kindOf(kind)] as const))('%s', (kind, own) => {
  test('begins with a question that can be written, and every field has a name', async () => {
    for (const body of [own.begin(id), ...own.examples.slice(0, 1).map((one) => one.body)]) {
      const { container, unmount } = desk(kind, body);
      expect(await faultsIn(container)).toEqual([]);
      unmount();
    }
  });

  test('keeps what is typed into any of its fields, and nothing else with it, and what it was before', () => {
    const { body } = own.examples[0] as { readonly body: Body };
    const { container, onSave } = desk(kind, body);
    for (let at = 0; at < texts(container).length; at += 1) {
      const field = texts(container)[at] as HTMLInputElement;
      const before = field.value;
      const typed = field.inputMode === 'decimal' ? '3' : `${before} new`;
      onSave.mockClear();
      type(field, typed);
      // Where words are no answer, the field says so and keeps them; nothing is kept then.
      const refused = field.getAttribute('aria-invalid') === 'true';
      expect(onSave.mock.calls.length, field.labels?.[0]?.textContent ?? '').toBe(refused || typed === before ? 0 : 1);
      expect(field.value).toBe(typed);
      const [saved] = onSave.mock.lastCall ?? [];
      if (saved) {
        expect(saved).not.toEqual(body);
        // The question as it was kept shows what was typed, in the same place.
        const again = desk(kind, saved);
        expect(texts(again.container)[at]?.value).toBe(typed);
        again.unmount();
      }
      type(field, before);
      if (saved) expect(onSave.mock.lastCall?.[0]).toEqual(body);
    }
  });

  test('whatever is added can be taken away again', () => {
    const begun = own.begin(id);
    const { container, onSave } = desk(kind, begun);
    for (const add of container.querySelectorAll<HTMLElement>('[data-add]')) {
      const before = container.querySelectorAll('button[aria-label^="Remove"]').length;
      fireEvent.click(add);
      const removes = [...container.querySelectorAll<HTMLElement>('button[aria-label^="Remove"]')];
      expect(removes.length).toBe(before + 1);
      const parts = within(add.closest('fieldset') ?? container).getAllByRole('button', { name: /^Remove/ });
      fireEvent.click(parts.at(-1) as HTMLElement);
      expect(onSave.mock.lastCall?.[0]).toEqual(begun);
    }
  });
});

const options = (...all: readonly string[]): Body => ({
  options: all.map((words, i) => ({
    id: `o${i}`,
    text: words.replace('*', ''),
    right: words.endsWith('*'),
    feedback: '',
  })),
});
const written = (body: Body | undefined) =>
  body && 'options' in body ? body.options.map(({ text, right }) => `${text}${right ? '*' : ''}`) : null;
const option = (at: number) => screen.getByLabelText<HTMLInputElement>(`Option ${at}`);

test('of one choice one option is right: who marks another one takes the mark from the first', () => {
  const one = desk('one', options('riffle*', 'pool'));
  fireEvent.click(screen.getByLabelText('Option 2 is right'));
  expect(written(one.onSave.mock.lastCall?.[0])).toEqual(['riffle', 'pool*']);
  one.unmount();
  const several = desk('several', options('riffle*', 'pool'));
  fireEvent.click(screen.getByLabelText('Option 2 is right'));
  expect(written(several.onSave.mock.lastCall?.[0])).toEqual(['riffle*', 'pool*']);
  fireEvent.click(screen.getByLabelText('Option 1 is right'));
  expect(written(several.onSave.mock.lastCall?.[0])).toEqual(['riffle', 'pool*']);
});

test('Enter goes to the next option, makes one behind the last, and with Ctrl says it is right', () => {
  const { onSave } = desk('one', options('riffle*', 'pool'));
  fireEvent.keyDown(option(1), { key: 'Enter' });
  expect(document.activeElement).toBe(option(2));
  fireEvent.keyDown(option(2), { key: 'Enter' });
  expect(document.activeElement).toBe(option(3));
  type(option(3), 'glide');
  fireEvent.keyDown(option(3), { key: 'Enter', ctrlKey: true });
  expect(written(onSave.mock.lastCall?.[0])).toEqual(['riffle', 'pool', 'glide*']);
  // Who is still choosing a sign with the keys of their language has not said Enter.
  fireEvent.keyDown(option(1), { key: 'Enter', isComposing: true });
  expect(written(onSave.mock.lastCall?.[0])).toHaveLength(3);
});

test('Alt with the arrows moves an option, and the keyboard goes with it; at an end nothing moves', () => {
  const { onSave } = desk('several', options('a', 'b*', 'c'));
  fireEvent.keyDown(option(1), { key: 'ArrowDown', altKey: true });
  expect(written(onSave.mock.lastCall?.[0])).toEqual(['b*', 'a', 'c']);
  expect(document.activeElement).toBe(option(2));
  fireEvent.keyDown(option(1), { key: 'ArrowUp', altKey: true });
  fireEvent.keyDown(option(3), { key: 'ArrowDown', altKey: true });
  fireEvent.keyDown(option(3), { key: 'ArrowUp' });
  expect(onSave).toHaveBeenCalledTimes(1);
});

const paste = (into: HTMLElement, words: string) => fireEvent.paste(into, { clipboardData: { getData: () => words } });

test.each<[what: string, body: string[], at: number, pasted: string, expected: string[]]>([
  ['fill what is empty', ['', ''], 1, 'a\nb\nc', ['a', 'b', 'c']],
  ['go before what is there', ['a*', '', 'z'], 2, 'b\r\nc', ['a*', 'b', 'c', 'z']],
  ['lose their outer space and empty lines', ['', 'z'], 1, '  a \n\n\tb\n', ['a', 'b', 'z']],
])('several lines pasted into an option: they %s', (_what, body, at, pasted, expected) => {
  const { onSave } = desk('several', options(...body));
  expect(paste(option(at), pasted)).toBe(false);
  expect(written(onSave.mock.lastCall?.[0])).toEqual(expected);
});

test('one line is pasted as everywhere, and so is what is pasted into another field of an option', () => {
  const { onSave } = desk('several', options('a', 'b'));
  expect(paste(option(1), 'only this')).toBe(true);
  expect(paste(screen.getByLabelText('Feedback to option 1'), 'one\ntwo')).toBe(true);
  expect(onSave).not.toHaveBeenCalled();
});

test('a group that is taken away leaves what belonged into it without one, to be said anew', () => {
  const body = {
    groups: [
      { id: 'g1', title: 'Fast' },
      { id: 'g2', title: 'Slow' },
    ],
    items: [{ id: 'i1', text: 'riffle', groupId: 'g1' }],
  };
  const { onSave } = desk('grouping', body as Body);
  const group = () => screen.getByRole<HTMLInputElement>('combobox', { name: 'Its group' });
  expect(group().value).toBe('Fast');
  fireEvent.click(screen.getByRole('button', { name: 'Remove group 1' }));
  expect(onSave.mock.lastCall?.[0]).toMatchObject({ items: body.items, groups: [{ id: 'g2' }] });
  expect(group().value).toBe('');
});

test('an area is drawn on the picture from any corner; a click draws none', () => {
  const { body } = kindOf('place').examples[0] as { body: BodyOf<'place'> };
  const { container, onSave } = desk('place', { ...body, areas: [] });
  const picture = container.querySelector('img')?.closest<HTMLElement>('div') as HTMLElement;
  picture.getBoundingClientRect = () => new DOMRect(100, 50, 500, 250);
  picture.setPointerCapture = () => {};
  const pointer = (name: 'pointerDown' | 'pointerMove' | 'pointerUp', clientX: number, clientY: number) =>
    fireEvent[name](picture, { clientX, clientY, pointerId: 1 });
  pointer('pointerDown', 200, 100);
  pointer('pointerMove', 201, 101);
  pointer('pointerUp', 201, 101);
  expect(onSave).not.toHaveBeenCalled();
  pointer('pointerDown', 350, 175);
  pointer('pointerMove', 150, 75);
  pointer('pointerUp', 150, 75);
  expect(onSave.mock.lastCall?.[0]).toMatchObject({
    areas: [{ x: 100, y: 100, width: 400, height: 400, right: true, shape: 'box' }],
  });
});
