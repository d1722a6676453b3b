import { expect, test } from 'vitest';
import { fail, type Result } from '@/core/kernel/problem';
import type { upload } from './upload';
import { UploadQueue } from './upload-queue';

type Begun = {
  readonly name: string;
  readonly progress: (sent: number) => void;
  readonly end: (result: Result<{ id: string }>) => void;
  cancelled: boolean;
};

/** A queue whose sending is done by hand. */
function byHand() {
  const begun: Begun[] = [];
  const send: typeof upload = (file, _target, onProgress) => {
    let end = (_: Result<{ id: string }>) => {};
    const done = new Promise<Result<{ id: string }>>((resolve) => {
      end = resolve;
    });
    const one = { name: file.name, progress: (sent: number) => onProgress(0, sent), end, cancelled: false };
    begun.push(one);
    return {
      done,
      cancel: () => {
        one.cancelled = true;
        end(fail('invalid', 'stopped'));
      },
    };
  };
  const queue = new UploadQueue(send);
  const file = (name: string) => new File(['x'.repeat(100)], name);
  const add = (...names: string[]) =>
    queue.add(names.map((name) => ({ file: file(name), target: { purpose: 'attachment' } })));
  const states = () => queue.get().items.map((one) => `${one.file.name} ${one.state}`);
  const settled = () => new Promise((resolve) => setTimeout(resolve, 0));
  return { queue, begun, add, states, settled };
}

test('three are sent at once, the next when one has ended, and what failed can be tried again', async () => {
  const { queue, begun, add, states, settled } = byHand();
  const ids: string[] = [];
  add('a', 'b');
  queue.add(
    ['c', 'd'].map((name) => ({
      file: new File(['y'], name),
      target: { purpose: 'film' },
      onDone: (id) => ids.push(id),
    })),
  );
  expect(states()).toEqual(['a sending', 'b sending', 'c sending', 'd waiting']);
  begun[0]?.end(fail('invalid', 'No film.'));
  begun[2]?.end({ ok: true, value: { id: 'c-id' } });
  await settled();
  expect(states()).toEqual(['a failed', 'b sending', 'c done', 'd sending']);
  expect([ids, queue.get().items[0]?.problem?.sentence]).toEqual([['c-id'], 'No film.']);
  queue.again(1);
  expect(states()[0]).toBe('a sending');
  expect(begun.map(({ name }) => name)).toEqual(['a', 'b', 'c', 'd', 'a']);
});

test('paused, nothing is sent; going on, each goes on; what was stopped says nothing more', async () => {
  const { queue, begun, add, states, settled } = byHand();
  add('a', 'b', 'c', 'd');
  begun[0]?.progress(40);
  queue.pause();
  await settled();
  expect(begun.filter(({ cancelled }) => cancelled)).toHaveLength(3);
  expect(states()).toEqual(['a waiting', 'b waiting', 'c waiting', 'd waiting']);
  begun[0]?.progress(90);
  expect(queue.get().items[0]?.sent).toBe(40);
  queue.goOn();
  expect(states()).toEqual(['a sending', 'b sending', 'c sending', 'd waiting']);
  queue.cancel(2);
  await settled();
  expect(states()).toEqual(['a sending', 'c sending', 'd sending']);
  for (const one of begun.slice(3)) one.end({ ok: true, value: { id: one.name } });
  await settled();
  expect(queue.isBusy).toBe(false);
  // What is done makes room for what comes; what failed stays until it is seen to.
  add('e');
  expect(states()).toEqual(['e sending']);
});
