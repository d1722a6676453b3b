import type { Temporal } from '../kernel/time';
import { type CourseDocument, isGraded, type LessonDocument } from '../outline';
import { noRecords } from './records';
import { type LearnerView, learnerView } from './view';

/** What asks for a password asks visitors as well, and they have none. */
const isSample = ({ sample, kind, password }: LessonDocument) => sample && !isGraded(kind) && password === '';

/**
 * The lessons of an edition that visitors may look at, as a course of their own: open at once, without what is needed
 * first. Graded lessons are none, whatever they say: their papers are for those who sit them.
 */
export function sampleView(document: CourseDocument, now: Temporal.Instant): LearnerView | null {
  const sections = document.sections
    .map((section) => ({
      ...section,
      opens: null,
      closes: null,
      lessons: section.lessons.filter(isSample).map((lesson) => ({ ...lesson, opens: null, closes: null, needs: [] })),
    }))
    .filter(({ lessons }) => lessons.length > 0);
  if (sections.length === 0) return null;
  const course = { ...document.course, rhythm: null, access: null };
  return learnerView({ ...document, course, sections }, { start: now, zone: course.zone }, noRecords, now);
}
