import { boolean, object } from 'yup';
import { rational, zero } from '../../../kernel/exact';
import { ok } from '../../../kernel/problem';
import { haveOnly, partLine } from '../as-lines';
import type { Kind } from '../kind';

type Body = { readonly holds: boolean };
type Answer = { readonly holds: boolean };

const named = (holds: boolean) => (holds ? 'true' : 'false');
const schema = object({ holds: boolean().required('Say whether it is true or false.') }).noUnknown();

/** True or false: whether a statement holds, all or nothing. */
export const trueFalse: Kind<Body, Answer, object> = {
  title: 'True or false',
  body: schema,
  answer: schema,
  begin: () => ({ holds: true }),
  shown: () => ({}),
  isGiven: () => true,
  fits: () => ok(null),
  share: (body, answer) => (body.holds === answer.holds ? rational(1) : zero),
  key: (_body, { holds }) => named(holds),
  answerText: (_body, { holds }) => named(holds),
  rightText: ({ holds }) => named(holds),
  bodyText: ({ holds }) => named(holds),
  choices: (body, answer) =>
    [true, false].map((holds) => ({
      id: named(holds),
      text: named(holds),
      chosen: answer?.holds === holds,
      right: body.holds === holds,
      feedback: '',
    })),
  lines: {
    read: (lines) => {
      if (!haveOnly(lines, 'statement', 'answer')) return null;
      const word = lines.length === 1 ? lines[0]?.words.toLowerCase() : '';
      return word === named(true) || word === named(false) ? { holds: word === named(true) } : null;
    },
    write: ({ holds }) => [partLine('statement', named(holds))],
  },
  minutes: 0.5,
  rules: [],
  examples: [
    { name: 'a true statement called true', body: { holds: true }, answer: { holds: true }, share: '1/1' },
    { name: 'a true statement called false', body: { holds: true }, answer: { holds: false }, share: '0/1' },
    { name: 'a false statement called false', body: { holds: false }, answer: { holds: false }, share: '1/1' },
  ],
};
