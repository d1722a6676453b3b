'use client';
import { Button, MultiSelect } from '@mantine/core';
import { IconPlayerPlay } from '@tabler/icons-react';
import { type Lesson, type Medium, mediumNames, mediums, outcomesOf } from '@/core/outline';
import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import { useDesk } from '../_course/CourseProvider';
import { tellUndoable } from '../_course/undo-notice';

/** What a lesson is meant to be: the question it answers, how it is made, which outcomes it serves, and a note. */
export function PlanPart({ lesson }: { readonly lesson: Lesson }) {
  const { store, state } = useDesk();
  const outcomes = outcomesOf(state.outline);
  const set = (fields: Partial<Lesson>) => store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields });
  const begin = () => {
    const others = lesson.mediums.slice(1);
    const done = store.edit({ do: 'make-real', lessonIds: [lesson.id], ids: others.map(() => newId()) });
    if (done.ok)
      tellUndoable(
        store,
        others.length > 0
          ? `Begun as ${others.length + 1} lessons, one for each medium.`
          : `"${lesson.title}" is begun.`,
      );
  };
  return (
    <>
      <TextField
        label="Question it answers"
        value={lesson.asks}
        onSave={(asks) => set({ asks })}
        placeholder="How long does it take?"
      />
      <MultiSelect
        label="Made as"
        description={
          lesson.state === 'planned' && lesson.mediums.length > 1 ? 'Begun, it becomes a lesson for each.' : undefined
        }
        data={mediums.map((one) => ({ value: one, label: mediumNames[one] }))}
        value={[...lesson.mediums]}
        onChange={(chosen) => set({ mediums: chosen as Medium[] })}
        placeholder={lesson.mediums.length === 0 ? 'not decided' : undefined}
        clearButtonProps={{ 'aria-label': 'Made as nothing in particular' }}
      />
      {lesson.state === 'planned' && (
        <Button leftSection={<IconPlayerPlay size={16} />} variant="default" onClick={begin}>
          Begin this lesson
        </Button>
      )}
      {outcomes.length > 0 && (
        <MultiSelect
          label="Serves the outcomes"
          data={outcomes.map((outcome, i) => ({ value: outcome.id, label: `${i + 1} ${outcome.text}` }))}
          value={lesson.outcomes.filter((id) => state.outline.outcome[id])}
          onChange={(chosen) => set({ outcomes: chosen })}
          placeholder={lesson.outcomes.length === 0 ? 'none' : undefined}
        />
      )}
      <TextField label="Note among those who make it" lines={2} value={lesson.note} onSave={(note) => set({ note })} />
    </>
  );
}
