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
  /** Those it is shared out to. */
  readonly markers: readonly { readonly id: string; readonly name: string }[];
  readonly withWhom: string | null;
};

/** Which of the work is shown: of one lesson, of somebody, with one marker. */
export function Filters({ show, lessons, lessonId, find, markers, withWhom }: Props) {
  const router = useRouter();
  const [words, setWords] = useState(find);
  const go = (part: { readonly lesson?: string | null; readonly find?: string; readonly with?: string | null }) => {
    const asked = { lesson: lessonId, find: words.trim(), with: withWhom, ...part };
    const said = Object.entries({ show, ...asked }).filter((entry): entry is [string, string] => Boolean(entry[1]));
    router.replace(`/marking?${new URLSearchParams(said)}`, { scroll: false });
  };
  const later = useDebouncedCallback((name: string) => go({ find: name.trim() }), 300);
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
        onChange={(lesson) => go({ lesson })}
      />
      {markers.length > 1 && (
        <Select
          label="With"
          placeholder="anybody"
          clearable
          data={[
            ...markers.map(({ id, name }) => ({ value: id, label: name })),
            { value: 'nobody', label: 'nobody yet' },
          ]}
          value={withWhom}
          onChange={(whom) => go({ with: whom })}
        />
      )}
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
