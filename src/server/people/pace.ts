import { createHmac, timingSafeEqual } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { eq, sql } from 'drizzle-orm';
import { config } from '../platform/config';
import { transaction } from '../platform/database';
import { signInPace } from './schema';

/**
 * Guessing passwords is made slow, and nobody is locked out by it. Each attempt takes a turn: the first few
 * of one account from one place come at once, later ones have to wait, ever longer, one after the other; a
 * right password that waits its turn is let in. Attempts count from the moment they begin, so that sixty at
 * once are no way round, and a right one takes its count back. A place is the address of the sender, or a
 * browser that has signed in to this account before: what others try from the same address does not slow it.
 */
const forgetAfterMs = 15 * 60_000;
/** Whose turn is further away than this is told to come back, without the password being looked at. */
const longestHoldMs = 10_000;

type Kind = { readonly free: number; readonly pauseMs: (failures: number) => number };
const ofAccount: Kind = { free: 5, pauseMs: (failures) => Math.min(8000, 500 * 2 ** failures) };
/** One address at many accounts; a classroom stands behind one address too, so this one is gentle. */
const ofAddress: Kind = { free: 40, pauseMs: () => 400 };

export type Turn = { readonly keys: readonly string[]; readonly waitMs: number };

/** Takes a turn for each key, in one step; gives back how long until the latest of them. */
async function take(keys: readonly (readonly [key: string, kind: Kind])[], nowMs: number): Promise<number> {
  return transaction(async (tx) => {
    let at = nowMs;
    const turns: { key: string; count: number; nextAt: number }[] = [];
    for (const [key, kind] of keys) {
      await tx.db.insert(signInPace).values({ key, count: 0, nextAt: 0, lastAt: nowMs }).onConflictDoNothing();
      const [row] = await tx.db.select().from(signInPace).where(eq(signInPace.key, key)).for('update');
      const isFresh = !row || nowMs - row.lastAt > forgetAfterMs;
      const count = isFresh ? 0 : row.count;
      const turn = Math.max(nowMs, isFresh ? 0 : row.nextAt);
      at = Math.max(at, turn);
      turns.push({
        key,
        count: count + 1,
        nextAt: count + 1 < kind.free ? turn : turn + kind.pauseMs(count + 1 - kind.free),
      });
    }
    // Who is sent away has tried nothing, and takes nobody's turn.
    if (at - nowMs <= longestHoldMs)
      for (const { key, count, nextAt } of turns)
        await tx.db.update(signInPace).set({ count, nextAt, lastAt: nowMs }).where(eq(signInPace.key, key));
    return at - nowMs;
  });
}

/** Waits for the turn of an attempt; seconds to come back after where that is too long. */
export async function turnFor(
  account: string,
  address: string,
  knows: boolean,
  nowMs: number,
): Promise<{ readonly keys: readonly string[]; readonly comeBack: number }> {
  const own = `account ${account} ${knows ? 'known' : address}`;
  const keys: (readonly [string, Kind])[] = knows
    ? [[own, ofAccount]]
    : [
        [own, ofAccount],
        [`address ${address}`, ofAddress],
      ];
  const waitMs = await take(keys, nowMs);
  if (waitMs > longestHoldMs) return { keys: [], comeBack: Math.ceil(waitMs / 1000) };
  await wait(waitMs);
  return { keys: keys.map(([key]) => key), comeBack: 0 };
}

/** Takes back the count of attempts that were right: only failures count. */
export async function turnWasRight(keys: readonly string[]): Promise<void> {
  await transaction(async (tx) => {
    for (const key of keys) {
      if (key.startsWith('account')) await tx.db.delete(signInPace).where(eq(signInPace.key, key));
      else
        await tx.db
          .update(signInPace)
          .set({ count: sql`greatest(0, ${signInPace.count} - 1)` })
          .where(eq(signInPace.key, key));
    }
  });
}

/** What a browser keeps that has signed in to an account: it is nobody's secret but says nothing to anybody else. */
export const deviceMark = (account: string): string =>
  createHmac('sha256', config.secret).update(`has signed in ${account}`).digest('base64url');

export function isKnownDevice(account: string, mark: string | null | undefined): boolean {
  const [a, b] = [Buffer.from(deviceMark(account)), Buffer.from(mark ?? '')];
  return a.length === b.length && timingSafeEqual(a, b);
}
