import { hostOf } from '../kernel/host';

/**
 * Where a lesson leads to that lies elsewhere: an address of the web (RFC 3986, with https). Nothing of it is ever
 * fetched by the school itself.
 */

const isWithin = (host: string, source: string) => host === source || host.endsWith(`.${source}`);

/** What is wrong with an address, as a sentence; `sources`: the hosts a course leads to, any where there are none. */
export function linkFault(address: string, sources: readonly string[]): string | null {
  if (address === '') return null;
  const host = hostOf(address);
  if (host === null) return 'Give an address that begins with https://, for example https://river.example/film.';
  if (sources.length === 0 || sources.some((source) => isWithin(host, source))) return null;
  return `This course leads only to ${sources.join(', ')}. Add ${host} to its sources, or choose another address.`;
}
