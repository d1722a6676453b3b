'use client';
import { Button, SegmentedControl, Select, Switch } from '@mantine/core';
import { IconPencil, IconTimeline } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useCallback, useMemo } from 'react';
import { fail } from '@/core/kernel/problem';
import {
  doneRuleOf,
  downloadsOf,
  isGraded,
  type Lesson,
  type LessonKind,
  type LessonState,
  lessonKindOf,
  lessonKinds,
  linkFault,
} from '@/core/outline';
import { NumberField, TextField } from '@/ui/fields/fields';
import { Link } from '@/ui/frame/Link';
import { kinds } from '@/ui/tile/kinds';
import { Tile } from '@/ui/tile/Tile';
import { useCourse, useDesk } from '../_course/CourseProvider';
import { AttachmentsField } from './AttachmentsField';
import { closingKinds } from './closing-kinds';
import { doneNames, doneRuleBy, doneText } from './done-names';
import styles from './inspector.module.css';
import { LiveField } from './LiveField';
import { NeedsField } from './NeedsField';
import { OpeningField } from './OpeningField';
import { PictureField } from './PictureField';
import { PlanPart } from './PlanPart';
import { RemoveButton } from './RemoveButton';
import { RuleField } from './RuleField';

// Uploading is needed only where a lesson has a file. Its room is kept: nothing moves under whoever is about to press.
const MediaPart = dynamic(() => import('./MediaPart').then((module) => module.MediaPart), {
  ssr: false,
  loading: () => <div className={styles.mediaRoom} />,
});

const downloadChoices: readonly (readonly [name: string, value: boolean])[] = [
  ['yes', true],
  ['no', false],
];

export function LessonInspector({ lesson }: { readonly lesson: Lesson }) {
  const { store, rows, head, state, opens } = useDesk();
  const course = useCourse();
  const tiles = useMemo(() => rows.flatMap((row) => row.tiles), [rows]);
  const at = tiles.findIndex((one) => one.lesson.id === lesson.id);
  const tile = tiles[at];
  const before = useMemo(() => tiles.slice(0, at).map((one) => one.lesson), [tiles, at]);
  const isOther = useCallback((other: Lesson) => other.id !== lesson.id, [lesson.id]);
  const section = state.outline.section[lesson.sectionId];
  const set = (fields: Partial<Lesson>) => store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields });
  /** A plan that says what it is made as becomes a lesson of that kind. */
  const setState = (next: LessonState) =>
    lesson.state === 'planned' && lesson.mediums.length === 1
      ? store.edit({
          do: 'all',
          edits: [
            { do: 'make-real', lessonIds: [lesson.id], ids: [] },
            { do: 'set', table: 'lesson', id: lesson.id, fields: { state: next } },
          ],
        })
      : set({ state: next });
  const facts = lessonKindOf(lesson.kind);
  const { words } = lesson.written;
  const done = doneRuleOf(course, lesson);
  const watched = done.from === 'lesson' && done.value.by === 'watched' ? done.value : null;
  const downloads = downloadsOf(course, lesson);
  return (
    <>
      <h2 className={styles.title}>
        {tile && <Tile {...tile} />} {lesson.title}
      </h2>
      {facts.leads && (
        <TextField
          label="Address it leads to"
          placeholder="https://"
          value={lesson.link}
          onSave={(link) => {
            const fault = linkFault(link.trim(), course.settings.sources);
            return fault ? fail('invalid', fault) : set({ link: link.trim() });
          }}
        />
      )}
      {lesson.live && <LiveField lesson={lesson} live={lesson.live} onSave={(live) => set({ live })} />}
      {facts.file && <MediaPart lesson={lesson} file={facts.file} />}
      <Button
        component={Link}
        href={`/c/${head.slug}/build/${lesson.id}`}
        variant="default"
        leftSection={<IconPencil size={16} />}
      >
        {facts.textName}: {words === 0 ? 'write it' : `${words} words`}
      </Button>
      {facts.file?.plays && (
        <Button
          component={Link}
          href={`/c/${head.slug}/build/${lesson.id}/time-line`}
          variant="default"
          leftSection={<IconTimeline size={16} />}
        >
          Chapters and checkpoints
        </Button>
      )}
      {isGraded(lesson.kind) && (
        <Button component={Link} href={`/c/${head.slug}/build/${lesson.id}/assess`} variant="default">
          {facts.asks ? 'Questions, attempts and pass mark' : 'Hand-in, points and due day'}
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
        <NumberField
          label="Minutes"
          value={lesson.minutes}
          empty={`${tile?.minutes ?? 0}, worked out`}
          onSave={(minutes) => set({ minutes })}
        />
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
          onChange={(next) => setState(next as LessonState)}
        />
        {lesson.state === 'planned' && <span className={styles.inherits}>Planned lessons are not published.</span>}
      </div>
      {lesson.state === 'planned' && <PlanPart lesson={lesson} />}
      <OpeningField
        value={lesson.opens}
        inherits="with its section"
        zone={course.zone}
        before={before}
        of={isOther}
        onSave={(opens) => set({ opens })}
      />
      {!lesson.opens && section && (
        <p className={styles.inherits}>
          From the section "{section.title}": {opens.get(lesson.id)}
        </p>
      )}
      <RuleField
        label="Closes again"
        kinds={closingKinds}
        value={lesson.closes}
        inherits={section?.closes ? 'with its section' : 'never'}
        zone={course.zone}
        onSave={(closes) => set({ closes })}
      />
      <div className={watched ? styles.pair : styles.group}>
        <Select
          label="Done when"
          value={done.from === 'lesson' ? done.value.by : ''}
          data={[
            {
              value: '',
              label: `${doneText(doneRuleOf(course, { ...lesson, done: null }).value)}, ${done.from === 'usual' ? 'as usual' : 'from the course'}`,
            },
            ...facts.doneBy.map((by) => ({ value: by, label: doneNames[by] })),
          ]}
          allowDeselect={false}
          onChange={(by) => set({ done: doneRuleBy(by) })}
        />
        {watched && (
          <NumberField
            label="Share"
            unit="%"
            value={watched.percent}
            onSave={(percent) => set({ done: { ...watched, percent: percent ?? 90 } })}
          />
        )}
      </div>
      {watched && (
        <Switch
          label="and every checkpoint answered"
          checked={watched.answers === true}
          onChange={(event) => set({ done: { ...watched, answers: event.currentTarget.checked } })}
        />
      )}
      {facts.file?.plays && (tile?.paper.stops ?? 0) > 0 && (
        <NumberField
          label="Weight of its checkpoints in the grade"
          value={lesson.weight}
          onSave={(weight) => set({ weight: weight ?? 0 })}
        />
      )}
      <NeedsField lesson={lesson} onSave={(needs) => set({ needs })} />
      <PictureField lesson={lesson} />
      <AttachmentsField lesson={lesson} />
      <TextField
        label="Password"
        description="Learners give it once. Empty asks for none."
        value={lesson.password}
        onSave={(password) => set({ password })}
      />
      <Switch
        label="Required"
        checked={lesson.required}
        onChange={(event) => set({ required: event.currentTarget.checked })}
      />
      {!facts.isGraded && (
        <Switch
          label="Sample: visitors may look at it"
          description={
            lesson.sample ? (
              <a href={`/sample/${head.slug}/${lesson.id}`}>From the next edition on, at /sample/{head.slug}</a>
            ) : undefined
          }
          checked={lesson.sample}
          onChange={(event) => set({ sample: event.currentTarget.checked })}
        />
      )}
      {facts.file?.downloads && (
        <Select
          label="Downloads"
          value={downloadChoices.find(([, value]) => value === lesson.downloads)?.[0] ?? ''}
          data={[
            { value: '', label: `${course.settings.downloads ? 'allowed' : 'not allowed'}, from the course` },
            { value: 'yes', label: 'allowed here' },
            { value: 'no', label: 'not allowed here' },
          ]}
          description={downloads.from === 'lesson' ? 'Differs from the course.' : undefined}
          allowDeselect={false}
          onChange={(next) => set({ downloads: downloadChoices.find(([name]) => name === next)?.[1] ?? null })}
        />
      )}
      <TextField
        label="Teaser while it is closed"
        lines={2}
        value={lesson.teaser}
        onSave={(teaser) => set({ teaser })}
      />
      {lesson.state !== 'planned' && <PlanPart lesson={lesson} />}
      <RemoveButton lessons={[lesson.id]} label="Remove lesson" done={`"${lesson.title}" was removed.`} />
    </>
  );
}
