import { array, boolean, object, string } from 'yup';
import { fail, ok } from '../../kernel/problem';
import { type PlayedMedia, playedMediaSchema, type QuestionPicture, questionPictureSchema } from '../question-media';
import { type AsLines, haveOnly, partLine } from './as-lines';
import { keyOf } from './key';
import type { Choice, Kind, KindRule } from './kind';
import { partId } from './part-id';

/**
 * What one choice and several choices have in common: options of which some are right, and an answer that
 * names options. They differ in how many may be chosen, and in what an answer earns.
 */
export type Option = {
  readonly id: string;
  readonly text: string;
  readonly right: boolean;
  readonly feedback: string;
  /** A picture beside its words, or in their place. */
  readonly picture?: QuestionPicture | undefined;
  /** What is played beside its words, or in their place. */
  readonly plays?: PlayedMedia | undefined;
};
export type ChoiceBody = { readonly options: readonly Option[] };
export type ChoiceAnswer = { readonly chosen: readonly string[] };
export type ShownChoice = { readonly options: readonly Pick<Option, 'id' | 'text' | 'picture' | 'plays'>[] };

const bodySchema = object({
  options: array()
    .of(
      object({
        id: string().max(40).required(),
        text: string().max(1000, 'Keep an option under 1,000 characters.').defined(),
        right: boolean().required(),
        feedback: string().max(1000, 'Keep feedback under 1,000 characters.').defined(),
        picture: questionPictureSchema.default(undefined).optional(),
        plays: playedMediaSchema.default(undefined).optional(),
      }).noUnknown(),
    )
    .max(20, 'Give at most 20 options.')
    .required(),
}).noUnknown();
const answerSchema = object({
  chosen: array().of(string().max(40).required()).max(20, 'Choose at most 20 options.').required(),
}).noUnknown();

/** An option in words: its own, or those of its picture or of what it plays. */
const wordsOf = ({ text, picture, plays }: Option): string =>
  text.trim() || picture?.alt.trim() || (plays?.alt.trim() ?? '');

const written = ({ options }: ChoiceBody) =>
  options.filter((option) => option.text.trim() !== '' || option.picture !== undefined || option.plays !== undefined);

/** Rules that hold for both. */
const rules: readonly KindRule<ChoiceBody>[] = [
  {
    id: 'question-options',
    level: 'settle',
    reason: 'One option is no choice.',
    remedy: 'Add an option.',
    check: ({ options }, name) => options.length < 2 && { sentence: `${name} has fewer than two options.` },
  },
  {
    id: 'question-option-empty',
    level: 'settle',
    reason: 'An option without words cannot be chosen on purpose.',
    remedy: 'Write it, or remove it.',
    check: (body, name) => {
      const options = written(body);
      if (options.length === body.options.length) return null;
      const sentence = `${name} has an option without words.`;
      return options.length < 2
        ? { sentence }
        : { sentence, fix: { label: 'Remove empty options', fields: { body: { options } } } };
    },
  },
  {
    id: 'question-option-twice',
    level: 'look',
    reason: 'Of two options with the same words one is counted wrong for no reason.',
    remedy: 'Change or remove one of them.',
    check: (body, name) => {
      const words = written(body).map((option) => wordsOf(option).normalize('NFC').replace(/\s+/g, ' '));
      return new Set(words).size < words.length && { sentence: `${name} has the same option twice.` };
    },
  },
  {
    id: 'question-option-picture',
    level: 'settle',
    reason: 'Whoever cannot see a picture, or tells recordings apart by their names, has only words to choose by.',
    remedy: 'Say in words what it is, without saying whether it is right.',
    check: ({ options }, name) =>
      options.some((option) => (option.picture ?? option.plays) && wordsOf(option) === '') && {
        sentence: `${name} has an option that is a picture, a recording or a film without words.`,
      },
  },
  {
    id: 'question-no-right',
    level: 'settle',
    reason: 'Without a right option nobody can answer it.',
    remedy: 'Tick the right option.',
    check: ({ options }, name) =>
      !options.some((option) => option.right) && { sentence: `${name} has no right option.` },
  },
];

type Common =
  | 'body'
  | 'answer'
  | 'begin'
  | 'shown'
  | 'rearranged'
  | 'isGiven'
  | 'fits'
  | 'key'
  | 'answerText'
  | 'rightText'
  | 'bodyText'
  | 'choices'
  | 'rules'
  | 'minutes';
export const choice: Pick<Kind<ChoiceBody, ChoiceAnswer, ShownChoice>, Common> & {
  choices(body: ChoiceBody, answer: ChoiceAnswer | undefined): readonly Choice[];
} = {
  body: bodySchema,
  answer: answerSchema,
  begin: (id) => ({
    options: [true, false, false].map((right, i) => ({
      id: partId(id, i),
      text: '',
      right,
      feedback: '',
    })),
  }),
  shown: ({ options }) => ({
    options: options.map(({ id, text, picture, plays }) => ({
      ...{ id, text },
      ...(picture && { picture }),
      ...(plays && { plays }),
    })),
  }),
  rearranged: ({ options }, order) => ({ options: order(options) }),
  isGiven: ({ chosen }) => chosen.length > 0,
  fits: ({ options }, { chosen }) =>
    chosen.every((id) => options.some((option) => option.id === id))
      ? ok(null)
      : fail('invalid', 'This option is not part of the question.'),
  key: (_body, { chosen }) => keyOf([...new Set(chosen)].sort()),
  answerText: ({ options }, { chosen }) => listed(options.filter((option) => chosen.includes(option.id))),
  rightText: ({ options }) => listed(options.filter((option) => option.right)),
  bodyText: ({ options }) =>
    options.map((option) => `${option.right ? '✓' : '·'} ${wordsOf(option) || 'without words'}`).join('\n'),
  choices: ({ options }, answer) =>
    options.map((option) => ({ ...option, chosen: answer?.chosen.includes(option.id) ?? false })),
  minutes: 1.5,
  rules,
};

/** The options some lines are, with what is said about each; null when they are lines of something else. */
function optionsIn(lines: Parameters<AsLines<ChoiceBody>['read']>[0], id: (part: number) => string): ChoiceBody | null {
  if (!haveOnly(lines, 'right', 'wrong', 'said') || lines[0]?.mark === 'said') return null;
  const options: Option[] = [];
  for (const { mark, words } of lines) {
    const last = options.at(-1);
    if (mark !== 'said') options.push({ id: id(options.length), text: words, right: mark === 'right', feedback: '' });
    else if (last)
      options[options.length - 1] = { ...last, feedback: [last.feedback, words].filter(Boolean).join('\n') };
  }
  return { options };
}

/** Lines of options; `isOurs` says by how many are right which of the two kinds it is. */
export const optionLines = (isOurs: (right: number) => boolean): AsLines<ChoiceBody> => ({
  read: (lines, id) => {
    const body = optionsIn(lines, id);
    return body && isOurs(body.options.filter(({ right }) => right).length) ? body : null;
  },
  write: ({ options }) =>
    options.flatMap(({ text, right, feedback }) => [
      partLine(right ? 'right' : 'wrong', text),
      ...(feedback === '' ? [] : [partLine('said', feedback)]),
    ]),
});

const listed = (options: readonly Option[]) => options.map(wordsOf).join('; ');

/** Options for examples: those named in `rights` are right, those in `wrongs` are not. */
export const exampleOptions = (rights: string, wrongs: string): ChoiceBody => ({
  options: [...rights, ...wrongs].map((id) => ({ id, text: id, right: rights.includes(id), feedback: '' })),
});
