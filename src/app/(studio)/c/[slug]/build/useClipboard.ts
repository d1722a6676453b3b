'use client';
import { notifications } from '@mantine/notifications';
import { type ClipboardEvent, useState } from 'react';
import { countOf, draftsOf, readLines } from '@/core/exchange';
import { newId } from '@/ui/ids';
import type { SectionTiles } from '@/ui/tile/tiles';
import { useDesk } from '../_course/CourseProvider';
import { tellUndoable } from '../_course/undo-notice';
import { markedRows, outlineActions } from './actions';
import { fromClipboard, toClipboard } from './clipboard';

const counted = (sections: number, lessons: number) =>
  [
    sections > 0 ? `${sections} ${sections === 1 ? 'section' : 'sections'}` : '',
    lessons > 0 ? `${lessons} ${lessons === 1 ? 'lesson' : 'lessons'}` : '',
  ]
    .filter(Boolean)
    .join(' and ');

/** Copy, cut and paste of rows within and between courses; plain lines become lessons. */
export function useClipboard(rows: readonly SectionTiles[]) {
  const { store } = useDesk();
  const [cut, setCut] = useState<ReadonlySet<string>>(new Set());
  const actions = outlineActions(store);

  const told = (words: string) => tellUndoable(store, words);

  const take = (event: ClipboardEvent, isCut: boolean) => {
    const marked = markedRows(store);
    if (marked.sections.length + marked.lessons.length === 0) return;
    event.preventDefault();
    toClipboard(event.clipboardData, { courseId: store.courseId, ...marked, cut: isCut }, rows);
    setCut(new Set(isCut ? [...marked.sections, ...marked.lessons] : []));
  };

  const paste = async (event: ClipboardEvent) => {
    event.preventDefault();
    const { lesson, section } = actions.here();
    const copied = fromClipboard(event.clipboardData);
    if (copied?.cut && copied.courseId === store.courseId && cut.size > 0) {
      setCut(new Set());
      const next =
        lesson &&
        rows
          .flatMap((row) => row.tiles)
          .find(
            (tile) =>
              tile.lesson.sectionId === lesson.sectionId &&
              tile.lesson.order > lesson.order &&
              !cut.has(tile.lesson.id),
          );
      const nextSection = rows.find((row) => section && row.section.order > section.order && !cut.has(row.section.id));
      actions.together([
        ...(copied.sections.length > 0
          ? [{ do: 'move-sections', ids: copied.sections, before: nextSection?.section.id ?? null } as const]
          : []),
        ...(copied.lessons.length > 0 && section
          ? [
              {
                do: 'move-lessons',
                ids: copied.lessons,
                sectionId: section.id,
                before: next?.lesson.id ?? null,
              } as const,
            ]
          : []),
      ]);
      return;
    }
    if (copied) {
      await store.saved();
      const done = await store.step('outline.copy', {
        fromCourseId: copied.courseId,
        sectionIds: copied.sections,
        lessonIds: copied.lessons,
        seed: newId(),
        into: section?.id ?? null,
        after: lesson?.id ?? null,
      });
      if (done.ok) told(`Copied ${counted(copied.sections.length, copied.lessons.length)}.`);
      return;
    }
    const text = event.clipboardData.getData('text/plain');
    if (text.trim() === '') return;
    const read = readLines(text);
    const drafts = draftsOf(read, newId);
    const into = section?.id ?? (drafts.lessons.length > 0 ? actions.addSection() : null);
    const put = store.edit({
      do: 'put',
      into: drafts.lessons.length > 0 ? into : null,
      after: lesson?.id ?? null,
      lessons: drafts.lessons,
      afterSection: section?.id ?? null,
      sections: drafts.sections,
    });
    const count = countOf(read);
    if (put.ok)
      told(
        `Pasted ${counted(count.sections, count.lessons)}, as planned.${read.notes.length > 0 ? ` ${read.notes.join(' ')}` : ''}`,
      );
    else notifications.show({ color: 'brick', message: put.problem.sentence });
  };

  return {
    cut,
    onCopy: (event: ClipboardEvent) => take(event, false),
    onCut: (event: ClipboardEvent) => take(event, true),
    onPaste: paste,
  };
}
