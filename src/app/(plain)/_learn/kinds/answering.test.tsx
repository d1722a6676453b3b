import { fireEvent, screen, within } from '@testing-library/react';
import type { UserEvent } from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, test } from 'vitest';
import { compare } from '@/core/kernel/exact';
import {
  type Answer,
  type AnswerOf,
  type BodyOf,
  checkAnswer,
  kindOf,
  type QuestionKind,
  questionKinds,
  type ShownOf,
} from '@/core/quiz';
import { faultsIn, shown } from '@/ui/testing';
import { formulasOf } from '@/ui/text/formulas';
import { answeringOf } from './index';

const id = '0190c0de-0000-7000-8000-00000000000a';

/** A question as its learner meets it: what is answered is what is shown from then on. */
function Asked({
  kind,
  body,
  begin,
  onAnswer,
}: {
  readonly kind: QuestionKind;
  readonly body: BodyOf<QuestionKind>;
  readonly begin?: Answer;
  readonly onAnswer: (answer: Answer) => void;
}) {
  const [answer, setAnswer] = useState(begin);
  const Part = answeringOf(kind);
  return (
    <fieldset>
      <legend>What is it?</legend>
      <Part
        id={id}
        shown={kindOf(kind).shown(body)}
        formulas={formulasOf(body)}
        answer={answer}
        decimals="point"
        onAnswer={(next) => {
          setAnswer(next);
          onAnswer(next);
        }}
      />
    </fieldset>
  );
}

/** What is filled in, chosen, put in order and pinned. */
const seen = (part: HTMLElement) => ({
  fields: [...part.querySelectorAll<HTMLInputElement>('input, select, textarea')].map(({ type, checked, value }) =>
    type === 'radio' || type === 'checkbox' ? checked : value,
  ),
  order: [...part.querySelectorAll('li bdi')].map(({ textContent }) => textContent),
  pins: [...part.querySelectorAll<HTMLElement>('button[style]')].map(({ style }) => style.cssText),
});

type Deeds = {
  readonly [K in QuestionKind]?: (shown: ShownOf<K>, answer: AnswerOf<K>, user: UserEvent) => Promise<void>;
};
const byPlace = (role: string) => screen.getAllByRole(role);
const choose = (
  shown: ShownOf<'one' | 'several'>,
  { chosen }: AnswerOf<'one' | 'several'>,
  role: string,
  user: UserEvent,
) =>
  [...shown.options.entries()].reduce(async (before, [at, option]) => {
    await before;
    if (chosen.includes(option.id)) await user.click(byPlace(role)[at] as HTMLElement);
  }, Promise.resolve());
const type = (field: HTMLElement, words: string) => {
  fireEvent.change(field, { target: { value: words } });
};
async function place(
  rows: readonly { readonly id: string }[],
  places: readonly { readonly id: string }[],
  { placed }: AnswerOf<'matching'>,
  user: UserEvent,
) {
  for (const { row, place } of placed)
    await user.selectOptions(byPlace('combobox')[rows.findIndex((one) => one.id === row)] as HTMLElement, [
      byPlace('combobox')[0]?.querySelectorAll('option')[places.findIndex((one) => one.id === place) + 1]?.value ?? '',
    ]);
}

/** How somebody gives an answer to a question of each kind, with what is on the page. */
const deeds: Deeds = {
  one: (shown, answer, user) => choose(shown, answer, 'radio', user),
  several: (shown, answer, user) => choose(shown, answer, 'checkbox', user),
  'true-false': (_shown, { holds }, user) => user.click(screen.getByLabelText(holds ? 'true' : 'false')),
  'short-text': async (_shown, { typed }) => type(screen.getByLabelText('Your answer'), typed),
  number: async (_shown, { typed }) => type(screen.getByLabelText(/^Your answer/), typed),
  async gaps(_shown, { gaps }, user) {
    for (const [at, words] of gaps.entries()) {
      const field = screen.getByLabelText(new RegExp(`^Gap ${at + 1} of`));
      if (field instanceof HTMLSelectElement) await user.selectOptions(field, words);
      else type(field, words);
    }
  },
  async order({ items }, { order }, user) {
    const texts = order.map((one) => items.find((item) => item.id === one)?.text ?? '');
    const now = () => screen.getAllByRole('listitem').map((item) => item.querySelector('bdi')?.textContent ?? '');
    for (const [at, text] of texts.entries())
      while (now().indexOf(text) > at) await user.click(screen.getByRole('button', { name: `Move ${text} up` }));
    const asIs = screen.queryByRole('button', { name: 'It is in order as it is' });
    if (asIs && order.length > 0) await user.click(asIs);
  },
  matching: ({ rows, places }, answer, user) => place(rows, places, answer, user),
  grouping: ({ rows, places }, answer, user) => place(rows, places, answer, user),
  async place({ names }, { points = [], areas = [] }, user) {
    const frame = document.querySelector('fieldset > div') as HTMLElement;
    frame.getBoundingClientRect = () => new DOMRect(0, 0, 1000, 1000);
    for (const { x, y } of points) fireEvent.click(frame, { clientX: x, clientY: y });
    for (const area of areas) await user.click(screen.getByLabelText(names.find((one) => one.id === area)?.name ?? ''));
  },
  essay: async (_shown, { text }) => type(screen.getByLabelText('Your answer'), text),
  opinion: async (_shown, { step }, user) => {
    if (step !== null) await user.click(byPlace('radio')[step] as HTMLElement);
  },
};

/** Of buttons of which one can be pressed, nobody presses two. */
const isTwoOfOne = (kind: QuestionKind, answer: Answer) =>
  kind === 'one' && 'chosen' in answer && answer.chosen.length > 1;

describe.each(questionKinds.map((kind) => [kind, kindOf(kind)] as const))('%s', (kind, own) => {
  const deed = deeds[kind] as ((shown: unknown, answer: unknown, user: UserEvent) => Promise<void>) | undefined;

  test.each(
    own.examples
      .filter(({ answer }) => deed && own.isGiven(answer) && !isTwoOfOne(kind, answer))
      .map((one) => [one.name, one] as const),
  )('is answered with what is on the page, and shown as it was answered: %s', async (_name, { body, answer }) => {
    let given: Answer | undefined;
    const { user, unmount, container } = shown(<Asked kind={kind} body={body} onAnswer={(next) => (given = next)} />);
    await deed?.(own.shown(body), answer, user);
    expect(checkAnswer(kind, body, given)).toEqual({ ok: true, value: given });
    if (own.judgedBy) expect(given).toEqual(answer);
    else expect(compare(own.share(body, given as Answer, 'point'), own.share(body, answer, 'point'))).toBe(0);
    const after = seen(container);
    unmount();
    const again = shown(<Asked kind={kind} body={body} begin={given as Answer} onAnswer={() => {}} />);
    // Whoever comes back to the question finds what they have left.
    expect(seen(again.container)).toEqual(after);
  });

  test('has a name for everything that can be done, and keeps to the rules of accessibility', async () => {
    for (const { body, answer } of own.examples) {
      const { container, unmount } = shown(<Asked kind={kind} body={body} begin={answer} onAnswer={() => {}} />);
      expect(await faultsIn(container)).toEqual([]);
      unmount();
    }
  });
});

test('a button that has nothing to move stays where the keyboard is, and does nothing', async () => {
  const { body } = kindOf('order').examples[0] as { body: BodyOf<'order'> };
  const answers: Answer[] = [];
  const { user } = shown(<Asked kind="order" body={body} onAnswer={(next) => answers.push(next)} />);
  const [first] = screen.getAllByRole('listitem');
  const up = within(first as HTMLElement).getByRole('button', { name: /up$/ });
  await user.click(up);
  expect(answers).toEqual([]);
  expect(up).toBe(document.activeElement);
});
