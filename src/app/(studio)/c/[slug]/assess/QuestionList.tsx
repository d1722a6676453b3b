'use client';
import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { Button } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { type Lesson, questionsOf } from '@/core/outline';
import { kindOf, questionKinds } from '@/core/quiz';
import { newId } from '@/ui/ids';
import { useDesk } from '../_course/CourseProvider';
import styles from './assess.module.css';
import { QuestionCard } from './QuestionCard';

export function QuestionList({ lesson }: { readonly lesson: Lesson }) {
  const { store, state } = useDesk();
  const questions = questionsOf(state.outline, lesson.id);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  return (
    <>
      {questions.length === 0 && (
        <p className={styles.none}>This quiz asks nothing yet. Begin with one of the kinds below.</p>
      )}
      <DndContext
        id="questions"
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => {
          if (!over || over.id === active.id) return;
          const ids = questions.map((question) => question.id);
          const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over.id))];
          store.edit({
            do: 'move-question',
            id: String(active.id),
            before: (to > from ? ids[to + 1] : ids[to]) ?? null,
          });
        }}
      >
        <SortableContext items={questions.map((question) => question.id)} strategy={verticalListSortingStrategy}>
          {questions.map((question, i) => (
            <QuestionCard key={question.id} question={question} number={i + 1} />
          ))}
        </SortableContext>
      </DndContext>
      <div className={styles.additions} role="toolbar" aria-label="Add a question">
        {questionKinds.map((kind) => (
          <Button
            key={kind}
            variant="default"
            leftSection={<IconPlus size={15} />}
            onClick={() => store.edit({ do: 'add-question', id: newId(), lessonId: lesson.id, kind })}
          >
            {kindOf(kind).title}
          </Button>
        ))}
      </div>
    </>
  );
}
