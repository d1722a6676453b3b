'use client';
import { Autocomplete, MultiSelect } from '@mantine/core';
import { outcomesOf, type Question, questionsOf } from '@/core/outline';
import { useDesk } from '../_course/CourseProvider';
import { ContentFields } from './ContentFields';
import { TaughtField } from './TaughtField';
import { UploadCourseProvider } from './upload-course';

type Props = {
  readonly question: Question;
  /** Whether hint and feedback are folded away while they say nothing. */
  readonly folds?: boolean;
};

/** A question of a course: what it asks and says, the outcomes it asks for, and where it is taught. */
export function QuestionFields({ question, folds = false }: Props) {
  const { store, state, head } = useDesk();
  const outcomes = outcomesOf(state.outline);
  const categories = [
    ...new Set(questionsOf(state.outline, question.lessonId).flatMap(({ category }) => category || [])),
  ];
  const set = (fields: Partial<Question>) => store.edit({ do: 'set', table: 'question', id: question.id, fields });
  return (
    <UploadCourseProvider value={head.id}>
      <ContentFields
        id={question.id}
        content={question}
        onSet={set}
        folds={folds && question.taught === null}
        between={
          <>
            <Autocomplete
              label="Category on the paper"
              placeholder="none"
              data={categories}
              value={question.category}
              maxLength={80}
              onChange={(category) => set({ category })}
            />
            {outcomes.length > 0 && (
              <MultiSelect
                label="Asks for the outcomes"
                data={outcomes.map((outcome, i) => ({ value: outcome.id, label: `${i + 1} ${outcome.text}` }))}
                value={question.outcomes.filter((id) => state.outline.outcome[id])}
                onChange={(chosen) => set({ outcomes: chosen })}
                placeholder={question.outcomes.length === 0 ? 'none' : undefined}
              />
            )}
          </>
        }
        beside={<TaughtField question={question} onSave={(taught) => set({ taught })} />}
      />
    </UploadCourseProvider>
  );
}
