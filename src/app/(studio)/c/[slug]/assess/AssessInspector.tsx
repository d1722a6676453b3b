'use client';
import { Button, Switch } from '@mantine/core';
import { IconPencil } from '@tabler/icons-react';
import Link from 'next/link';
import type { AssignmentSettings } from '@/core/assignment';
import { type Lesson, lessonKindOf, questionsOf } from '@/core/outline';
import { NumberField } from '@/ui/fields/fields';
import { useCourse, useDesk } from '../_course/CourseProvider';
import inspector from '../_inspector/inspector.module.css';
import { ReadinessList } from '../_inspector/ReadinessList';
import { RuleField } from '../_inspector/RuleField';
import { AsLearner } from './AsLearner';
import { useAssessDesk } from './AssessDesk';
import { QuestionDetail } from './figures/QuestionDetail';

const dueKinds = ['start', 'after-start', 'on-date'] as const;

export function AssessInspector({ lesson }: { readonly lesson: Lesson | null }) {
  const { head, state } = useDesk();
  const { openId, view, figures, figuredId } = useAssessDesk();
  const questions = lesson ? questionsOf(state.outline, lesson.id) : [];
  const at = questions.findIndex((question) => question.id === openId);
  const open = questions[at];
  if (view === 'figures' && figures && figures.lessonId === lesson?.id)
    return (
      <div className={inspector.inspector}>
        <QuestionDetail key={figuredId} figures={figures} questionId={figuredId} />
      </div>
    );
  return (
    <div className={inspector.inspector}>
      {view === 'questions' && open && (
        <AsLearner key={open.id} question={open} number={at + 1} decimals={lesson?.quiz?.decimals ?? 'point'} />
      )}
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
