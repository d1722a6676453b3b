import { act, fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, test, vi } from 'vitest';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { AnswerOf } from '@/core/quiz';
import { faultsIn, shown } from '@/ui/testing';
import { Files } from './Files';
import { SittingIdProvider } from './sitting-id';

/** Uploads that end when the test says so. */
type Arrives = { readonly name: string; readonly end: (done: Result<{ id: string }>) => void };
const onItsWay = vi.hoisted(() => [] as Arrives[]);
vi.mock('@/app/_client/upload', () => ({
  upload: ({ name }: File) => ({ done: new Promise((end) => onItsWay.push({ name, end })) }),
}));
afterEach(() => {
  onItsWay.length = 0;
});
const arrives = (id: string) => act(async () => onItsWay.shift()?.end(ok({ id })));
const breaks = (sentence: string) => act(async () => onItsWay.shift()?.end(fail('invalid', sentence)));

function Asked({
  most,
  sitting = 's1',
  onAnswer,
}: {
  readonly most: number;
  readonly sitting?: string | null;
  readonly onAnswer?: (answer: AnswerOf<'files'>) => void;
}) {
  const [answer, setAnswer] = useState<AnswerOf<'files'>>();
  return (
    <SittingIdProvider value={sitting}>
      <Files
        id="q1"
        shown={{ most, megabytes: 10 }}
        formulas={{}}
        decimals="point"
        answer={answer}
        onAnswer={(next) => {
          setAnswer(next);
          onAnswer?.(next);
        }}
      />
    </SittingIdProvider>
  );
}
const chooser = () => screen.getByLabelText<HTMLInputElement>('Add files');
const choose = (...names: string[]) =>
  act(async () => {
    const files = names.map((name) => new File(['x'], name, { type: 'application/pdf' }));
    fireEvent.change(chooser(), { target: { files } });
  });
const given = () => screen.queryAllByRole('link').map(({ textContent }) => textContent);

test('files arrive one after the other, each with the way to it and out of it', async () => {
  const { container } = shown(<Asked most={3} />);
  await choose('field notes.pdf', 'sketch.pdf');
  expect(chooser().disabled).toBe(true);
  expect(onItsWay).toHaveLength(1);
  await arrives('h1');
  expect(onItsWay.map(({ name }) => name)).toEqual(['sketch.pdf']);
  await arrives('h2');
  expect(given()).toEqual(['field notes.pdf', 'sketch.pdf']);
  expect(screen.getByRole('link', { name: 'sketch.pdf' }).getAttribute('href')).toBe('/answered/s1/h2');
  expect(await faultsIn(container)).toEqual([]);
});

test('what is taken out while another file is on its way stays out', async () => {
  const answers: AnswerOf<'files'>[] = [];
  shown(<Asked most={3} onAnswer={(answer) => answers.push(answer)} />);
  await choose('wrong.pdf', 'right.pdf');
  await arrives('h1');
  fireEvent.click(screen.getByRole('button', { name: 'Take wrong.pdf out' }));
  await arrives('h2');
  expect(given()).toEqual(['right.pdf']);
  expect(answers.at(-1)?.files.map(({ hash }) => hash)).toEqual(['h2']);
});

test('no more are taken than are asked for, and it is said which one was left', async () => {
  shown(<Asked most={1} />);
  await choose('one.pdf', 'two.pdf');
  await arrives('h1');
  expect(screen.getByRole('alert').textContent).toMatch(/"two\.pdf" was not added/);
  expect(given()).toEqual(['one.pdf']);
  expect(screen.queryByLabelText('Add files')).toBeNull();
});

test('the same file twice is one; one that is refused says why, and those before it stay', async () => {
  shown(<Asked most={4} />);
  await choose('a.pdf', 'a again.pdf', 'film.exe');
  await arrives('h1');
  await arrives('h1');
  await breaks('This is no file that is taken here.');
  expect(given()).toEqual(['a.pdf']);
  expect(screen.getByRole('alert').textContent).toBe('This is no file that is taken here.');
  await choose('b.pdf');
  expect(screen.queryByRole('alert')).toBeNull();
});

test('where a question is only tried, no file is taken, and it says so', () => {
  shown(<Asked most={2} sitting={null} />);
  expect(chooser().disabled).toBe(true);
  expect(screen.getByText(/^Files are added in a sitting/)).toBeTruthy();
});
