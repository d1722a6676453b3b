import type { MediaFacts } from '@/core/media';
import type { Outline, Question } from '@/core/outline';
import { mediaNamed, type Pools } from '@/core/quiz';
import { categoriesOf, poolsFor } from '../bank';
import { mediaById } from '../media';
import type { Database } from '../platform/database';

/**
 * What the draws of an outline can take from the bank as it is now, as questions of their quizzes; and the quizzes of
 * which some draw asks for more than there is, in words. To the files of the course come those that questions of the
 * bank show.
 */
export async function poolsIn(
  db: Database,
  outline: Outline,
  media: ReadonlyMap<string, MediaFacts>,
): Promise<{
  readonly pools: Pools<Question>;
  readonly short: readonly string[];
  readonly media: ReadonlyMap<string, MediaFacts>;
}> {
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
  const more = await Promise.all([...new Set(mediaNamed(pools))].map((id) => media.get(id) ?? mediaById(db, id)));
  return { pools, short, media: new Map([...media, ...more.flatMap((one) => (one ? [[one.id, one] as const] : []))]) };
}
