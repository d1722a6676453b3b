/** The host an address leads to, in small letters and without `www.`; null where it is no address of the web. */
export function hostOf(address: string): string | null {
  try {
    const { protocol, hostname, username } = new URL(address);
    return protocol === 'https:' && username === '' && hostname.includes('.') ? hostname.replace(/^www\./, '') : null;
  } catch {
    return null;
  }
}
