'use client';
import { useCallback } from 'react';
import type { Lesson } from '@/core/outline';
import { LessonsSelect } from './LessonsSelect';

type Props = { readonly lesson: Lesson; readonly onSave: (needs: string[]) => void };

/** The lessons that have to be done first. */
export function NeedsField({ lesson, onSave }: Props) {
  const offers = useCallback((other: Lesson) => other.id !== lesson.id, [lesson.id]);
  return (
    <LessonsSelect
      label="Needs first"
      description="Opens once these are done."
      value={lesson.needs}
      offers={offers}
      onChange={onSave}
    />
  );
}
