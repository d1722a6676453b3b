'use client';
import { Select } from '@mantine/core';
import { useMemo, useState } from 'react';
import { clockTime } from '@/core/kernel/clock-time';
import { chaptersInOrder, type Question, type Taught } from '@/core/outline';
import { useDesk } from '../_course/CourseProvider';

const keyOf = ({ lessonId, at }: Taught) => (at === null ? lessonId : `${lessonId}@${at}`);
const placeOf = (key: string): Taught => {
  const [lessonId = '', at] = key.split('@');
  return { lessonId, at: at === undefined ? null : Number(at) };
};

type Props = { readonly question: Question; readonly onSave: (taught: Taught | null) => void };

/** Where what a question asks is taught: a lesson, or a chapter of its film. Listed only while somebody looks. */
export function TaughtField({ question, onSave }: Props) {
  const { rows } = useDesk();
  const [looking, setLooking] = useState(false);
  const { taught } = question;
  const data = useMemo(
    () =>
      rows.flatMap((row) =>
        row.tiles
          .filter(({ lesson }) => lesson.id === taught?.lessonId || (looking && lesson.id !== question.lessonId))
          .flatMap(({ lesson, number }) => [
            { value: lesson.id, label: `${number} ${lesson.title}` },
            ...chaptersInOrder(lesson.chapters).map((chapter) => ({
              value: keyOf({ lessonId: lesson.id, at: chapter.at }),
              label: `${number} ${clockTime(chapter.at)} ${chapter.title}`,
            })),
          ]),
      ),
    [rows, looking, taught, question.lessonId],
  );
  const value = taught && keyOf(taught);
  const isListed = value === null || data.some((one) => one.value === value);
  return (
    <Select
      label="Where it is taught"
      description="Linked from the result of whoever did not have it right."
      placeholder="nowhere named"
      data={isListed || !taught ? data : [...data, { value: value ?? '', label: 'a place that is not there any more' }]}
      value={value}
      searchable
      clearable
      limit={60}
      onDropdownOpen={() => setLooking(true)}
      onDropdownClose={() => setLooking(false)}
      onChange={(key) => onSave(key === null ? null : placeOf(key))}
    />
  );
}
