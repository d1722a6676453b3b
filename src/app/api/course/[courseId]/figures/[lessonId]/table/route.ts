import Papa from 'papaparse';
import { figuresAsked } from '@/app/_server/figures-asked';
import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { kindOf } from '@/core/quiz';
import { figuresPage } from '@/server/quiz';

const four = (value: number | null) => (value === null ? '' : Number(value.toFixed(4)));

/** The figures of each question of a quiz as a table, to be kept or worked on elsewhere. */
export const GET = forCourse(async ({ db, request, courseId, params }) => {
  const asked = figuresAsked(request, courseId, params.lessonId);
  if (!asked.ok) return respond(asked);
  const page = await figuresPage(db, asked.value);
  if (!page.ok) return respond(page);
  const rows = page.value.figures.questions.map((one, i) => ({
    number: i + 1,
    question: one.prompt,
    kind: kindOf(one.kind).title,
    points: one.points / 1000,
    asked: one.asked,
    'left open': one.open,
    'wholly right': one.right,
    'share right': four(one.share),
    'tells apart': four(one.tells),
    'median seconds': four(one.seconds),
    remarks: one.remarks.map(({ sentence }) => sentence).join(' '),
  }));
  const csv = Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' });
  return new Response(`\uFEFF${csv}`, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="figures.csv"',
    },
  });
});
