import { type Design, designFrom, type Paper, type PatternName } from '../src/core/certificate';
import type { Temporal } from '../src/core/kernel/time';
import type { Actor } from '../src/core/people';
import { newId } from '../src/server/platform/ids';
import { perform } from './acting';

/** The designs of the school: one that courses use, one for days out, and one that waits for its course. */
const wanted: readonly (readonly [name: string, pattern: PatternName, paper: Paper])[] = [
  ['River line', 'river', 'a4-across'],
  ['Field day', 'field', 'a4-across'],
  ['Plain tile', 'tile', 'a4-upright'],
];

/** Makes the designs of the school and puts them to use; gives back the id of the first. */
export async function seedDesigns(owner: Actor, at: Temporal.Instant): Promise<string> {
  const ids: string[] = [];
  for (const [name, pattern, paper] of wanted) {
    const id = newId();
    const content: Design = designFrom(pattern, paper, newId);
    await perform(owner, 'certificate.make-design', { id, name, content }, at);
    await perform(owner, 'certificate.use-design', { designId: id, revision: 0 }, at);
    ids.push(id);
  }
  return ids[0] ?? '';
}

/** Certificates of the school are found by number and name, and learners have one place to show them at. */
export const seedSharing = (owner: Actor, at: Temporal.Instant) =>
  perform(
    owner,
    'certificate.set-sharing',
    {
      isFound: true,
      words: 'I have learnt to read a small river: “{course}”, with the {school}. See for yourself: {address}',
      places: [
        {
          title: 'the volunteers’ register',
          address:
            'https://register.example/add?what={course}&by={school}&year={year}&month={month}&no={number}&see={address}',
        },
      ],
    },
    at,
  );
