import { gradesAsked } from '@/app/_server/grades-asked';
import { bytesOf, respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { entryText, meantBy, planGrades } from '@/core/gradebook';
import { ok } from '@/core/kernel/problem';
import { gradeItems } from '@/core/learning';
import { mostSheetBytes, readApart } from '@/server/exchange';
import { gradeRows } from '@/server/gradebook';

/** What a CSV or XLSX file of grades would change. Nothing is written. */
export const POST = forCourse(async ({ db, person, request, courseId }) => {
  const asked = await gradesAsked(db, person, courseId);
  if (!asked.ok) return respond(asked);
  const sheet = await readApart('sheet', { bytes: await bytesOf(request, mostSheetBytes) });
  if (!sheet.ok) return respond(sheet);
  const { document, learners } = asked.value;
  const items = gradeItems(document);
  const { head, note } = sheet.value;
  const meant = meantBy(head, items);
  const decided = new Map((await gradeRows(db, document, learners)).map((row) => [row.learnerId, row.decided]));
  const now = (learnerId: string, itemId: string) => {
    const decision = decided.get(learnerId)?.[itemId];
    return decision ? entryText(decision) : '';
  };
  const rows = sheet.value.rows.map((row) => row.map((cell) => cell ?? ''));
  return respond(ok({ head, note, meant, plan: planGrades(rows, meant, items, learners, now) }));
});
