'use client';
import { fromEvent } from 'file-selector';
import { type DragEvent, type RefObject, useState } from 'react';
import { useCourseStore } from '../_course/CourseProvider';
import { type FilePlace, putFiles } from './file-lessons';
import { heightOf, nearestSlot, type RowFacts, slotsOf } from './rows';

const hasFiles = (event: DragEvent) => event.dataTransfer.types.includes('Files');

/** Files carried to the outline: each becomes a lesson at that place, or they fill the lesson they are dropped on. */
export function useFileDrop(visible: readonly RowFacts[], tree: RefObject<HTMLElement | null>) {
  const store = useCourseStore();
  const [place, setPlace] = useState<FilePlace | null>(null);

  const placeAt = (clientY: number): FilePlace | null => {
    const line = clientY - (tree.current?.getBoundingClientRect().top ?? 0);
    let top = 0;
    for (const facts of visible) {
      const height = heightOf(facts);
      const inside = (line - top) / height;
      // The middle of a line is the lesson itself, its edges are the places around it.
      if (facts.table === 'lesson' && inside > 0.25 && inside < 0.75) {
        const { number, lesson } = facts.tile;
        return { into: 'lesson', id: facts.id, top, height, words: `into ${number} ${lesson.title}` };
      }
      top += height;
    }
    const slots = slotsOf(visible, new Set(), 'lesson');
    const slot = slots[nearestSlot(slots, line)];
    return slot ? { into: 'outline', slot, words: `as lessons ${slot.words}` } : null;
  };
  const drop = async (event: DragEvent, at: FilePlace | null) => {
    const found: readonly unknown[] = await fromEvent(event.nativeEvent);
    const first = putFiles(
      store,
      found.flatMap((one) => (one instanceof File ? [one] : [])),
      at,
    );
    if (first) store.select(first);
  };
  return {
    place,
    handlers: {
      onDragOver(event: DragEvent) {
        if (!hasFiles(event)) return;
        event.preventDefault();
        event.dataTransfer.dropEffect = 'copy';
        setPlace(placeAt(event.clientY));
      },
      onDragLeave(event: DragEvent) {
        if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setPlace(null);
      },
      onDrop(event: DragEvent) {
        if (!hasFiles(event)) return;
        event.preventDefault();
        setPlace(null);
        drop(event, placeAt(event.clientY));
      },
    },
  };
}
