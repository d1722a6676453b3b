'use client';
import { Select, TextInput } from '@mantine/core';
import { useDebouncedCallback } from '@mantine/hooks';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styles from './marking.module.css';

type Props = {
  readonly show: string;
  readonly lessons: readonly { readonly id: string; readonly title: string; readonly courseTitle: string }[];
  readonly lessonId: string | null;
  readonly find: string;
};

/** Which of the work is shown: of one lesson, of somebody. */
export function Filters({ show, lessons, lessonId, find }: Props) {
  const router = useRouter();
  const [words, setWords] = useState(find);
  const go = (lesson: string | null, name: string) =>
    router.replace(
      `/marking?${new URLSearchParams({ show, ...(lesson && { lesson }), ...(name.trim() && { find: name.trim() }) })}`,
      { scroll: false },
    );
  const later = useDebouncedCallback((name: string) => go(lessonId, name), 300);
  const groups = [...new Set(lessons.map(({ courseTitle }) => courseTitle))].map((group) => ({
    group,
    items: lessons
      .filter(({ courseTitle }) => courseTitle === group)
      .map(({ id, title }) => ({ value: id, label: title || 'Without a title' })),
  }));
  return (
    <div className={styles.filters}>
      <Select
        label="Of the lesson"
        placeholder="all"
        clearable
        searchable
        data={groups}
        value={lessonId}
        onChange={(id) => go(id, words)}
      />
      <TextInput
        label="Of somebody"
        placeholder="a part of a name"
        value={words}
        onChange={(event) => {
          setWords(event.currentTarget.value);
          later(event.currentTarget.value);
        }}
      />
    </div>
  );
}
