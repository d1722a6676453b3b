import { certificateAsked } from '@/app/_server/certificate-asked';
import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { hardNames } from '@/core/certificate';
import { ok } from '@/core/kernel/problem';
import { namesIn } from '@/server/certificate';
import { learnersOf } from '@/server/enrolment';

const longestShown = 3;

/** Whether every name fits a design: hard ones and the longest of the roll drawn, and all others of it looked at. */
export const POST = forCourse(async ({ request, db, courseId }) => {
  const asked = await certificateAsked(request, db, courseId);
  if (!asked.ok) return respond(asked);
  const { design, facts } = asked.value;
  const roll = await learnersOf(db, courseId);
  const names = [...new Set(roll.map(({ name }) => name))].sort((a, b) => b.length - a.length);
  const seen = [...new Set([...hardNames, ...names.slice(0, longestShown)])];
  return respond(ok({ ...namesIn(design, facts, seen, names), rollCount: names.length }));
});
