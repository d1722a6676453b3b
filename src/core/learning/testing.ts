import { Temporal } from '../kernel/time';
import { type LessonDocument, newLesson } from '../outline';

/** A Monday morning, and the clock of a learner who starts then. */
export const start = Temporal.Instant.from('2027-03-01T08:00Z');
export const clock = { start, zone: 'UTC' };
export const days = (count: number) => start.add({ hours: 24 * count });

/** A lesson of an edition that nobody has put anything into. */
export const lesson = (
  id: string,
  kind: LessonDocument['kind'] = 'reading',
  part: Partial<LessonDocument> = {},
): LessonDocument => ({
  ...newLesson(id, 's', id, id, kind),
  text: null,
  attachments: [],
  downloads: true,
  learnerMinutes: 10,
  media: null,
  pictures: {},
  questions: [],
  pools: {},
  ...part,
});
