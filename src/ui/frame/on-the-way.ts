/** The page that was asked for last by a link, and the entry of the browser's history it was asked for from. */
let way: { readonly from: unknown; readonly to: string } | null = null;

/** Notes that a link to there was followed. */
export function goesTo(href: string): void {
  way = { from: window.history.state, to: new URL(href, window.location.href).href };
}

/**
 * Where somebody is, or is going to. A page that was asked for is on its way until another entry is written into the
 * history; whoever comes back to the same address is not on the way there any more.
 */
export function wantedAddress(): URL {
  return new URL(way && way.from === window.history.state ? way.to : window.location.href);
}
