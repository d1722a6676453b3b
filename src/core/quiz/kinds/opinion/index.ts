import { array, number, object, string } from 'yup';
import { zero } from '../../../kernel/exact';
import { fail, ok } from '../../../kernel/problem';
import { divided, haveOnly, partLine, undivided } from '../as-lines';
import { keyOf } from '../key';
import type { Kind } from '../kind';

/** The steps of a scale in words, from one end to the other. */
export type OpinionBody = { readonly steps: readonly string[] };
/** The place of the step that was chosen, from 0. */
export type OpinionAnswer = { readonly step: number };

const fewest = 2;
const most = 11;
const body = (...steps: readonly string[]): OpinionBody => ({ steps });
const usual = body('not at all', 'a little', 'partly', 'mostly', 'wholly');

/** Opinion: what somebody thinks of a statement, on a scale. Nothing is right, and it carries no points. */
export const opinion: Kind<OpinionBody, OpinionAnswer, OpinionBody> = {
  title: 'Opinion',
  judgedBy: 'nobody',
  body: object({
    steps: array()
      .of(string().max(100, 'Keep a step under 100 characters.').defined())
      .max(most, `Give a scale at most ${most} steps.`)
      .required(),
  }).noUnknown(),
  answer: object({ step: number().integer().min(0).max(most).required() }).noUnknown(),
  begin: () => usual,
  shown: ({ steps }) => ({ steps }),
  isGiven: () => true,
  fits: ({ steps }, { step }) =>
    step < steps.length ? ok(null) : fail('invalid', 'This step is not on the scale any more. Choose again.'),
  share: () => zero,
  key: (_body, { step }) => keyOf([String(step)]),
  answerText: ({ steps }, { step }) => steps[step]?.trim() || `step ${step + 1}`,
  rightText: () => '',
  bodyText: ({ steps }) => steps.map((step, i) => `${i + 1}. ${step || 'without words'}`).join('\n'),
  choices: ({ steps }, answer) =>
    steps.map((text, i) => ({ id: String(i), text, chosen: answer?.step === i, right: false, feedback: '' })),
  lines: {
    read: (lines) => {
      const [line] = lines;
      return haveOnly(lines, 'scale') && lines.length === 1 && line ? body(...divided(line.words, ';')) : null;
    },
    write: ({ steps }) => [partLine('scale', steps.map((step) => undivided(step, ';')).join('; '))],
  },
  instruction: 'Nothing is right or wrong here, and it carries no points.',
  minutes: 0.5,
  rules: [
    {
      id: 'question-opinion-steps',
      level: 'settle',
      reason: 'With less than two steps there is nothing to choose.',
      remedy: 'Add a step.',
      check: ({ steps }, name) =>
        steps.filter((step) => step.trim() !== '').length < fewest && {
          sentence: `${name} has fewer than two steps with words.`,
        },
    },
    {
      id: 'question-opinion-empty',
      level: 'look',
      reason: 'A step without words is read differently by everybody.',
      remedy: 'Write it, or remove it.',
      check: ({ steps }, name) =>
        steps.some((step) => step.trim() === '') && { sentence: `${name} has a step without words.` },
    },
  ],
  examples: [
    { name: 'the lowest step', body: usual, answer: { step: 0 }, share: null },
    { name: 'the highest step', body: usual, answer: { step: 4 }, share: null },
    { name: 'of two', body: body('no', 'yes; of course'), answer: { step: 1 }, share: null },
  ],
};
