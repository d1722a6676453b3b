import type { MediaFacts } from '../media';
import { type CourseDocument, type LessonDocument, lessonsOf } from './document';

/** The files of a lesson, wherever it has them. */
const filesOf = ({ media, pictures, attachments }: LessonDocument): MediaFacts[] =>
  [media ?? [], Object.values(pictures), attachments.map((one) => one.media)].flat();

/** Files of a document that were still being worked on when it was made. */
export const unfinishedIn = (document: CourseDocument): MediaFacts[] =>
  lessonsOf(document)
    .flatMap(filesOf)
    .filter(({ state }) => state === 'waiting');

/** A document with what has become known of such files since, by their hash. All else is as it was. */
export function withFinished(document: CourseDocument, known: ReadonlyMap<string, MediaFacts>): CourseDocument {
  const now = (facts: MediaFacts): MediaFacts => (facts.state === 'waiting' && known.get(facts.hash)) || facts;
  const lesson = (one: LessonDocument): LessonDocument => ({
    ...one,
    media: one.media && now(one.media),
    pictures: Object.fromEntries(Object.entries(one.pictures).map(([id, facts]) => [id, now(facts)])),
    attachments: one.attachments.map((attached) => ({ ...attached, media: now(attached.media) })),
  });
  return {
    ...document,
    sections: document.sections.map((section) => ({ ...section, lessons: section.lessons.map(lesson) })),
  };
}
