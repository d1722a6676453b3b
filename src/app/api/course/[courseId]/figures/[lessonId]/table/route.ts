import { figuresAsked } from '@/app/_server/figures-asked';
import { respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { kindOf, type QuestionFigures } from '@/core/quiz';
import { writeSheet } from '@/server/exchange';
import { figuresPage } from '@/server/quiz';

const four = (value: number | null) => (value === null ? null : Number(value.toFixed(4)));
type Cell = string | number | null;
const columns: readonly (readonly [name: string, cell: (question: QuestionFigures) => Cell])[] = [
  ['question', ({ prompt }) => prompt],
  ['kind', ({ kind }) => kindOf(kind).title],
  ['points', ({ points }) => points / 1000],
  ['papers', ({ asked }) => asked],
  ['left open', ({ open }) => open],
  ['wholly right', ({ right }) => right],
  ['share right', ({ share }) => four(share)],
  ['tells apart', ({ tells }) => four(tells)],
  ['median seconds', ({ seconds }) => four(seconds)],
  ['remarks', ({ remarks }) => remarks.map(({ sentence }) => sentence).join(' ')],
];

/** The figures of each question of a quiz as CSV, to be kept or worked on elsewhere. */
export const GET = forCourse(async ({ db, request, courseId, params }) => {
  const asked = figuresAsked(request, courseId, params.lessonId);
  if (!asked.ok) return respond(asked);
  const page = await figuresPage(db, asked.value);
  if (!page.ok) return respond(page);
  const rows = page.value.figures.questions.map((question) => columns.map(([, cell]) => cell(question)));
  const file = await writeSheet(
    'csv',
    columns.map(([name]) => name),
    rows,
  );
  return new Response(Buffer.from(file), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="figures.csv"',
    },
  });
});
