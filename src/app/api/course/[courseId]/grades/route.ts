import { gradesAsked } from '@/app/_server/grades-asked';
import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { ok } from '@/core/kernel/problem';
import { gradeRows } from '@/server/gradebook';

/** So many rows are sent at a time: the first are there at once, and the rest while they are looked at. */
const rowsAtOnce = 500;

/** Rows of the gradebook, from one on. */
export const GET = forCourse(async ({ db, person, request, courseId }) => {
  const asked = await gradesAsked(db, person, courseId);
  if (!asked.ok) return respond(asked);
  const { document, learners } = asked.value;
  const from = Math.max(0, Math.trunc(Number(new URL(request.url).searchParams.get('from'))) || 0);
  const rows = await gradeRows(db, document, learners.slice(from, from + rowsAtOnce));
  return respond(ok({ rows, all: learners.length }));
});
