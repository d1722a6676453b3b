import { fireEvent, act as inReact, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { HeardSchool } from '@/app/_client/testing';
import { fail, ok } from '@/core/kernel/problem';
import type { QuestionContent, QuestionKind } from '@/core/quiz';
import { content } from '@/core/quiz/testing';
import { faultsIn, shown } from '@/ui/testing';
import { type PaperQuestion, paperQuestion, usualSays } from './paper';
import { SittingPaper } from './SittingPaper';

/** An upload that ends when the test says so. */
const onItsWay = vi.hoisted(() => ({ arrives: (_hash: string) => {} }));
vi.mock('@/app/_client/upload', () => ({
  upload: () => ({
    done: new Promise((end) => {
      onItsWay.arrives = (id) => end({ ok: true, value: { id } });
    }),
  }),
}));

const sittingId = '0190c0de-0000-7000-8000-00000000000c';
const asked = (id: string, kind: QuestionKind, prompt: string, body: QuestionContent['body']): PaperQuestion =>
  paperQuestion({ ...content({ kind, prompt, body }), id });
const holds = asked('q1', 'true-false', 'A riffle is fast.', { holds: true });
const speed = asked('q2', 'number', 'How fast is it?', { value: '0.85', tolerance: '0.05', unit: 'm/s' });

let school: HeardSchool;
beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  school = new HeardSchool(ok({ newer: null }));
  school.takesMs = 20;
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

type Given = Partial<Parameters<typeof SittingPaper>[0]>;
const paper = (given: Given = {}) => (
  <SittingPaper
    sittingId={sittingId}
    pages={[[holds, speed]]}
    place={{ page: 0, of: 1, before: 0, questions: 2 }}
    goesBack
    mustAnswer={false}
    overview
    says={usualSays}
    marks={[]}
    judges={false}
    judged={{}}
    answers={{}}
    answeredElsewhere={0}
    milliseconds={null}
    atEnd=""
    serverNow={Date.now()}
    decimals="point"
    {...given}
  />
);
const later = (ms: number) => inReact(() => vi.advanceTimersByTimeAsync(ms));
const says = () => screen.getAllByRole('status')[0]?.textContent;
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });
const type = (words: string) => fireEvent.change(screen.getByLabelText(/^Your answer/), { target: { value: words } });

test('each answer is sent as it is given, what is typed when it pauses, and the paper says how far it is', async () => {
  shown(paper());
  await later(0);
  expect(screen.getByText('0 of 2 answered')).toBeTruthy();
  fireEvent.click(screen.getByLabelText('true'));
  expect(says()).toBe('Keeping…');
  await later(50);
  expect([says(), school.saidTo('quiz.answer').length]).toEqual(['All answers kept', 1]);
  for (const words of ['0', '0.', '0.8']) {
    type(words);
    await later(200);
  }
  expect(school.saidTo('quiz.answer')).toHaveLength(1);
  await later(1000);
  expect(school.saidTo('quiz.answer').map(({ questionId, answer }) => [questionId, answer])).toEqual([
    ['q1', { holds: true }],
    ['q2', { typed: '0.8' }],
  ]);
  expect(screen.getByText('2 of 2 answered')).toBeTruthy();
  expect(button(/^Question 1/).getAttribute('aria-label')).toBe('Question 1, answered');
});

test('what cannot be sent is kept by the browser, said, and tried again until the school has it', async () => {
  school.breaks();
  const first = shown(paper());
  await later(0);
  fireEvent.click(screen.getByLabelText('false'));
  await later(100);
  expect(says()).toBe('Not sent yet, trying again');
  expect(screen.getByRole('alert').textContent).toMatch(/cannot be reached/);
  first.unmount();
  school.holds();
  shown(paper());
  await later(100);
  expect(screen.getByLabelText<HTMLInputElement>('false').checked).toBe(true);
  expect([says(), school.saidTo('quiz.answer').at(-1)?.answer]).toEqual(['All answers kept', { holds: false }]);
  expect(localStorage.length).toBe(0);
});

test('a browser that keeps nothing more still sends every answer', async () => {
  const full = vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  try {
    shown(paper());
    await later(0);
    fireEvent.click(screen.getByLabelText('true'));
    await later(100);
    type('0.9');
    await later(2000);
    expect(school.saidTo('quiz.answer').map(({ questionId }) => questionId)).toEqual(['q1', 'q2']);
    expect(says()).toBe('All answers kept');
  } finally {
    full.mockRestore();
  }
});

test('what the school refuses is said, not called kept, and not handed in around without a word', async () => {
  school.answers = ({ name, input }) =>
    name === 'quiz.answer' && input.questionId === 'q2'
      ? fail('invalid', 'This answer is too long.')
      : ok({ newer: null });
  shown(paper());
  type('0.8');
  await later(1000);
  // The next answer is kept, and what was said of the other one stays.
  fireEvent.click(screen.getByLabelText('true'));
  await later(100);
  expect([says(), screen.getByRole('alert').textContent]).toEqual([
    'Not all answers are kept',
    'This answer is too long.',
  ]);
  fireEvent.click(button('Hand in'));
  await later(100);
  expect(school.saidTo('quiz.hand-in')).toHaveLength(0);
  expect(screen.getByRole('alert').textContent).toContain('Nothing is handed in yet');
  // Nor is it called kept once another one is.
  fireEvent.click(screen.getByLabelText('false'));
  await later(100);
  expect(says()).toBe('Not all answers are kept');
  school.holds();
  type('0.9');
  await later(1000);
  expect([says(), screen.queryByRole('alert')]).toEqual(['All answers kept', null]);
  fireEvent.click(button('Hand in'));
  await later(100);
  expect(school.saidTo('quiz.hand-in')).toHaveLength(1);
});

test('what the school refuses does not hold up the rest for good: not a second time, and not when the time is up', async () => {
  const refusing = () => {
    school.answers = ({ name }) => (name === 'quiz.answer' ? fail('invalid', 'This answer is too long.') : ok(null));
  };
  refusing();
  const { unmount } = shown(paper());
  type('0.8');
  await later(1000);
  for (const handedIn of [0, 1]) {
    fireEvent.click(button('Hand in'));
    await later(100);
    expect(school.saidTo('quiz.hand-in')).toHaveLength(handedIn);
  }
  unmount();
  school.heard.length = 0;
  shown(paper({ milliseconds: 2000 }));
  type('0.8');
  await later(4000);
  expect(school.saidTo('quiz.hand-in')).toHaveLength(1);
});

test('what was answered later elsewhere is shown here', async () => {
  school.answers = () => ok({ newer: { holds: false } });
  shown(paper());
  await later(0);
  fireEvent.click(screen.getByLabelText('true'));
  await later(100);
  expect(screen.getByLabelText<HTMLInputElement>('false').checked).toBe(true);
});

test('handing in waits for what is on its way; what does not arrive is not handed in', async () => {
  school.takesMs = 3000;
  shown(paper());
  await later(0);
  fireEvent.click(screen.getByLabelText('true'));
  await later(10);
  fireEvent.click(button('Hand in'));
  await later(500);
  expect(school.saidTo('quiz.hand-in')).toEqual([]);
  expect(button('Handing in…').disabled).toBe(true);
  await later(7000);
  expect(school.heard.map(({ name }) => name)).toEqual(['quiz.answer', 'quiz.hand-in']);
});

test('what could not be sent is not handed in without it', async () => {
  school.answers = ({ name }) => (name === 'quiz.answer' ? null : ok(null));
  shown(paper());
  await later(0);
  fireEvent.click(screen.getByLabelText('true'));
  await later(10);
  fireEvent.click(button('Hand in'));
  await later(300);
  expect(school.saidTo('quiz.hand-in')).toEqual([]);
  expect(button('Hand in').disabled).toBe(false);
});

test('going on, where nobody comes back, waits for an answer that is on its way', async () => {
  school.takesMs = 1000;
  const place = { page: 0, of: 2, before: 0, questions: 2 };
  shown(paper({ pages: [[holds]], place, goesBack: false, overview: false }));
  await later(0);
  fireEvent.click(screen.getByLabelText('true'));
  await later(10);
  fireEvent.click(button(/^Go on/));
  await later(5000);
  expect(school.heard.map(({ name }) => name)).toEqual(['quiz.answer', 'quiz.go-on']);
  expect(screen.queryByRole('button', { name: 'Hand in' })).toBeNull();
});

test('where all have to be answered it is handed in with all, and says how many are open', async () => {
  shown(paper({ mustAnswer: true, answers: { q2: { typed: '0.85' } } }));
  await later(0);
  expect(button('Hand in').disabled).toBe(true);
  expect(screen.getByText(/^1 question is still open; all have to be answered/)).toBeTruthy();
  fireEvent.click(screen.getByLabelText('true'));
  await later(100);
  expect(button('Hand in').disabled).toBe(false);
});

test('one marks what one wants to look at again, and finds it in the overview', async () => {
  shown(paper());
  await later(0);
  fireEvent.click(screen.getAllByLabelText('Look at it again')[1] as HTMLElement);
  expect(button(/^Question 2/).getAttribute('aria-label')).toBe('Question 2, open, to look at again');
  await later(100);
  expect(school.saidTo('quiz.mark')).toEqual([{ sittingId, questionId: 'q2', on: true }]);
});

test('an answer that is judged at once stays as it is, with what was said of it', async () => {
  school.answers = ({ name }) =>
    ok(name === 'quiz.judge' ? { verdict: 'wrong', said: ['Look at the stones.'] } : { newer: null });
  shown(paper({ judges: true }));
  await later(0);
  fireEvent.click(screen.getByLabelText('false'));
  await later(100);
  fireEvent.click(screen.getAllByRole('button', { name: /^Have it judged/ })[0] as HTMLElement);
  await later(500);
  expect(screen.getByText('Not right.')).toBeTruthy();
  expect(screen.getByText('Look at the stones.')).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>('true').closest('fieldset')?.disabled).toBe(true);
});

test('when the time is up it is handed in as it is', async () => {
  shown(paper({ milliseconds: 60_000, atEnd: 'when the time is up it is handed in as it is' }));
  await later(30_000);
  expect(school.saidTo('quiz.hand-in')).toEqual([]);
  type('0.8');
  await later(32_000);
  expect(school.heard.map(({ name }) => name)).toEqual(['quiz.answer', 'quiz.hand-in']);
});

test('in a view nothing is sent, and it says so', async () => {
  shown(paper({ trialHref: '/view/stream-survey/try?quiz=1' }));
  await later(0);
  fireEvent.click(screen.getByLabelText('true'));
  await later(5000);
  expect(school.heard).toEqual([]);
  expect(says()).toBe('A view: nothing is kept');
  expect(localStorage.length).toBe(0);
});

test('keeps to the rules of accessibility', async () => {
  const { container } = shown(paper({ judges: true, milliseconds: 60_000 }));
  await later(0);
  vi.useRealTimers();
  expect(await faultsIn(container)).toEqual([]);
});

const sketch = asked('q3', 'files', 'Draw the reach.', { most: 1, megabytes: 5, guide: '' });
const sends = async () => {
  fireEvent.change(screen.getByLabelText('Add files'), { target: { files: [new File(['x'], 'reach.pdf')] } });
  await later(0);
};
const asSketch = { pages: [[sketch]], place: { page: 0, of: 1, before: 0, questions: 1 } };

test('a paper with a file on its way is not handed in without a word, and says that one is', async () => {
  shown(paper(asSketch));
  await later(0);
  await sends();
  expect(says()).toBe('A file is on its way');
  const leaving = new Event('beforeunload', { cancelable: true });
  window.dispatchEvent(leaving);
  expect(leaving.defaultPrevented).toBe(true);
  fireEvent.click(button('Hand in'));
  await later(100);
  expect(screen.getByRole('alert').textContent).toMatch(/^A file is still on its way. Nothing is handed in yet/);
  expect(school.saidTo('quiz.hand-in')).toEqual([]);
  // Whoever says so again goes without it.
  fireEvent.click(button('Hand in'));
  await later(100);
  expect(school.saidTo('quiz.hand-in')).toHaveLength(1);
});

test.each([
  ['a second before the school closes is part of it', 1000, ['quiz.answer', 'quiz.hand-in'], null],
  ['after that is not, and its learner is told', 9000, ['quiz.hand-in'], /^The time is up.*is not part of it/],
] as const)('a file that arrives %s', async (_when, afterMs, heard, told) => {
  shown(paper({ ...asSketch, milliseconds: 5000 }));
  await later(0);
  await sends();
  await later(5000 + afterMs);
  onItsWay.arrives('a'.repeat(64));
  await later(3000);
  expect(school.heard.map(({ name }) => name)).toEqual(heard);
  expect(screen.queryByRole('alert')?.textContent ?? '').toMatch(told ?? /^$/);
});
