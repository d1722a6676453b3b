import { ok, type Result } from '@/core/kernel/problem';
import { readCues, writeCues } from '@/core/media';
import type { Chapter, Lesson, Moment, Outline, OutlineEdit, Question } from '@/core/outline';
import { chaptersInOrder, chaptersOfCues, checkpointsOf, cuesOfChapters, questionsOf } from '@/core/outline';
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

/** Puts the chapters that a file names in place of those there are; a problem when it cannot be read. */
export function takeChapters(lesson: Lesson, text: string): Result<OutlineEdit> {
  const read = readCues(text);
  return read.ok ? ok(setLesson(lesson, chaptersOfCues(read.value.cues, lesson.chapters, newId))) : read;
}
/** Chapters as a file of WebVTT. */
export const chaptersFile = (chapters: readonly Chapter[], length: number): Blob =>
  new Blob([writeCues({ head: '', cues: cuesOfChapters(chapters, length) })], { type: 'text/vtt;charset=utf-8' });

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
