const here = 'http://here.invalid';

/**
 * A page of our own that somebody wanted to go to, or the first page. Read as an address is read (WHATWG URL):
 * whatever a browser would take for another place is another place, however it is written.
 */
export function ownPath(wanted: unknown): string {
  if (typeof wanted !== 'string' || !wanted.startsWith('/') || wanted.length > 2000) return '/';
  if (/[\p{Cc}\\]/u.test(wanted) || !URL.canParse(wanted, here)) return '/';
  const { origin, pathname, search, hash } = new URL(wanted, here);
  return origin === here && !pathname.startsWith('//') ? `${pathname}${search}${hash}` : '/';
}
