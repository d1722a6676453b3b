import { strToU8, zipSync } from 'fflate';
import { expect, test, vi } from 'vitest';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { QuestionsPreview } from '@/server/exchange';
import { uploadShown } from './shown-files';

const sent = vi.hoisted(() => [] as string[]);
const answers = vi.hoisted(() => [] as Result<{ id: string }>[]);
vi.mock('@/app/_client/upload', () => ({
  upload: ({ name }: File) => {
    sent.push(name);
    return { done: Promise.resolve(answers.shift() ?? ok({ id: `id of ${name}` })) };
  },
}));

const pictures = ['weir.png', 'mill.png'];
const archive = zipSync(Object.fromEntries(pictures.map((name) => [`shown/${name}`, strToU8(name)])));
// The page of the tests has files that do not give their bytes.
const inPackage = () =>
  Object.assign(new File([], 'questions.zip'), { arrayBuffer: async () => archive.slice().buffer as ArrayBuffer });
const questions = pictures.map((name) => ({
  shows: [{ kind: 'picture', href: `shown/${name}` }],
})) as unknown as QuestionsPreview['questions'];
const send = (file: File, courseId: string | null = null) => uploadShown(file, questions, courseId, () => {});

test('a package whose second file was refused goes on with that one when it is tried again', async () => {
  const file = inPackage();
  answers.push(ok({ id: 'weir' }), fail('too-many', 'Go on tomorrow.'));
  expect(await send(file)).toEqual(fail('too-many', '"mill.png": Go on tomorrow.'));
  const again = await send(file);
  expect(again.ok && [...again.value]).toEqual([
    ['picture shown/weir.png', 'weir'],
    ['picture shown/mill.png', 'id of mill.png'],
  ]);
  expect(sent).toEqual(['weir.png', 'mill.png', 'mill.png']);
  // For another course they are other things of the library; so they are for a package that is chosen anew.
  sent.length = 0;
  await send(file, 'c1');
  await send(inPackage());
  expect(sent).toEqual([...pictures, ...pictures]);
});
