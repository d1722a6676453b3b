import { gradesAsked } from '@/app/_server/grades-asked';
import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { gradeInWords, gradeSheet, unpacked } from '@/core/gradebook';
import { divide, rational, toShort } from '@/core/kernel/exact';
import { gradeItems, schemeOf } from '@/core/learning';
import { writeSheet } from '@/server/exchange';
import { gradeRows } from '@/server/gradebook';

const types = {
  csv: 'text/csv; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
} as const;

/** The gradebook as a file: what it gives can be read in again. */
export const GET = forCourse(async ({ db, person, request, courseId }) => {
  const asked = await gradesAsked(db, person, courseId);
  if (!asked.ok) return respond(asked);
  const form = new URL(request.url).searchParams.get('form') === 'xlsx' ? 'xlsx' : 'csv';
  const { document, learners } = asked.value;
  const [items, scheme] = [gradeItems(document), schemeOf(document)];
  const rows = (await gradeRows(db, document, learners)).map((row) => {
    const sheet = gradeSheet(items, unpacked(items, row), document.course.missing, scheme);
    const cells = items.map(({ of }, i) => {
      if (row.states[i] === 'excused') return 'excused';
      if (row.states[i] !== 'points') return null;
      // Out of what it is worth now: what a row says can be entered again.
      const share = divide(rational(row.n[i] ?? 0), rational(row.d[i] ?? 1));
      return Number(toShort({ n: share.n * BigInt(of), d: share.d * 1000n }));
    });
    const whole = row.whole === null ? null : row.whole / 1000;
    return [row.name, row.email, row.cohort, gradeInWords(sheet.grade, scheme), whole, ...cells];
  });
  const head = ['Name', 'E-mail', 'Cohort', 'Grade', 'Grade by hand', ...items.map(({ title }) => title)];
  return new Response(Buffer.from(await writeSheet(form, head, rows)), {
    headers: { 'content-type': types[form], 'content-disposition': `attachment; filename="grades.${form}"` },
  });
});
