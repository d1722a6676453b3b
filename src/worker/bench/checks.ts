import { isNull } from 'drizzle-orm';
import {
  badgeJson,
  bakedPng,
  certificateByToken,
  checkBadge,
  ensureOwnKey,
  statusList,
} from '../../server/certificate';
import { config } from '../../server/platform/config';
import { database } from '../../server/platform/database';
import { certificate } from '../../server/platform/schema';
import { quantile, row, times } from './figures';

const asked = 10_000;
const atOnce = 60;

/** Asks an address so often, sixty at once; how long each took, in milliseconds. Throws where one is not answered. */
async function manyTimes(address: string, often: number): Promise<number[]> {
  const taken: number[] = [];
  let left = often;
  const one = async () => {
    while (left > 0) {
      left -= 1;
      const start = performance.now();
      const answer = await fetch(address);
      await answer.arrayBuffer();
      if (!answer.ok) throw new Error(`${address} answered ${answer.status}.`);
      taken.push(performance.now() - start);
    }
  };
  await Promise.all(Array.from({ length: atOnce }, one));
  return taken;
}

/** A check page that everybody asks for at once, and badges signed and checked. */
export async function checks(): Promise<void> {
  const db = database();
  await ensureOwnKey(db);
  const [any] = await db.select().from(certificate).where(isNull(certificate.withdrawnAt)).limit(1);
  if (!any) throw new Error('The sample school has no certificate.');
  const [page, sheet] = [`${config.address}/check/${any.token}`, `${config.address}/sign-in`];
  await manyTimes(page, 200);
  await manyTimes(sheet, 200);
  const beside = {
    what: 'the sign-in page asked the same way, p99',
    value: quantile(await manyTimes(sheet, 2000), 0.99),
  };
  const all = await manyTimes(page, asked);
  row({
    what: `a check page asked ${asked.toLocaleString('en-GB')} times, ${atOnce} at once, p99`,
    ...{ value: quantile(all, 0.99), unit: 'ms' as const, beside, most: 3 },
  });
  const bound = (value: number) => ({ what: 'the bound', value });
  const p95 = async (work: () => Promise<unknown>) => quantile(await times(40, work), 0.95);
  const found = await certificateByToken(db, any.token);
  if (!found) throw new Error('The certificate is gone.');
  const signing = { value: await p95(() => badgeJson(db, found)), beside: bound(100) };
  row({ what: 'a badge signed with a proof in it, p95', ...signing, unit: 'ms', most: 1 });
  const png = await bakedPng(db, found);
  const json = new TextEncoder().encode(JSON.stringify(await badgeJson(db, found)));
  for (const [what, bytes] of [
    ['as a picture', png],
    ['as JSON with a proof', json],
  ] as const) {
    const checking = { value: await p95(() => checkBadge(db, bytes)), beside: bound(100) };
    row({ what: `a badge checked, ${what}, p95`, ...checking, unit: 'ms', most: 1 });
  }
  const withdrawn = { value: await p95(() => statusList(db, 0)), beside: bound(50) };
  row({ what: 'the list of what was withdrawn, p95', ...withdrawn, unit: 'ms', most: 1 });
}
