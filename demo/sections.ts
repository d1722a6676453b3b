import { generateNKeysBetween } from 'fractional-indexing';
import { mediaIn, newLesson, newQuestion, textFacts } from '../src/core/outline';
import { keepUses } from '../src/server/media';
import { transaction } from '../src/server/platform/database';
import { newId } from '../src/server/platform/ids';
import * as tables from '../src/server/platform/schema';
import type { ScenePlace } from './films';
import type { Pictures, SampleFile } from './media';
import { sessionOf } from './sessions';
import type { Lesson as LessonInput, QuestionInput } from './shapes';
import { textOf } from './text';

/**
 * The scenes of a film as its chapters; what one asks stops the film at its end, and it is the passage to watch again.
 */
const chaptersOf = (places: readonly ScenePlace[]) =>
  places.map(({ scene, from }) => ({ id: newId(), at: from, title: scene.heading }));
const checkpointsOf = (places: readonly ScenePlace[]) =>
  places.flatMap(({ scene: { asks }, from, to }) =>
    asks ? [{ ...asks, moment: { at: to - 300, passage: { from, to: to - 300 }, required: false } }] : [],
  );

const rowOfQuestion = (lessonId: string, order: string, input: QuestionInput) => ({
  ...newQuestion(newId(), lessonId, order, input.kind),
  ...input,
});

export async function seedSections(
  courseId: string,
  sections: readonly { readonly title: string; readonly lessons: readonly LessonInput[] }[],
  pictures: Pictures,
  media: ReadonlyMap<string, SampleFile>,
): Promise<void> {
  const sectionKeys = generateNKeysBetween(null, null, sections.length);
  const ids = new Map(sections.flatMap(({ lessons }) => lessons.map(({ title }) => [title, newId()])));
  await transaction(async (tx) => {
    for (const [s, section] of sections.entries()) {
      const sectionId = newId();
      await tx.db
        .insert(tables.section)
        .values({ id: sectionId, courseId, order: sectionKeys[s] ?? '', title: section.title, opens: null });
      const keys = generateNKeysBetween(null, null, section.lessons.length);
      for (const [l, input] of section.lessons.entries()) {
        const { text, file, attached = [], questions = [], live: session, ...given } = input;
        const lesson = {
          ...newLesson(ids.get(input.title) ?? newId(), sectionId, keys[l] ?? '', input.title, input.kind),
          state: 'ready' as const,
          ...given,
          ...(session && { live: sessionOf(session, ids) }),
        };
        const shown = file ? media.get(file) : undefined;
        const mediaId = shown?.id ?? null;
        const places = shown?.places ?? [];
        const asked = [...questions, ...checkpointsOf(places)];
        const questionKeys = generateNKeysBetween(null, null, asked.length);
        const rows = asked.map((question, q) => ({
          ...rowOfQuestion(lesson.id, questionKeys[q] ?? '', question),
          courseId,
        }));
        const content = text
          ? textOf(
              text,
              pictures,
              rows.map(({ id }) => id),
            )
          : null;
        const attachments = attached.flatMap(({ file: name, ...one }) => {
          const found = media.get(name);
          return found ? [{ ...one, id: newId(), mediaId: found.id }] : [];
        });
        await tx.db.insert(tables.lesson).values({
          ...lesson,
          courseId,
          written: textFacts(content),
          mediaId,
          attachments,
          chapters: chaptersOf(places),
        });
        if (content) await tx.db.insert(tables.lessonText).values({ id: lesson.id, courseId, content });
        const uses = {
          main: mediaId ? [mediaId] : [],
          text: content ? mediaIn(content) : [],
          attachment: attachments.map((one) => one.mediaId),
        };
        await keepUses(tx, courseId, [{ lessonId: lesson.id, places: uses }]);
        if (rows.length > 0) await tx.db.insert(tables.question).values(rows);
      }
    }
  });
}
