'use client';
import { Button, Select } from '@mantine/core';
import { IconStack2 } from '@tabler/icons-react';
import { counted } from '@/core/kernel/words';
import { type Lesson, type LessonKind, type LessonState, lessonKinds } from '@/core/outline';
import { newId } from '@/ui/ids';
import { kinds } from '@/ui/tile/kinds';
import { useDesk } from '../_course/CourseProvider';
import { tellUndoable } from '../_course/undo-notice';
import { useOutlineActions } from '../build/actions';
import styles from './inspector.module.css';
import { RemoveButton } from './RemoveButton';

/** The value all of them share, or null. */
const shared = <T,>(values: readonly T[]): T | null =>
  values.every((value) => value === values[0]) ? (values[0] ?? null) : null;

/** Several lessons at once: what they share is shown, what is set is set on all of them. */
export function ManyInspector({
  sections,
  lessons,
}: {
  readonly sections: readonly string[];
  readonly lessons: readonly Lesson[];
}) {
  const { store, rows } = useDesk();
  const { together } = useOutlineActions();
  const ids = lessons.map((lesson) => lesson.id);
  const tiles = rows.flatMap((row) => row.tiles).filter((tile) => ids.includes(tile.lesson.id));
  const minutes = tiles.reduce((total, tile) => total + tile.minutes, 0);
  const setAll = (fields: Partial<Lesson>, words: string) => {
    together(ids.map((id) => ({ do: 'set', table: 'lesson', id, fields })));
    tellUndoable(store, words);
  };
  const planned = lessons.filter((lesson) => lesson.state === 'planned');
  const begin = () => {
    const more = planned.reduce((total, lesson) => total + Math.max(0, lesson.mediums.length - 1), 0);
    store.edit({
      do: 'make-real',
      lessonIds: planned.map((lesson) => lesson.id),
      ids: Array.from({ length: more }, newId),
    });
    tellUndoable(store, `${counted(planned.length, 'lesson')} begun.`);
  };
  const what = [
    sections.length > 0 ? counted(sections.length, 'section') : '',
    lessons.length > 0 ? counted(lessons.length, 'lesson') : '',
  ]
    .filter(Boolean)
    .join(' and ');
  return (
    <>
      <h2 className={styles.title}>
        <IconStack2 size={20} stroke={1.75} aria-hidden="true" /> {what} selected
      </h2>
      {lessons.length > 0 && (
        <>
          <p className={styles.facts}>
            <span>{minutes} minutes in all</span>
          </p>
          <Select
            label="How ready they are"
            placeholder="not all the same"
            value={shared(lessons.map((lesson) => lesson.state))}
            data={[
              { value: 'planned', label: 'Planned' },
              { value: 'draft', label: 'Draft' },
              { value: 'ready', label: 'Ready' },
            ]}
            onChange={(state) =>
              state && setAll({ state: state as LessonState }, `${counted(lessons.length, 'lesson')} set to ${state}.`)
            }
          />
          <Select
            label="Kind"
            placeholder="not all the same"
            value={shared(lessons.map((lesson) => lesson.kind))}
            data={lessonKinds.map((kind) => ({ value: kind, label: kinds[kind].name }))}
            onChange={(kind) =>
              kind && setAll({ kind: kind as LessonKind }, `${counted(lessons.length, 'lesson')}: kind set.`)
            }
          />
          <Select
            label="Required"
            placeholder="not all the same"
            value={shared(lessons.map((lesson) => (lesson.required ? 'yes' : 'no')))}
            data={[
              { value: 'yes', label: 'yes' },
              { value: 'no', label: 'no' },
            ]}
            onChange={(required) =>
              required &&
              setAll({ required: required === 'yes' }, `${counted(lessons.length, 'lesson')}: required set.`)
            }
          />
          {planned.length > 0 && (
            <Button variant="default" onClick={begin}>
              Begin {planned.length === lessons.length ? 'them' : `the ${planned.length} planned`}
            </Button>
          )}
        </>
      )}
      <RemoveButton sections={sections} lessons={ids} label={`Remove ${what}`} done={`${what} removed.`} />
    </>
  );
}
