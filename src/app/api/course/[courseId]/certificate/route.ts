import { object } from 'yup';
import { bodyOf, respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { type AwardSettings, awardSchema, hardNames } from '@/core/certificate';
import { parsed } from '@/core/kernel/parse';
import { ok } from '@/core/kernel/problem';
import { longDayText, Temporal } from '@/core/kernel/time';
import { checkAddress, checkedCertificate, drawnCertificate } from '@/server/certificate';
import { learnersOf } from '@/server/enrolment';
import { courseHead } from '@/server/learning';
import { schoolFacts } from '@/server/people';

const wish = object({ design: awardSchema.required() });
const longestShown = 3;

/** A design laid out with real fonts: for one sample name, for hard names and the longest on the roll. */
export const POST = forCourse(async ({ request, db, courseId }) => {
  const asked = parsed(wish, await bodyOf(request));
  if (!asked.ok) return respond(asked);
  const design = asked.value.design as AwardSettings;
  const [school, head, learners] = await Promise.all([
    schoolFacts(db),
    courseHead(db, courseId),
    learnersOf(db, courseId),
  ]);
  const content = (name: string) => ({
    name,
    course: head?.title ?? '',
    school: school?.name ?? '',
    date: longDayText(Temporal.Now.instant(), { locale: school?.locale ?? 'en-GB', zone: school?.zone ?? 'UTC' }),
    grade: '91.0 %',
    number: `${design.prefix}-7K4Q-0182`,
    checkAddress: checkAddress('sample-of-the-address-x'),
  });
  const longest = learners
    .map((learner) => learner.name)
    .sort((a, b) => b.length - a.length)
    .slice(0, longestShown);
  const names = [...new Set([...hardNames, ...longest])];
  const sample = drawnCertificate(design, content(learners[0]?.name ?? 'Ines Vallotto'));
  const fits = names.map((name) => {
    const drawn = drawnCertificate(design, content(name));
    return {
      name,
      size: drawn.nameSize,
      problems: drawn.problems,
      lines: drawn.texts.filter((text) => text.part === 'name'),
    };
  });
  // Everybody on the roll, not only those who look hard.
  const misfits = [...new Set(learners.map((learner) => learner.name))].flatMap((name) => {
    const { heldBack } = checkedCertificate(design, content(name));
    return heldBack ? [{ name, problem: heldBack }] : [];
  });
  return respond(ok({ sample, fits, misfits, rollCount: learners.length }));
});
