'use client';
import { Select } from '@mantine/core';
import type { Question } from '@/core/outline';
import { kindOf, type QuestionKind, ruledKinds } from '@/core/quiz';
import { useDesk } from '../_course/CourseProvider';

/** The kind of a question that stands by itself, and is judged there. */
export function QuestionKindField({ question }: { readonly question: Question }) {
  const { store } = useDesk();
  return (
    <Select
      label="Kind of question"
      value={question.kind}
      allowDeselect={false}
      data={ruledKinds.map((kind) => ({ value: kind, label: kindOf(kind).title }))}
      onChange={(kind) =>
        kind && store.edit({ do: 'set', table: 'question', id: question.id, fields: { kind: kind as QuestionKind } })
      }
    />
  );
}
