import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { isId } from '@/core/kernel/ids';
import { findIn } from '@/core/kernel/page';
import { fail, ok } from '@/core/kernel/problem';
import { learnersPage } from '@/server/enrolment';
import { extraTimes } from '@/server/quiz';

/** How many learners are offered to choose from. */
const most = 20;

/** Who has more time for a quiz, and learners whose name holds some words, to give it to. */
export const GET = forCourse(async ({ request, db, courseId, params: { lessonId } }) => {
  if (!isId(lessonId)) return respond(fail('not-found', 'There is no such quiz.'));
  const find = findIn(new URL(request.url).searchParams.get('find') ?? undefined);
  const [given, { rows }] = await Promise.all([
    extraTimes(db, courseId, lessonId),
    learnersPage(db, courseId, find, 1),
  ]);
  const learners = rows.slice(0, most).map(({ learnerId, name }) => ({ id: learnerId, name }));
  return respond(ok({ given, learners }));
});
