import { object, string } from 'yup';
import { idSchema, optionalId } from '@/core/kernel/ids';
import { parsed } from '@/core/kernel/parse';
import { whichSittings } from '@/server/quiz';

const schema = object({
  courseId: idSchema,
  lessonId: idSchema,
  which: string().oneOf(whichSittings, 'Choose all sittings, each first or each last one.').required(),
  cohortId: optionalId,
});

/** Whose sittings are asked for in an address. */
export function figuresAsked(request: Request, courseId: string, lessonId: string | undefined) {
  const query = new URL(request.url).searchParams;
  const asked = { courseId, lessonId, which: query.get('which') ?? 'all', cohortId: query.get('cohort') || null };
  return parsed(schema, asked, 'These figures cannot be asked for so.');
}
