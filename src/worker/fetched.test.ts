import { expect, test, vi } from 'vitest';
import { mostTries } from '../server/platform/jobs';
import { doFetched, type Handler } from './fetched';

type Data = { readonly which: string };

/** Does three jobs of which some break down; tells what was done in which order. */
async function three(broken: readonly string[], handler: Partial<Handler<Data>>, retryCount = 0) {
  const did: string[] = [];
  const one = (which: string) => {
    did.push(which);
    if (broken.includes(which)) throw new Error(`${which} cannot be done`);
  };
  const queue = {
    complete: vi.fn(async (_name: string, id: string) => did.push(`completed ${id}`)),
    fail: vi.fn(async (_name: string, id: string) => did.push(`failed ${id}`)),
  };
  const jobs = ['a', 'b', 'c'].map((which) => ({ id: which, data: { which }, retryCount }));
  const last = async ({ which }: Data) => did.push(`gave up ${which}`);
  const whole = { work: async ({ which }: Data) => one(which), last, batch: 25, ...handler };
  await doFetched('certificate.draw', whole, jobs, queue).catch((error: Error) => did.push(error.message));
  return did;
}
const together = (broken: boolean): Partial<Handler<Data>> => ({
  together: async () => {
    if (broken) throw new Error('not together');
  },
});

test.each<[string, readonly string[], Partial<Handler<Data>>, number, readonly string[]]>([
  ['what can be done together is', ['b'], together(false), 0, []],
  ['what breaks down together is done one by one', ['b'], together(true), 0, ['a', '+a', 'b', '-b', 'c', '+c']],
  ['without a way to do them together, one by one', [], {}, 0, ['a', '+a', 'b', '+b', 'c', '+c']],
  ['whoever was tried often enough is given up', ['a'], {}, mostTries, ['a', '!a', '-a', 'b', '+b', 'c', '+c']],
  ['alone, its break-down is the whole', ['a'], { batch: 1 }, 0, ['a', 'a cannot be done']],
])('%s', async (_what, broken, handler, tried, did) => {
  const words: Record<string, string> = { '+': 'completed ', '-': 'failed ', '!': 'gave up ' };
  expect(await three(broken, handler, tried)).toEqual(
    did.map((one) => one.replace(/^[-+!]/, (sign) => words[sign] ?? '')),
  );
});
