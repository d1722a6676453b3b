import type { Outline, Question } from '@/core/outline';
import type { Pools } from '@/core/quiz';
import { categoriesOf, poolsFor } from '../bank';
import type { Database } from '../platform/database';

/**
 * What the draws of an outline can take from the bank as it is now, as questions of their quizzes; and the quizzes of
 * which some draw asks for more than there is, in words.
 */
export async function poolsIn(
  db: Database,
  outline: Outline,
): Promise<{ readonly pools: Pools<Question>; readonly short: readonly string[] }> {
  const drawing = Object.values(outline.lesson).flatMap((lesson) =>
    lesson.state === 'planned' ? [] : (lesson.quiz?.draws ?? []).map((draw) => ({ lesson, draw })),
  );
  const found = await poolsFor(
    db,
    drawing.map(({ draw }) => draw),
  );
  const categories = drawing.length > 0 ? await categoriesOf(db) : [];
  const pools: { [drawId: string]: readonly Question[] } = {};
  const short: string[] = [];
  for (const { lesson, draw } of drawing) {
    const { count = 0, questions = [] } = found.get(draw.id) ?? {};
    if (count < draw.count)
      short.push(`${lesson.title} draws ${draw.count} questions, and the bank has ${count} to choose from.`);
    pools[draw.id] = questions.map(({ id, version, categoryId, difficulty: _difficulty, tags: _tags, ...one }) => ({
      ...one,
      ...{ id, lessonId: lesson.id, order: draw.order, points: draw.points },
      ...{ bankId: id, bankVersion: version, moment: null, taught: null },
      category: categories.find((one) => one.id === categoryId)?.title ?? '',
    }));
  }
  return { pools, short };
}
