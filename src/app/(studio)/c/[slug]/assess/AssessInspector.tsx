'use client';
import { Button, Select, Switch } from '@mantine/core';
import { IconPencil } from '@tabler/icons-react';
import Link from 'next/link';
import type { AssignmentSettings } from '@/core/assignment';
import { type Lesson, lessonKindOf } from '@/core/outline';
import type { DecimalSign, QuizSettings, Shuffles } from '@/core/quiz';
import { NumberField } from '@/ui/fields/fields';
import { useCourse, useDesk } from '../_course/CourseProvider';
import inspector from '../_inspector/inspector.module.css';
import { ReadinessList } from '../_inspector/ReadinessList';
import { RuleField } from '../_inspector/RuleField';

const dueKinds = ['start', 'after-start', 'on-date'] as const;

export function AssessInspector({ lesson }: { readonly lesson: Lesson | null }) {
  const { head } = useDesk();
  return (
    <div className={inspector.inspector}>
      {lesson && (
        <>
          <h2 className={inspector.title}>{lesson.title}</h2>
          <Button
            component={Link}
            href={`/c/${head.slug}/build/${lesson.id}`}
            variant="default"
            leftSection={<IconPencil size={16} />}
          >
            {lessonKindOf(lesson.kind).textName}: {lesson.written.words} words
          </Button>
          <Weight lesson={lesson} />
          {lesson.quiz && <QuizFields key={lesson.id} lesson={lesson} settings={lesson.quiz} />}
          {lesson.assignment && <AssignmentFields key={lesson.id} lesson={lesson} settings={lesson.assignment} />}
        </>
      )}
      <ReadinessList />
    </div>
  );
}

function Weight({ lesson }: { readonly lesson: Lesson }) {
  const { store } = useDesk();
  return (
    <NumberField
      label="Weight in the grade"
      description="In relation to the others; 0 leaves it out."
      value={lesson.weight}
      onSave={(weight) => store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields: { weight: weight ?? 0 } })}
    />
  );
}

function QuizFields({ lesson, settings }: { readonly lesson: Lesson; readonly settings: QuizSettings }) {
  const { store } = useDesk();
  const set = (part: Partial<QuizSettings>) =>
    store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields: { quiz: { ...settings, ...part } } });
  return (
    <>
      <div className={inspector.pair}>
        <NumberField
          label="Pass mark"
          unit="%"
          value={settings.passPercent}
          onSave={(passPercent) => set({ passPercent: passPercent ?? 0 })}
        />
        <NumberField
          label="Time limit"
          unit="min"
          value={settings.minutes}
          empty="none"
          onSave={(minutes) => set({ minutes })}
        />
      </div>
      <div className={inspector.pair}>
        <NumberField
          label="Attempts"
          value={settings.attempts}
          empty="any number"
          onSave={(attempts) => set({ attempts })}
        />
        <Select
          label="Which counts"
          value={settings.counts}
          data={[
            { value: 'best', label: 'the best' },
            { value: 'mean', label: 'their mean' },
            { value: 'first', label: 'the first' },
            { value: 'last', label: 'the last' },
          ]}
          onChange={(counts) => counts && set({ counts: counts as QuizSettings['counts'] })}
        />
      </div>
      <Select
        label="After handing in, the learner sees"
        value={settings.shows}
        data={[
          { value: 'points-and-answers', label: 'points, answers and feedback' },
          { value: 'points', label: 'points only' },
          { value: 'nothing', label: 'nothing' },
        ]}
        onChange={(shows) => shows && set({ shows: shows as QuizSettings['shows'] })}
      />
      <Select
        label="In another order in each sitting"
        value={settings.shuffles ?? 'nothing'}
        data={[
          { value: 'nothing', label: 'nothing: as written' },
          { value: 'questions', label: 'the questions' },
          { value: 'options', label: 'the options of each question' },
          { value: 'both', label: 'questions and options' },
        ]}
        onChange={(shuffles) => shuffles && set({ shuffles: shuffles as Shuffles })}
      />
      <Select
        label="Numbers write decimals with"
        value={settings.decimals ?? 'point'}
        data={[
          { value: 'point', label: 'a point: 1.25' },
          { value: 'comma', label: 'a comma: 1,25' },
        ]}
        onChange={(decimals) => decimals && set({ decimals: decimals as DecimalSign })}
      />
    </>
  );
}

function AssignmentFields({ lesson, settings }: { readonly lesson: Lesson; readonly settings: AssignmentSettings }) {
  const { store } = useDesk();
  const course = useCourse();
  const set = (part: Partial<AssignmentSettings>) =>
    store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields: { assignment: { ...settings, ...part } } });
  return (
    <>
      <div className={inspector.pair}>
        <NumberField
          label="Points"
          value={settings.points}
          scale={1000}
          onSave={(points) => set({ points: points ?? 0 })}
        />
        <NumberField
          label="Pass mark"
          unit="points"
          value={settings.passPoints}
          scale={1000}
          onSave={(passPoints) => set({ passPoints: passPoints ?? 0 })}
        />
      </div>
      <Switch
        label="Takes a text"
        checked={settings.takesText}
        onChange={(event) => set({ takesText: event.currentTarget.checked })}
      />
      <div className={inspector.pair}>
        <NumberField label="Files, at most" value={settings.files} onSave={(files) => set({ files: files ?? 0 })} />
        {settings.files > 0 && (
          <NumberField
            label="Each at most"
            unit="MB"
            value={settings.megabytes}
            onSave={(megabytes) => set({ megabytes: megabytes ?? 0 })}
          />
        )}
      </div>
      <RuleField
        label="Due"
        kinds={dueKinds}
        value={settings.due}
        inherits="not at all"
        zone={course.zone}
        onSave={(due) => set({ due })}
      />
      {settings.due && (
        <Switch
          label="Late work is taken, and marked as late"
          checked={settings.takesLate}
          onChange={(event) => set({ takesLate: event.currentTarget.checked })}
        />
      )}
      <NumberField
        label="May be handed in"
        unit="times"
        value={settings.attempts}
        onSave={(attempts) => set({ attempts: attempts ?? 1 })}
      />
    </>
  );
}
