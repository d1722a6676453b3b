/**
 * Where a lesson leads to that lies elsewhere: an address of the web (RFC 3986, with https). Nothing of it is ever
 * fetched by the school itself.
 */

/** The host an address leads to, in small letters and without `www.`; null where it is no address of the web. */
export function hostOf(address: string): string | null {
  try {
    const { protocol, hostname, username } = new URL(address);
    return protocol === 'https:' && username === '' && hostname.includes('.') ? hostname.replace(/^www\./, '') : null;
  } catch {
    return null;
  }
}

const isWithin = (host: string, source: string) => host === source || host.endsWith(`.${source}`);

/** What is wrong with an address, as a sentence; `sources`: the hosts a course leads to, any where there are none. */
export function linkFault(address: string, sources: readonly string[]): string | null {
  if (address === '') return null;
  const host = hostOf(address);
  if (host === null) return 'Give an address that begins with https://, for example https://river.example/film.';
  if (sources.length === 0 || sources.some((source) => isWithin(host, source))) return null;
  return `This course leads only to ${sources.join(', ')}. Add ${host} to its sources, or choose another address.`;
}
