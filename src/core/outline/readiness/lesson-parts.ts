import type { Lesson } from '../types';
import { type Context, type Fix, set } from './rule';

/** What is empty can be kept as a plan: it is then no part of the edition. */
export const planIt = (lesson: Lesson): Fix => ({
  label: 'Leave it as planned',
  edit: set('lesson', lesson.id, { state: 'planned' }),
});
export const fileOf = (lesson: Lesson, { media }: Context) => (lesson.mediaId ? media.get(lesson.mediaId) : undefined);
export const paperOf = (lesson: Lesson, { questionsIn }: Context) => questionsIn.get(lesson.id) ?? [];
