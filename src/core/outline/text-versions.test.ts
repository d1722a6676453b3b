import { expect, test } from 'vitest';
import { type TextVersion, textVersions } from './index';

const doc = (text: string) => ({ type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text }] }] });
/**
 * `Ines 0` is a state Ines left at nine o'clock, `Bo 12` one that Bo left twelve minutes later, `-` what was there
 * before.
 */
const stateOf = (name: string, i: number): TextVersion => {
  const [by = '', minutes] = name.split(' ');
  const at = new Date(Date.UTC(2026, 2, 2, 9, Number(minutes ?? 0))).toISOString();
  return { revision: i, left: by === '-' ? null : { at, by }, content: doc(name) };
};

test.each<[string, string[], string[]]>([
  ['none', [], []],
  ['one', ['Ines 0'], ['Ines 0']],
  ['written on after short pauses: the last state', ['Ines 0', 'Ines 1', 'Ines 16'], ['Ines 16']],
  ['written on after a long pause: both', ['Ines 0', 'Ines 16'], ['Ines 16', 'Ines 0']],
  ['somebody else in between', ['Ines 0', 'Bo 1', 'Ines 2'], ['Ines 2', 'Bo 1', 'Ines 0']],
  ['long writing without a pause is one', Array.from({ length: 9 }, (_, i) => `Ines ${i * 14}`), ['Ines 112']],
  ['what was there before is one by itself', ['-', 'Ines 0', 'Ines 1'], ['Ines 1', '-']],
])('versions of %s', (_name, states, expected) => {
  const named = (version: TextVersion) => version.content?.content?.[0]?.content?.[0]?.text;
  expect(textVersions(states.map(stateOf)).map(named)).toEqual(expected);
});
