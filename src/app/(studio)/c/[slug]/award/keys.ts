import type { KeyboardEvent } from 'react';
import { type Design, movedBy, type Order, ordered, type Thing, withThings } from '@/core/certificate';
import { newId } from '@/ui/ids';

/** Millimetres an arrow moves what is chosen: by itself, and with Shift. */
const steps = { fine: 0.1, coarse: 5 };
const arrows: { readonly [key: string]: readonly [x: number, y: number] } = {
  ...{ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] },
};
/** What was copied, for this design or another one, also in another window. */
const copiedAt = 'mosaik.certificate-things';

type Page = {
  readonly design: Design;
  readonly selected: ReadonlySet<string>;
  select(ids: readonly string[]): void;
  change(next: (design: Design) => Design, kind?: string): void;
  undo(): void;
  redo(): void;
};

const chosenOf = ({ design, selected }: Page): readonly Thing[] => design.things.filter(({ id }) => selected.has(id));

/** Puts copies of things on the page, a little further than they were. */
function put({ change, select }: Page, things: readonly Thing[]): void {
  const copies = things.map(
    (one): Thing => ({ ...one, id: newId(), box: { ...one.box, x: one.box.x + 4, y: one.box.y + 4 } }),
  );
  if (copies.length === 0) return;
  change((design) => ({ ...design, things: [...design.things, ...copies] }));
  select(copies.map(({ id }) => id));
}

export function copyThings(page: Page): void {
  try {
    localStorage.setItem(copiedAt, JSON.stringify(chosenOf(page)));
  } catch {
    // A browser that keeps nothing copies nothing between designs.
  }
}
export function pasteThings(page: Page): void {
  try {
    put(page, JSON.parse(localStorage.getItem(copiedAt) ?? '[]') as Thing[]);
  } catch {
    // Nothing was copied here.
  }
}
export const doubleThings = (page: Page): void => put(page, chosenOf(page));
export function removeThings({ change, select, selected }: Page): void {
  change((design) => ({ ...design, things: design.things.filter(({ id, locked }) => !selected.has(id) || locked) }));
  select([]);
}
export const orderThings = ({ change, selected }: Page, how: Order): void =>
  change((design) => ordered(design, selected, how));

const orderKeys: { readonly [key: string]: Order } = { ']': 'forward', '[': 'backward', '}': 'front', '{': 'back' };

/** What a key does on the page; true where it does something. */
function onPage(
  page: Page,
  key: string,
  { shift, command }: { readonly shift: boolean; readonly command: boolean },
): boolean {
  const { design, selected, select, change } = page;
  if (command) {
    const does: { readonly [key: string]: () => void } = {
      z: shift ? page.redo : page.undo,
      y: page.redo,
      a: () => select(design.things.filter(({ hidden }) => !hidden).map(({ id }) => id)),
      c: () => copyThings(page),
      v: () => pasteThings(page),
      d: () => doubleThings(page),
    };
    does[key]?.();
    return key in does;
  }
  const arrow = arrows[key];
  if (arrow && selected.size > 0) {
    const by = shift ? steps.coarse : steps.fine;
    change((now) => movedBy(now, selected, arrow[0] * by, arrow[1] * by), `arrow/${[...selected].join()}`);
    return true;
  }
  if (key === 'Tab') return tabbed(page, shift);
  if (key === 'Escape' && selected.size > 0) select([]);
  else if ((key === 'Delete' || key === 'Backspace') && selected.size > 0) removeThings(page);
  else if (orderKeys[key] && selected.size > 0) orderThings(page, orderKeys[key]);
  else if (key === 'l' && selected.size > 0) {
    const all = chosenOf(page).every(({ locked }) => locked);
    change((now) => withThings(now, selected, (thing) => ({ ...thing, locked: !all })));
  } else if (key === 'h' && selected.size > 0) {
    const all = chosenOf(page).every(({ hidden }) => hidden);
    change((now) => withThings(now, selected, (thing) => ({ ...thing, hidden: !all })));
  } else return false;
  return true;
}

/** From one thing to the next; past the last one the key leaves the page. */
function tabbed({ design, selected, select }: Page, isBack: boolean): boolean {
  const shown = design.things.filter(({ hidden }) => !hidden);
  const here = shown.findIndex(({ id }) => selected.has(id));
  const first = isBack ? shown.length - 1 : 0;
  const thing = shown[here < 0 ? first : here + (isBack ? -1 : 1)];
  if (!thing) {
    if (selected.size > 0) select([]);
    return false;
  }
  select([thing.id]);
  return true;
}

/** Answers a key that was pressed on the page. */
export function answerKey(page: Page, event: KeyboardEvent): void {
  if (event.altKey) return;
  const command = event.ctrlKey || event.metaKey;
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  if (onPage(page, key, { shift: event.shiftKey, command })) event.preventDefault();
}
export type CanvasPage = Page;
