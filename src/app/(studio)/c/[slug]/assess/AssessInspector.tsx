'use client';
import { Button } from '@mantine/core';
import { IconPencil } from '@tabler/icons-react';
import { type Lesson, lessonKindOf, questionsOf } from '@/core/outline';
import { NumberField } from '@/ui/fields/fields';
import { Link } from '@/ui/frame/Link';
import { useDesk } from '../_course/CourseProvider';
import inspector from '../_inspector/inspector.module.css';
import { ReadinessList } from '../_inspector/ReadinessList';
import { AsLearner } from './AsLearner';
import { useAssessDesk } from './AssessDesk';
import { AssignmentFields } from './assignment/AssignmentFields';
import { QuestionDetail } from './figures/QuestionDetail';

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
