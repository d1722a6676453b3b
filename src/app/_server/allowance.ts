/**
 * A film is fetched in hundreds of ranges. Whether somebody may have it is worked out for the first, and holds
 * for a minute: what is open stays open, and who leaves a course loses its films within that time. Only a yes is kept.
 */
const holdsMs = 60_000;
const mostKept = 20_000;

/** Whether somebody may have a file, and then which version of it, by its content. */
export type Allowed = { readonly may: 'yes'; readonly hash: string } | { readonly may: 'closed' | 'no' };

const kept = new Map<string, { readonly until: number; readonly answer: Allowed }>();

export async function allowed(key: string, nowMs: number, ask: () => Promise<Allowed>): Promise<Allowed> {
  const before = kept.get(key);
  if (before && before.until > nowMs) return before.answer;
  const answer = await ask();
  kept.delete(key);
  if (answer.may !== 'yes') return answer;
  // The oldest go first: a map keeps the order in which it was filled.
  for (const oldest of kept.keys()) {
    if (kept.size < mostKept) break;
    kept.delete(oldest);
  }
  kept.set(key, { until: nowMs + holdsMs, answer });
  return answer;
}
