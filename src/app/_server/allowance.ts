import { LRUCache } from 'lru-cache';

/**
 * A film is fetched in hundreds of ranges. Whether somebody may have it is worked out for the first, and holds
 * for a minute: what is open stays open, and who leaves a course loses its films within that time. Only a yes is kept.
 */
const holdsMs = 60_000;

/** Whether somebody may have a file, and then which version of it, by its content. */
export type Allowed = { readonly may: 'yes'; readonly hash: string } | { readonly may: 'closed' | 'no' };

const kept = new LRUCache<string, { readonly until: number; readonly answer: Allowed }>({ max: 20_000 });

export async function allowed(key: string, nowMs: number, ask: () => Promise<Allowed>): Promise<Allowed> {
  const before = kept.get(key);
  if (before && before.until > nowMs) return before.answer;
  const answer = await ask();
  if (answer.may === 'yes') kept.set(key, { until: nowMs + holdsMs, answer });
  else kept.delete(key);
  return answer;
}
