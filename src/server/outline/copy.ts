import { array, object } from 'yup';
import { idSchema, optionalId } from '@/core/kernel/ids';
import { numberText } from '@/core/kernel/locale';
import { fail } from '@/core/kernel/problem';
import { mostLessons, planCopy, reachOf } from '@/core/outline';
import { can } from '@/core/people';
import { command } from '../platform/command';
import { derivedId } from '../platform/ids';
import { loadPart } from './load';
import { checkElsewhere, keepStep, lockCourse, stepAnswer } from './write';

const ids = array().of(idSchema).max(mostLessons, 'That is more than a course can hold.').required();
const everything = { lesson: 'all', question: 'all', text: 'all' } as const;

/** Copies lessons and sections into a course, from the same one or another, with their texts, questions and files. */
export const copyRows = command({
  name: 'outline.copy',
  input: object({
    courseId: idSchema,
    fromCourseId: idSchema,
    sectionIds: ids,
    lessonIds: ids,
    /** Made by the browser for this one paste: ids of the copies follow from it. */
    seed: idSchema,
    into: optionalId,
    after: optionalId,
  }).noUnknown(),
  permission: ({ actor }, { courseId, fromCourseId }) =>
    can(actor, 'course.edit', { courseId }) && can(actor, 'course.edit', { courseId: fromCourseId }),
  async handle(context, { courseId, fromCourseId, sectionIds, lessonIds, seed, into, after }) {
    const { tx } = context;
    const target =
      (await lockCourse(tx, courseId)) &&
      (await loadPart(tx.db, courseId, { ...everything, question: noRows, text: noRows }));
    const reach = reachOf({
      do: 'all',
      edits: [
        { do: 'remove', table: 'section', ids: sectionIds },
        { do: 'remove', table: 'lesson', ids: lessonIds },
      ],
    });
    const source = await loadPart(tx.db, fromCourseId, reach);
    if (!target || !source) return fail('not-found', 'This course is not there any more.');
    const isSame = courseId === fromCourseId;
    const id = (old: string) => derivedId(seed, old);
    const planned = planCopy(
      target,
      source,
      { sections: sectionIds, lessons: lessonIds, into, after },
      {
        id,
        title: isSame ? (old) => `${old.slice(0, 193)} (copy)` : (old) => old,
        sameCourse: isSame,
      },
    );
    if (!planned.ok) return planned;
    if (
      Object.keys(target.lesson).length + planned.value.filter((change) => change.table === 'lesson').length >
      mostLessons
    )
      return fail('too-large', `A course holds at most ${numberText(mostLessons)} lessons.`);
    const elsewhere = await checkElsewhere(context, courseId, planned.value);
    if (!elsewhere.ok) return elsewhere;
    const count = planned.value.filter((change) => change.table === 'lesson').length;
    const sentence = count === 1 ? 'copy a lesson' : `copy ${count} lessons`;
    const { revision } = await keepStep(context, courseId, planned.value, sentence);
    return stepAnswer(context, courseId, planned.value, revision);
  },
});
const noRows = { ids: [], lessonIds: [], sectionIds: [] };
