import type { Lesson } from '../types';
import { type Context, type Fix, set } from './rule';

/** What is empty can be kept as a plan: it is then no part of the edition. */
export const planIt = (lesson: Lesson): Fix => ({
  label: 'Leave it as planned',
  edit: set('lesson', lesson.id, { state: 'planned' }),
});
/** What is known of the file a lesson shows; undefined where it shows none. */
export const fileOf = (lesson: Lesson, { media }: Context) => (lesson.mediaId ? media.get(lesson.mediaId) : undefined);
/** The questions of a lesson, in order. */
export const paperOf = (lesson: Lesson, { questionsIn }: Context) => questionsIn.get(lesson.id) ?? [];
