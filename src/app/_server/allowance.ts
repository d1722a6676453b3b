/**
 * A film is fetched in hundreds of ranges. Whether somebody may have it is worked out for the first, and holds
 * for a minute: what is open stays open, and who leaves a course loses its films within that time. Only a yes is kept.
 */
const holdsMs = 60_000;
const mostKept = 20_000;

const kept = new Map<string, number>();

export async function allowed(key: string, nowMs: number, ask: () => Promise<string>): Promise<string> {
  const until = kept.get(key);
  if (until !== undefined && until > nowMs) return 'yes';
  const answer = await ask();
  kept.delete(key);
  if (answer !== 'yes') return answer;
  // The oldest go first: a map keeps the order in which it was filled.
  for (const oldest of kept.keys()) {
    if (kept.size < mostKept) break;
    kept.delete(oldest);
  }
  kept.set(key, nowMs + holdsMs);
  return answer;
}
