'use client';
import { useEffect, useRef, useState } from 'react';
import { useDesk } from '../_course/CourseProvider';
import { markedRows, outlineActions } from './actions';
import { heightOf, nearestSlot, type RowFacts, type Slot, slotsOf } from './rows';

export type Lifted = {
  readonly table: 'section' | 'lesson';
  readonly ids: readonly string[];
  readonly by: 'keys' | 'pointer';
  readonly at: number;
};

/**
 * What is picked up, by key or by pointer, and the place it would be dropped at. Both ways share the
 * same places, so that what the keyboard can do the pointer can, and the other way round.
 */
export function useLift(visible: readonly RowFacts[], say: (words: string) => void) {
  const { store } = useDesk();
  const [lifted, setLifted] = useState<Lifted | null>(null);
  // The pointer's events come between two drawings, and must see the newest.
  const now = useRef<Lifted | null>(null);
  const rows = useRef(visible);
  useEffect(() => {
    rows.current = visible;
  }, [visible]);
  const set = (next: Lifted | null) => {
    now.current = next;
    setLifted(next);
  };
  const slots: Slot[] = lifted ? slotsOf(visible, new Set(lifted.ids), lifted.table) : [];
  const slotsNow = () => (now.current ? slotsOf(rows.current, new Set(now.current.ids), now.current.table) : []);
  const name = (one: Lifted) => (one.ids.length === 1 ? `"${titleOf(one)}"` : `${one.ids.length} ${one.table}s`);
  const titleOf = (one: Lifted) => store.get().outline[one.table][one.ids[0] ?? '']?.title ?? '';

  /** Picks up what is selected if the row is part of it, or else the row alone. */
  const lift = (facts: RowFacts, by: Lifted['by']): boolean => {
    if (!store.get().marked.has(facts.id)) store.select({ table: facts.table, id: facts.id });
    const marked = markedRows(store);
    const ids = facts.table === 'section' ? marked.sections : marked.lessons;
    if (ids.length === 0) return false;
    const next: Lifted = { table: facts.table, ids, by, at: 0 };
    const places = slotsOf(rows.current, new Set(ids), facts.table);
    let top = 0;
    for (const row of rows.current) {
      if (row.id === facts.id) break;
      top += heightOf(row);
    }
    const at = nearestSlot(places, top);
    set({ ...next, at });
    say(
      `Picked up ${name(next)}. Arrow keys move it, Space drops it, Escape puts it back. It would go ${places[at]?.words ?? ''}.`,
    );
    return true;
  };
  const step = (by: number) => {
    if (!now.current) return;
    const places = slotsNow();
    const at = Math.max(0, Math.min(places.length - 1, now.current.at + by));
    set({ ...now.current, at });
    say(places[at]?.words ?? '');
  };
  /** Goes to the place nearest to a height in the outline, in pixels. */
  const toward = (line: number) => {
    if (!now.current) return;
    const at = nearestSlot(slotsNow(), line);
    if (at !== now.current.at) set({ ...now.current, at });
  };
  const drop = () => {
    const one = now.current;
    const slot = one && slotsNow()[one.at];
    set(null);
    if (!one || !slot) return;
    const done = outlineActions(store).drop(one, slot);
    say(done.ok ? `${name(one)} dropped ${slot.words}.` : done.problem.sentence);
  };
  const putBack = () => {
    if (!now.current) return;
    say(`${name(now.current)} was put back.`);
    set(null);
  };
  return { lifted, slot: lifted ? slots[lifted.at] : undefined, lift, step, toward, drop, putBack };
}
