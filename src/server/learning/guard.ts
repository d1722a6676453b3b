import { namesIn } from '@/core/kernel/locale';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { type LessonView, opensText } from '@/core/learning';
import type { LessonDocument } from '@/core/outline';
import type { CommandContext } from '../platform/command';
import { courseHead, type Learning, learning } from './queries';

/**
 * What a learner needs before doing anything in a lesson: to take the course, the lesson to be in the
 * live edition, to be one in which that can be done (`fits`), and to be open now. Decided on the server for every
 * write.
 */
export async function openLesson(
  context: CommandContext,
  courseId: string,
  lessonId: string,
  fits: (lesson: LessonDocument) => boolean = () => true,
): Promise<Result<{ readonly learning: Learning; readonly lesson: LessonView }>> {
  const head = await courseHead(context.tx.db, courseId);
  const found = head && (await learning(context.tx.db, head, context.actor.id, context.now));
  if (!found) return fail('not-allowed', 'You do not take this course.');
  const lesson = found.view.lessons.find((view) => view.lesson.id === lessonId);
  if (!lesson || !fits(lesson.lesson)) return fail('not-found', 'This lesson is not part of the course.');
  if (lesson.locked) return fail('closed', `${lesson.lesson.title} asks for a password first.`);
  if (!lesson.open) {
    const { zone } = found.learner.clock;
    return fail('closed', `${lesson.lesson.title} ${opensText(lesson, found.view, namesIn(zone))} (${zone}).`);
  }
  return ok({ learning: found, lesson });
}
