import { act, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { ok, type Result } from '@/core/kernel/problem';
import { content } from '@/core/quiz/testing';
import { faultsIn, shown } from '@/ui/testing';
import { paperQuestion } from '../paper';
import type { Place } from '../place';
import { Exercise } from './Exercise';

type Said = { readonly address: string; readonly answer: { readonly typed: string }; readonly deed?: string };
const heard: Said[] = [];
/** Answers that come when the test says so; none: the line breaks. */
const waiting: ((answer: Result<unknown> | null) => void)[] = [];
const judged = (verdict: 'right' | 'part' | 'wrong', ...said: string[]) => ok({ verdict, said, done: false });
const answered = (answer: Result<unknown> | null) => act(async () => waiting.shift()?.(answer));

beforeEach(() => {
  heard.length = 0;
  waiting.length = 0;
  vi.stubGlobal('fetch', async (address: string, how: { readonly body: string }) => {
    heard.push({ address, ...(JSON.parse(how.body) as Omit<Said, 'address'>) });
    const answer = await new Promise<Result<unknown> | null>((resolve) => waiting.push(resolve));
    if (!answer) throw new TypeError('no line');
    return { json: async () => answer };
  });
});
afterEach(() => {
  vi.unstubAllGlobals();
});

const place: Place = {
  ...{ courseId: 'course', base: '/learn/reach', query: '', isView: false, locale: 'en-GB', zone: 'Europe/London' },
};
const question = paperQuestion({
  ...content({
    kind: 'short-text',
    prompt: 'What is fast and shallow?',
    body: { accepted: ['riffle'], matchCase: false, slips: 0 },
    hint: 'It is heard before it is seen.',
  }),
  id: 'q1',
});
const exercise = (more: { readonly place?: Place; readonly wasRight?: boolean } = {}) =>
  shown(<Exercise place={place} lessonId="l1" question={question} number={1} of={2} wasRight={false} {...more} />);
const field = () => screen.getByLabelText<HTMLInputElement>('Your answer');
const type = (typed: string) => fireEvent.change(field(), { target: { value: typed } });
const give = () => act(async () => fireEvent.submit(field().form as HTMLFormElement));
const verdict = () => screen.getByRole('status').textContent;

test('an answer that is not right is told so with why, and asked again until it is', async () => {
  const { container } = exercise();
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Answer' }).disabled).toBe(true);
  type('pool');
  await give();
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Asking…' }).disabled).toBe(true);
  await answered(judged('wrong', 'A pool is slow.'));
  expect(verdict()).toBe('Not right yet.A pool is slow.');
  expect(await faultsIn(container)).toEqual([]);
  type('riffle');
  expect(verdict()).toBe('');
  await give();
  await answered(judged('right'));
  expect(verdict()).toBe('Right.');
  expect(screen.getByText('answered right')).toBeTruthy();
  // What is right stays as it is.
  expect(field().closest('fieldset')?.disabled).toBe(true);
  expect(screen.queryByRole('button')).toBeNull();
  expect(heard.map(({ answer }) => answer.typed)).toEqual(['pool', 'riffle']);
  expect(new Set(heard.map(({ deed }) => deed)).size).toBe(2);
});

test('what is typed while an answer is judged is not taken for what was judged', async () => {
  exercise();
  type('riffle');
  await give();
  type('riffles and pools');
  await answered(judged('right'));
  expect(verdict()).toBe('');
  expect(field().closest('fieldset')?.disabled).toBe(false);
  // It was right all the same, and that is known.
  expect(screen.getByText('answered right')).toBeTruthy();
});

test('an answer of which nothing was heard is the same deed when it is given again, and another one is another', async () => {
  exercise();
  type('pool');
  await give();
  await answered(null);
  expect(screen.getByRole('alert').textContent).toMatch(/cannot be reached/);
  await give();
  await answered(null);
  type('glide');
  await give();
  await answered(judged('wrong'));
  expect(screen.queryByRole('alert')).toBeNull();
  const [first, again, other] = heard.map(({ deed }) => deed);
  expect(again).toBe(first);
  expect(other).not.toBe(first);
});

test('one that was right before says so, and can be answered again', async () => {
  exercise({ wasRight: true });
  expect(screen.getByText('answered right')).toBeTruthy();
  type('pool');
  await give();
  await answered(judged('wrong'));
  expect(screen.getByText('answered right')).toBeTruthy();
});

test.each<[string, Place, string, boolean]>([
  ['who takes the course', place, '/api/do/learning.answer', true],
  ['who looks at it as a learner would', { ...place, isView: true }, '/api/do/learning.try-answer', false],
  ['a visitor of a sample', { ...place, isSample: true }, '/api/sample', false],
])('it is judged for %s', async (_who, where, address, isKept) => {
  exercise({ place: where });
  type('riffle');
  await give();
  await answered(judged('right'));
  expect(heard.map((one) => one.address)).toEqual([address]);
  expect(heard[0]?.deed !== undefined).toBe(isKept);
  expect(verdict()).toBe('Right.');
});

test('it is named by its place, and has its hint for whoever asks', () => {
  exercise();
  expect(screen.getByRole('region', { name: 'Exercise 1 of 2: What is fast and shallow?' })).toBeTruthy();
  expect(screen.getByText('A hint').closest('details')?.textContent).toContain('heard before it is seen');
});
