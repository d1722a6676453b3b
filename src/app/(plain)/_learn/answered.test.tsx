import { screen } from '@testing-library/react';
import { describe, expect, test } from 'vitest';
import { compare, toShort } from '@/core/kernel/exact';
import {
  type Answer,
  correctionDoes,
  kindOf,
  type QuestionContent,
  questionKinds,
  type Scored,
  scoreAnswer,
  verdictWords,
} from '@/core/quiz';
import { content } from '@/core/quiz/testing';
import { faultsIn, shown } from '@/ui/testing';
import { AnsweredQuestion } from './AnsweredQuestion';

const told = (
  question: QuestionContent,
  scored: Scored,
  answer: Answer | undefined,
  more: { readonly isOwn?: boolean; readonly sittingId?: string | null } = {},
) => {
  const { container } = shown(
    <AnsweredQuestion question={question} number={3} scored={scored} answer={answer} sittingId="s1" {...more} />,
  );
  return container;
};
const words = (part: HTMLElement) => part.textContent?.replace(/\s+/g, ' ') ?? '';

describe.each(questionKinds.map((kind) => [kind, kindOf(kind)] as const))('%s', (kind, own) => {
  test.each(own.examples.map((one) => [one.name, one] as const))(
    'tells what was answered, what that earned and what is right: %s',
    (_name, { body, answer }) => {
      const question = content({ kind, body, points: 4000, prompt: 'What is it?' });
      const scored = scoreAnswer(question, answer);
      const said = words(told(question, scored, answer));
      expect(said).toContain('What is it?');
      expect(said).toContain(verdictWords[scored.verdict]);
      if (own.judgedBy === undefined) expect(said).toContain(`${toShort(scored.points)} of 4`);
      if (scored.verdict === 'waits') expect(said).toContain('to be earned');
      const choices = own.choices?.(body, answer);
      if (choices) {
        expect(document.querySelectorAll('li[data-chosen]')).toHaveLength(
          choices.filter(({ chosen }) => chosen).length,
        );
        expect(document.querySelectorAll('li[data-right]')).toHaveLength(choices.filter(({ right }) => right).length);
      } else if (own.judgedBy === undefined) {
        expect(said).toContain('Your answer:');
        expect(said.includes('Right:')).toBe(scored.verdict !== 'right');
      }
      expect(compare(scored.points, scored.of)).toBeLessThanOrEqual(0);
    },
  );

  test('is told to somebody else as what it is: another person’s', async () => {
    const { body, answer } = own.examples[0] as (typeof own.examples)[number];
    const question = content({ kind, body, points: 4000 });
    const part = told(question, scoreAnswer(question, answer), answer, { isOwn: false });
    expect(words(part).toLowerCase()).not.toContain('your');
    expect(await faultsIn(part)).toEqual([]);
  });

  test('that was not answered says so, and what would have been right', () => {
    const { body } = own.examples[0] as (typeof own.examples)[number];
    const question = content({ kind, body, points: 4000 });
    const said = words(told(question, scoreAnswer(question, undefined), undefined));
    expect(said).toContain(verdictWords.open);
    if (own.choices) expect(document.querySelectorAll('li[data-chosen]')).toHaveLength(0);
    else if (own.judgedBy === 'person' && !own.files) expect(said).toContain('Nothing was answered.');
    else if (own.judgedBy === undefined) expect(said).toContain('Your answer: none');
  });
});

const holds = content({ kind: 'true-false', body: { holds: true }, points: 2000 });

test.each(correctionDoes)('a question that was put right since says so: %s', (by) => {
  const said = words(told(holds, { ...scoreAnswer(holds, { holds: false }), by }, { holds: false }));
  expect(said).toContain('put right since');
});

test('what a marker has said stands with the answer, and it is marked', () => {
  const essay = content({ kind: 'essay', body: kindOf('essay').begin('q'), points: 5000 });
  const waits = scoreAnswer(essay, { text: 'Riffles are fast.' });
  expect(waits.verdict).toBe('waits');
  const said = words(
    told(
      essay,
      {
        ...waits,
        points: { n: 4n, d: 1n },
        verdict: 'part',
        mark: { points: 4000, remark: 'Name the stones as well.' } as NonNullable<Scored['mark']>,
      },
      { text: 'Riffles are fast.' },
    ),
  );
  expect(said).toContain('marked · 4 of 5');
  expect(said).toContain('Name the stones as well.');
  expect(said).toContain('Riffles are fast.');
});

test('files are led to by whoever has the sitting, and only named where it was tried', () => {
  const files = content({ kind: 'files', body: kindOf('files').begin('q') });
  const hash = 'a'.repeat(64);
  const answer: Answer = { files: [{ hash, name: 'sketch.pdf', size: 9, contentType: 'application/pdf' }] };
  const first = shown(
    <AnsweredQuestion question={files} number={1} scored={scoreAnswer(files, answer)} answer={answer} sittingId="s1" />,
  );
  expect(screen.getByRole('link', { name: 'sketch.pdf' }).getAttribute('href')).toBe(`/answered/s1/${hash}`);
  first.unmount();
  told(files, scoreAnswer(files, answer), answer, { sittingId: null });
  expect(screen.queryByRole('link')).toBeNull();
  expect(screen.getByText('sketch.pdf')).toBeTruthy();
});

test('what is written in signs of its own stays what it is', () => {
  const typed = content({
    kind: 'short-text',
    body: { accepted: ['<b>\\(x^2\\)</b>'], matchCase: false, slips: 0 },
    prompt: '<script>alert(1)</script> \\(\\frac{1}{2}\\)',
  });
  const part = told(typed, scoreAnswer(typed, { typed: '<i>no</i>' }), { typed: '<i>no</i>' });
  expect(part.querySelector('script, i, b')).toBeNull();
  expect(part.querySelectorAll('math')).toHaveLength(2);
  expect(words(part)).toContain('<i>no</i>');
});
