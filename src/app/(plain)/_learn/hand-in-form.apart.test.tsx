import { act, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { HeardSchool } from '@/app/_client/testing';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { faultsIn, shown } from '@/ui/testing';
import { HandInForm } from './HandInForm';

type Arrives = { readonly name: string; readonly end: (done: Result<{ id: string }>) => void };
const onItsWay = vi.hoisted(() => [] as Arrives[]);
vi.mock('@/app/_client/upload', () => ({
  upload: ({ name }: File) => ({ done: new Promise((end) => onItsWay.push({ name, end })) }),
}));

const router = vi.hoisted(() => ({ refresh: vi.fn() }));
vi.mock('next/navigation', () => ({ useRouter: () => router }));
const recorder = vi.hoisted(() => ({ holds: (_: boolean) => {} }));
vi.mock('@/app/_client/Recorder', () => ({
  Recorder: ({ onHolds }: { onHolds(holds: boolean): void }) => {
    recorder.holds = onHolds;
    return null;
  },
}));

let school: HeardSchool;
beforeEach(() => {
  vi.useFakeTimers();
  onItsWay.length = 0;
  router.refresh.mockClear();
  localStorage.clear();
  school = new HeardSchool(ok(null));
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

const form = (more: Partial<Parameters<typeof HandInForm>[0]> = {}) =>
  shown(
    <HandInForm
      personId="aoife"
      courseId="c1"
      lessonId="l1"
      takesText
      takesLink
      mostFiles={2}
      recording={null}
      text=""
      link=""
      files={[]}
      again={false}
      {...more}
    />,
  );
const work = () => screen.getByLabelText<HTMLTextAreaElement>(/^Your work/);
const type = (words: string) => fireEvent.change(work(), { target: { value: words } });
const later = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));
const says = () => screen.getByRole('status').textContent;
const handIn = () => act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Hand in' })));

test('a draft is kept as it is typed, with how long it is', async () => {
  form();
  type('Forty metres');
  expect(says()).toBe('2 words · keeping…');
  await later(1000);
  expect(says()).toBe('2 words · draft kept');
  expect(school.saidTo('assignment.save-draft')).toEqual([
    { courseId: 'c1', lessonId: 'l1', text: 'Forty metres', link: '' },
  ]);
});

test('what one could not send is not shown to the next who sits at this browser', async () => {
  school.breaks();
  const first = form();
  type('Mine alone');
  await later(1000);
  expect(says()).toContain('in this browser only');
  first.unmount();
  const other = form({ personId: 'bo' });
  expect(work().value).toBe('');
  other.unmount();
  school.holds();
  form();
  expect(work().value).toBe('Mine alone');
  await later(100);
  expect(says()).toContain('draft kept');
});

test('an address is kept like words, also where the line breaks', async () => {
  school.breaks();
  const first = form();
  fireEvent.change(screen.getByLabelText('Address on the web'), { target: { value: 'https://river.example' } });
  await later(1000);
  first.unmount();
  form();
  expect(screen.getByLabelText<HTMLInputElement>('Address on the web').value).toBe('https://river.example');
});

test('work is handed in as it stands, after its draft, and under one name however often', async () => {
  school.answers = ({ name }) => (name === 'assignment.hand-in' ? null : ok(null));
  form();
  type('Done');
  await handIn();
  await later(100);
  expect(screen.getByRole('alert').textContent).toMatch(/cannot be reached/);
  school.holds();
  await handIn();
  await later(100);
  expect(school.heard.map(({ name }) => name)).toEqual([
    'assignment.save-draft',
    'assignment.hand-in',
    'assignment.hand-in',
  ]);
  const [one, two] = school.saidTo('assignment.hand-in');
  expect(two).toEqual(one);
  expect(one).toMatchObject({ text: 'Done', link: '' });
  expect(localStorage.length).toBe(0);
});

test('what is refused says why where it was handed in, and stays', async () => {
  school.answers = ({ name }) =>
    name === 'assignment.hand-in' ? fail('too-late', 'The time to hand in has passed.') : ok(null);
  form({ text: 'Late' });
  await handIn();
  await later(100);
  expect(screen.getByRole('alert').textContent).toBe('The time to hand in has passed.');
  expect(work().value).toBe('Late');
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Hand in' }).disabled).toBe(false);
});

test('nothing is handed in while a file is on its way; one that is refused says why', async () => {
  const { container } = form();
  await act(async () => {
    fireEvent.change(screen.getByLabelText('Add files'), { target: { files: [new File(['x'], 'film.exe')] } });
  });
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Hand in' }).disabled).toBe(true);
  const asksBefore = () => !window.dispatchEvent(new Event('beforeunload', { cancelable: true }));
  expect(asksBefore()).toBe(true);
  await act(async () => onItsWay.shift()?.end(fail('invalid', 'Here you hand in PDFs.')));
  expect(asksBefore()).toBe(false);
  expect(screen.getByRole('alert').textContent).toBe('Here you hand in PDFs.');
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Hand in' }).disabled).toBe(false);
  vi.useRealTimers();
  expect(await faultsIn(container)).toEqual([]);
});

test('of several files those that have come are shown, also where the next one is refused, and what is typed stays', async () => {
  form();
  type('Forty metres');
  const files = ['one.pdf', 'two.exe', 'three.pdf'].map((name) => new File(['x'], name));
  await act(async () => void fireEvent.change(screen.getByLabelText('Add files'), { target: { files } }));
  await act(async () => onItsWay.shift()?.end(ok({ id: 'h1' })));
  await act(async () => onItsWay.shift()?.end(fail('invalid', 'Here you hand in PDFs.')));
  expect(router.refresh).toHaveBeenCalledTimes(1);
  expect([screen.getByRole('alert').textContent, work().value, onItsWay.length]).toEqual([
    'Here you hand in PDFs.',
    'Forty metres',
    0,
  ]);
});

test('what was recorded and is not used yet is not left behind by handing in', async () => {
  form({ recording: 'sound' });
  act(() => recorder.holds(true));
  await handIn();
  expect(screen.getByRole('alert').textContent).toContain('Your recording is not among your files yet');
  act(() => recorder.holds(false));
  await handIn();
  await later(100);
  expect(school.saidTo('assignment.hand-in')).toHaveLength(1);
});

test('photographs are put together before they are handed in', async () => {
  form({ files: [{ hash: 'h1', name: 'page 1.JPG', size: 2048, address: '/handed-in/x/h1' }] });
  expect(screen.getByText(/handed in as one PDF/)).toBeTruthy();
  await handIn();
  await later(100);
  expect(school.heard.map(({ name }) => name)).toEqual(['/api/work/photographs', 'assignment.hand-in']);
});
