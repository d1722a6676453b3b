'use client';
import { MultiSelect } from '@mantine/core';
import { useMemo, useState } from 'react';
import type { Lesson } from '@/core/outline';
import { useDesk } from '../_course/CourseProvider';

/** The lessons that have to be done first. All others are listed only while somebody looks for one. */
export function NeedsField({
  lesson,
  onSave,
}: {
  readonly lesson: Lesson;
  readonly onSave: (needs: string[]) => void;
}) {
  const { rows, state } = useDesk();
  const [looking, setLooking] = useState(false);
  const chosen = lesson.needs.filter((id) => state.outline.lesson[id]);
  const data = useMemo(() => {
    const wanted = (id: string) => (looking ? id !== lesson.id : lesson.needs.includes(id));
    return rows.flatMap((row) =>
      row.tiles
        .filter((tile) => wanted(tile.lesson.id))
        .map((tile) => ({ value: tile.lesson.id, label: `${tile.number} ${tile.lesson.title}` })),
    );
  }, [rows, looking, lesson.id, lesson.needs]);
  return (
    <MultiSelect
      label="Needs first"
      description="Opens once these are done."
      data={data}
      value={chosen}
      onChange={onSave}
      onDropdownOpen={() => setLooking(true)}
      onDropdownClose={() => setLooking(false)}
      searchable
      limit={30}
      placeholder={chosen.length === 0 ? 'nothing' : undefined}
    />
  );
}
