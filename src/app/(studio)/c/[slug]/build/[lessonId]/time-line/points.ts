import type { Chapter, Lesson, Moment, Outline, OutlineEdit, Question } from '@/core/outline';
import { chaptersInOrder, checkpointsOf, questionsOf } from '@/core/outline';
import { newId } from '@/ui/ids';

/** What is chosen on a time line. */
export type Chosen = { readonly table: 'chapter' | 'question'; readonly id: string };

/** What stands on a time line, in the order in which it is met. */
export function pointsOf(outline: Outline, lesson: Lesson) {
  const chapters = chaptersInOrder(lesson.chapters);
  const checkpoints = checkpointsOf(questionsOf(outline, lesson.id));
  return { chapters, checkpoints };
}

const setLesson = (lesson: Lesson, chapters: readonly Chapter[]): OutlineEdit => ({
  do: 'set',
  table: 'lesson',
  id: lesson.id,
  fields: { chapters },
});

export const changeChapter = (lesson: Lesson, id: string, part: Partial<Chapter>): OutlineEdit =>
  setLesson(
    lesson,
    lesson.chapters.map((one) => (one.id === id ? { ...one, ...part } : one)),
  );
export const changeMoment = (question: Question & { readonly moment: Moment }, part: Partial<Moment>): OutlineEdit => ({
  do: 'set',
  table: 'question',
  id: question.id,
  fields: { moment: { ...question.moment, ...part } },
});

export function addChapter(lesson: Lesson, at: number): { readonly id: string; readonly edit: OutlineEdit } {
  const id = newId();
  return { id, edit: setLesson(lesson, chaptersInOrder([...lesson.chapters, { id, at, title: '' }])) };
}
export function addCheckpoint(lesson: Lesson, at: number): { readonly id: string; readonly edit: OutlineEdit } {
  const id = newId();
  const moment: Moment = { at, passage: null, required: false };
  return {
    id,
    edit: {
      do: 'all',
      edits: [
        { do: 'add-question', id, lessonId: lesson.id, kind: 'one' },
        { do: 'set', table: 'question', id, fields: { moment } },
      ],
    },
  };
}
export const removePoint = (lesson: Lesson, { table, id }: Chosen): OutlineEdit =>
  table === 'question'
    ? { do: 'remove', table: 'question', ids: [id] }
    : setLesson(
        lesson,
        lesson.chapters.filter((one) => one.id !== id),
      );
