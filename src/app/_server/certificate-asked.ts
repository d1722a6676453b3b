import { array, number, object, string } from 'yup';
import { type AwardSettings, awardSchema, type Design, designSchema, type Facts } from '@/core/certificate';
import { parsed } from '@/core/kernel/parse';
import { ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { type CourseFacts, gradeFacts, sampleFacts, schoolAndAward, strayPicture } from '@/server/certificate';
import { enrolledLearner, nameOnRoll } from '@/server/enrolment';
import { courseHead, learning } from '@/server/learning';
import { schoolFacts } from '@/server/people';
import { bodyOf } from './respond';
import type { Database } from './routes';

/** Whose certificate is shown: a learner's, the longest or shortest name of the roll, or values that are typed. */
const shown = object({
  by: string().oneOf(['longest', 'shortest', 'learner', 'typed']).required(),
  learnerId: string().max(64).nullable().defined(),
  name: string().max(200, 'Keep the name under 200 characters.').defined(),
  grade: string().max(40, 'Keep the grade under 40 characters.').defined(),
}).noUnknown();
/** What the page has of the course as it is being made. */
const about = object({
  course: string().max(300).defined(),
  minutes: number().min(0).nullable().defined(),
  outcomes: array().of(string().max(1000).defined()).max(500).required(),
}).noUnknown();
const wish = object({ design: designSchema, award: awardSchema, about, shown }).noUnknown();

export type CertificateAsked = {
  readonly design: Design;
  readonly facts: Facts;
  readonly course: CourseFacts;
  readonly award: AwardSettings;
};

/** A design that is being made, and what it would say about one learner of a course. */
export async function certificateAsked(
  request: Request,
  db: Database,
  courseId: string,
): Promise<Result<CertificateAsked>> {
  const asked = parsed(wish, await bodyOf(request));
  if (!asked.ok) return asked;
  const { design, shown: who } = asked.value;
  const stray = await strayPicture(db, design);
  if (!stray.ok) return stray;
  const award = asked.value.award as AwardSettings;
  const school = await schoolFacts(db);
  const course = { ...schoolAndAward(school, award), ...asked.value.about };
  const now = Temporal.Now.instant();
  const sampleGrade = { percent: '91.0 %', scale: null };
  const of = async () => {
    if (who.by === 'typed') {
      const grade = who.grade.trim() === '' ? null : { percent: who.grade.trim(), scale: null };
      return { name: who.name.trim() || 'Somebody', grade };
    }
    if (who.by === 'learner') {
      const learner = who.learnerId === null ? null : await enrolledLearner(db, courseId, who.learnerId);
      const head = learner && (await courseHead(db, courseId));
      const found = head && (await learning(db, head, learner.learnerId, now));
      if (learner)
        return {
          name: learner.name,
          grade: found ? gradeFacts(found.view.sheet.grade, found.view.sheet.band) : sampleGrade,
        };
    }
    const which = who.by === 'shortest' ? 'shortest' : 'longest';
    return { name: (await nameOnRoll(db, courseId, which)) ?? 'Ines Vallotto', grade: sampleGrade };
  };
  return ok({ design, course, award, facts: sampleFacts(course, award, await of(), now) });
}
