import { respond } from '@/app/_server/respond';
import { forPerson } from '@/app/_server/routes';
import { isId } from '@/core/kernel/ids';
import { fail } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { atDoor, roomView } from '@/server/live';

/** A room as it is now, for whoever may be in it. */
export const GET = forPerson(async ({ db, person, params: { courseId, lessonId, startsAt } }) => {
  const moment = Number(startsAt);
  if (!isId(courseId) || !isId(lessonId) || !Number.isSafeInteger(moment))
    return respond(fail('not-found', 'There is no such session.'));
  const now = Temporal.Now.instant();
  const door = await atDoor(db, person, { courseId, lessonId, startsAt: moment }, now);
  return door.ok ? Response.json(await roomView(db, door.value, now)) : respond(door);
});
