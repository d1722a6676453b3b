'use client';
import { Button, SegmentedControl, Select, Switch } from '@mantine/core';
import { IconPencil } from '@tabler/icons-react';
import Link from 'next/link';
import { type DoneRule, isGraded, type Lesson, type LessonKind, type LessonState, lessonKinds, usualDoneRule, wordsIn } from '@/core/outline';
import { NumberField, TextField } from '@/ui/fields/fields';
import { kinds } from '@/ui/tile/kinds';
import { Tile } from '@/ui/tile/Tile';
import { useCourse, useDesk } from '../_course/CourseProvider';
import styles from './inspector.module.css';
import { MediaPart } from './MediaPart';
import { OpeningField } from './OpeningField';
import { RemoveButton } from './RemoveButton';

const doneNames: Record<DoneRule['by'], string> = {
  learner: 'the learner says so',
  opened: 'it was opened',
  watched: 'a share was watched',
  'handed-in': 'it was handed in',
  passed: 'it was passed',
};
const doneChoices: Record<LessonKind, DoneRule['by'][]> = {
  reading: ['learner', 'opened'],
  document: ['learner', 'opened'],
  film: ['watched', 'learner', 'opened'],
  quiz: ['passed', 'handed-in'],
  assignment: ['handed-in', 'passed'],
};

export function LessonInspector({ lesson }: { readonly lesson: Lesson }) {
  const { store, rows, head, state, opens } = useDesk();
  const course = useCourse();
  const tile = rows.flatMap((row) => row.tiles).find((one) => one.lesson.id === lesson.id);
  const section = state.outline.section[lesson.sectionId];
  const set = (fields: Partial<Lesson>) => store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields });
  const words = wordsIn(lesson.text);
  const done = lesson.done ?? usualDoneRule(lesson);
  return (
    <>
      <h2 className={styles.title}>
        {tile && <Tile {...tile} />} {lesson.title}
      </h2>
      {(lesson.kind === 'film' || lesson.kind === 'document') && <MediaPart lesson={lesson} />}
      <Button component={Link} href={`/c/${head.slug}/build/${lesson.id}`} variant="default" leftSection={<IconPencil size={16} />}>
        {lesson.kind === 'assignment' ? 'What to do' : 'Text'}: {words === 0 ? 'write it' : `${words} words`}
      </Button>
      {isGraded(lesson.kind) && (
        <Button component={Link} href={`/c/${head.slug}/assess`} variant="default">
          {lesson.kind === 'quiz' ? 'Questions, attempts and pass mark' : 'Hand-in, points and due day'}
        </Button>
      )}
      <TextField label="Title" value={lesson.title} onSave={(title) => set({ title })} />
      <div className={styles.pair}>
        <Select
          label="Kind"
          value={lesson.kind}
          data={lessonKinds.map((kind) => ({ value: kind, label: kinds[kind].name }))}
          onChange={(kind) => kind && set({ kind: kind as LessonKind })}
        />
        <NumberField label="Minutes" value={lesson.minutes} empty={`${tile?.minutes ?? 0}, worked out`} onSave={(minutes) => set({ minutes })} />
      </div>
      <div>
        <SegmentedControl
          fullWidth
          size="xs"
          aria-label="How ready it is"
          value={lesson.state}
          data={[
            { value: 'planned', label: 'Planned' },
            { value: 'draft', label: 'Draft' },
            { value: 'ready', label: 'Ready' },
          ]}
          onChange={(next) => set({ state: next as LessonState })}
        />
        {lesson.state === 'planned' && <span className={styles.inherits}>Planned lessons are not published.</span>}
      </div>
      <OpeningField label="Opens" value={lesson.opens} inherits="with its section" zone={course.zone} onSave={(opens) => set({ opens })} />
      {!lesson.opens && section && (
        <p className={styles.inherits}>
          From the section "{section.title}": {opens.get(lesson.id)}
        </p>
      )}
      <div className={done.by === 'watched' ? styles.pair : styles.group}>
        <Select
          label="Done when"
          value={done.by}
          data={doneChoices[lesson.kind].map((by) => ({ value: by, label: doneNames[by] }))}
          onChange={(by) => set({ done: by === 'watched' ? { by, percent: 90 } : ({ by } as DoneRule) })}
        />
        {done.by === 'watched' && (
          <NumberField label="Share" unit="%" value={done.percent} onSave={(percent) => set({ done: { by: 'watched', percent: percent ?? 90 } })} />
        )}
      </div>
      <Switch label="Required" checked={lesson.required} onChange={(event) => set({ required: event.currentTarget.checked })} />
      {lesson.kind === 'document' && (
        <Switch label="Downloads allowed" checked={lesson.downloads} onChange={(event) => set({ downloads: event.currentTarget.checked })} />
      )}
      <TextField label="Teaser while it is closed" lines={2} value={lesson.teaser} onSave={(teaser) => set({ teaser })} />
      <RemoveButton table="lesson" id={lesson.id} title={lesson.title} />
    </>
  );
}
