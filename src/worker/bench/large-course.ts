import { generateNKeysBetween } from 'fractional-indexing';
import { lessonKindOf, lessonKinds, newCourse, newLesson, newQuestion, textFacts } from '../../core/outline';
import type { Transaction } from '../../server/platform/database';
import { newId } from '../../server/platform/ids';
import { course, lesson, lessonText, question, section } from '../../server/platform/schema';

const words = [
  'river',
  'bank',
  'reach',
  'gauge',
  'stone',
  'bed',
  'flow',
  'depth',
  'riffle',
  'pool',
  'willow',
  'tray',
  'net',
  'sample',
];
const some = (from: number, count: number) =>
  Array.from({ length: count }, (_, i) => words[(from * 7 + i * 3 + ((i * i) % 11)) % words.length]).join(' ');
const per = 200;

async function inBatches<T>(rows: readonly T[], write: (batch: T[]) => Promise<unknown>): Promise<void> {
  for (let at = 0; at < rows.length; at += per) await write(rows.slice(at, at + per));
}

/** A generated course for measuring: texts of 300 words, every fifth lesson a quiz of three questions. */
export async function writeLargeCourse(
  { db }: Transaction,
  slug: string,
  lessons: number,
  sections: number,
): Promise<string> {
  const id = newId();
  await db.insert(course).values({
    ...newCourse(id, slug, `A course of ${lessons} lessons`, 'Europe/London'),
    description: 'Generated, to measure with.',
  });
  const sectionKeys = generateNKeysBetween(null, null, sections);
  const sectionIds = sectionKeys.map(() => newId());
  await db.insert(section).values(
    sectionKeys.map((order, s) => ({
      id: sectionIds[s] ?? '',
      courseId: id,
      order,
      title: `Week ${s + 1}: ${some(s, 3)}`,
      opens: null,
    })),
  );
  const lessonKeys = generateNKeysBetween(null, null, lessons);
  const all = lessonKeys.map((order, i) => {
    const shows = i % 11 === 3 ? 'film' : (lessonKinds[0] ?? 'reading');
    const kind = i % 5 === 4 ? 'quiz' : shows;
    const content = {
      type: 'doc',
      content: Array.from({ length: 6 }, (_, p) => ({
        type: 'paragraph',
        content: [{ type: 'text', text: some(i + p, 50) }],
      })),
    };
    const made = newLesson(
      newId(),
      sectionIds[Math.floor((i * sections) / lessons)] ?? '',
      order,
      `${some(i, 4)} ${i + 1}`,
      kind,
    );
    return {
      made: { ...made, state: i % 3 === 0 ? ('draft' as const) : ('ready' as const), written: textFacts(content) },
      content,
    };
  });
  await inBatches(all, (batch) => db.insert(lesson).values(batch.map(({ made }) => ({ ...made, courseId: id }))));
  await inBatches(all, (batch) =>
    db.insert(lessonText).values(batch.map(({ made, content }) => ({ id: made.id, courseId: id, content }))),
  );
  const questionKeys = generateNKeysBetween(null, null, 3);
  const questions = all
    .filter(({ made }) => lessonKindOf(made.kind).asks)
    .flatMap(({ made }) =>
      questionKeys.map((order) => ({
        ...newQuestion(newId(), made.id, order, 'number'),
        prompt: 'How deep?',
        body: { value: '0.4', tolerance: '', unit: 'm' },
        courseId: id,
      })),
    );
  await inBatches(questions, (batch) => db.insert(question).values(batch));
  return id;
}
