/**
 * Whether a request that changes something comes from a page of our own. Browsers say so themselves; older ones send at
 * least the origin. Programs send neither, and carry no cookie of anybody's.
 */
export function comesFromOurPages(headers: Pick<Headers, 'get'>): boolean {
  const site = headers.get('sec-fetch-site');
  if (site) return site === 'same-origin';
  const origin = headers.get('origin');
  return !origin || (URL.canParse(origin) && new URL(origin).host === headers.get('host'));
}

export const notFromOurPages = {
  ok: false,
  problem: { code: 'not-allowed', sentence: 'This request did not come from a page of this school.' },
} as const;

/** Who would wait for a connection behind so many others is told at once to come back. */
export const mostWaiting = 500;
export const tooMuchToDo = 'The school has more to do at this moment than it can answer. Try again in a moment.';
