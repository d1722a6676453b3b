import { idSchema } from '@/core/kernel/ids';

/** Where a learner does something. */
export const place = { courseId: idSchema, lessonId: idSchema };

/** What is done once in an enrolment. */
export const deedOf = (
  what: string,
  { enrolmentId, lessonId }: { readonly enrolmentId: string; readonly lessonId: string },
) => `${what}/${enrolmentId}/${lessonId}`;
