'use client';
import type { Lesson } from '@/core/outline';
import { contentOf } from '@/core/quiz';
import { BringIn, type BroughtIn } from '../../../_bank/BringIn';
import { useDesk } from '../_course/CourseProvider';
import { useAssessDesk } from './AssessDesk';

/** Questions from lines or a file, put on a paper in one step. */
export function PasteQuestions({ lesson, onClose }: { readonly lesson: Lesson; readonly onClose: () => void }) {
  const { store } = useDesk();
  const { setOpenId } = useAssessDesk();
  const put = (questions: readonly BroughtIn[]) => {
    const done = store.edit({
      do: 'all',
      edits: questions.map((question) => {
        const { kind, ...fields } = contentOf(question);
        return { ...({ do: 'add-question', id: question.id, lessonId: lesson.id, kind } as const), fields };
      }),
    });
    if (!done.ok) return done.problem.sentence;
    setOpenId(null);
    return null;
  };
  return <BringIn where="on the paper" onPut={put} onClose={onClose} />;
}
