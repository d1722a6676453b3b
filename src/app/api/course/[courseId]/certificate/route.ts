import { object } from 'yup';
import { bodyOf, respond } from '@/app/_server/respond';
import { type AwardSettings, awardSchema, hardNames } from '@/core/certificate';
import { isId } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { longDayText, Temporal } from '@/core/kernel/time';
import { can } from '@/core/people';
import { checkAddress, drawnCertificate } from '@/server/certificate';
import { learnersOf } from '@/server/enrolment';
import { courseHead } from '@/server/learning';
import { personOf, schoolFacts } from '@/server/people';

const longestShown = 3;

/** A design laid out with real fonts: for one sample name, for hard names and the longest on the roll. */
export async function POST(request: Request, { params }: { params: Promise<{ courseId: string }> }): Promise<Response> {
  const { courseId } = await params;
  const person = await personOf(request.headers);
  if (!isId(courseId) || !can(person, 'course.edit', { courseId }))
    return respond(fail(person ? 'not-allowed' : 'not-signed-in', 'You may not see this design.'));
  const parsed = await object({ design: awardSchema.required() })
    .validate(await bodyOf(request), { strict: true })
    .then(
      (value) => ok(value),
      (error: { errors: string[] }) => fail('invalid', error.errors[0] ?? 'This design cannot be drawn.'),
    );
  if (!parsed.ok) return respond(parsed);
  const design = parsed.value.design as AwardSettings;
  const [school, head, learners] = await Promise.all([schoolFacts(), courseHead(courseId), learnersOf(courseId)]);
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
  const sample = await drawnCertificate(design, content(learners[0]?.name ?? 'Ines Vallotto'));
  const fits = await Promise.all(
    names.map(async (name) => {
      const drawn = await drawnCertificate(design, content(name));
      return { name, size: drawn.nameSize, problems: drawn.problems, lines: drawn.texts.filter((text) => text.part === 'name') };
    }),
  );
  return respond(ok({ sample, fits }));
}
