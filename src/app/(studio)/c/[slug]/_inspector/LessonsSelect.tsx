'use client';
import { MultiSelect } from '@mantine/core';
import { useMemo, useState } from 'react';
import type { Lesson } from '@/core/outline';
import { useDesk } from '../_course/CourseProvider';

type Props = {
  readonly label: string;
  readonly description?: string;
  readonly value: readonly string[];
  /** Which lessons can be chosen. */
  readonly offers: (lesson: Lesson) => boolean;
  readonly error?: string | null;
  readonly onChange: (ids: string[]) => void;
};

/** Lessons of the course, by number and title. All of them are listed only while somebody looks for one. */
export function LessonsSelect({ label, description, value, offers, error, onChange }: Props) {
  const { rows, state } = useDesk();
  const [looking, setLooking] = useState(false);
  const chosen = value.filter((id) => state.outline.lesson[id]);
  const data = useMemo(() => {
    const wanted = (lesson: Lesson) => value.includes(lesson.id) || (looking && offers(lesson));
    return rows.flatMap((row) =>
      row.tiles
        .filter((tile) => wanted(tile.lesson))
        .map((tile) => ({ value: tile.lesson.id, label: `${tile.number} ${tile.lesson.title}` })),
    );
  }, [rows, looking, value, offers]);
  return (
    <MultiSelect
      label={label}
      description={description}
      data={data}
      value={chosen}
      error={error}
      onChange={onChange}
      onDropdownOpen={() => setLooking(true)}
      onDropdownClose={() => setLooking(false)}
      searchable
      limit={30}
      placeholder={chosen.length === 0 ? 'nothing' : undefined}
    />
  );
}
