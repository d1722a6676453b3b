/** The page that was asked for last by a link, and where that was. */
let way: { readonly from: string; readonly to: string } | null = null;

/** Notes that a link to there was followed. */
export function goesTo(href: string): void {
  way = { from: window.location.href, to: new URL(href, window.location.href).href };
}

/** Where somebody is, or is going to: a page that was asked for is on its way until the address is another one. */
export function wantedAddress(): URL {
  const here = window.location.href;
  return new URL(way?.from === here ? way.to : here);
}
