import type { CourseDocument, LessonDocument } from './document';
import { textFacts } from './minutes';
import { usualSettings } from './settings';
import { noText, usualDoneRule } from './types';

type Older = Omit<CourseDocument, 'outcomes' | 'course' | 'sections'> & {
  readonly course: Partial<CourseDocument['course']>;
  readonly outcomes?: CourseDocument['outcomes'];
  readonly sections: readonly (Omit<CourseDocument['sections'][number], 'lessons'> & { readonly lessons: readonly Partial<LessonDocument>[] })[];
};

/** Before the gap could be set, the second part opened on the first weekday of the rhythm that lay a step less a week after the start. */
const withGap = (rhythm: CourseDocument['course']['rhythm']) => rhythm && { ...rhythm, gap: rhythm.gap ?? 7 * (rhythm.weeks - 1) + 1 };

/**
 * A stored document as documents are today. Editions never change; what they could not yet say is said
 * here with what it meant then: no outcomes, nothing needed first, the usual settings.
 */
export function upgradeDocument(stored: CourseDocument): CourseDocument {
  const older: Older = stored;
  return {
    ...stored,
    outcomes: older.outcomes ?? [],
    course: { notAbout: '', settings: usualSettings, ...older.course, rhythm: withGap(older.course.rhythm ?? null) } as CourseDocument['course'],
    sections: older.sections.map((section) => ({
      ...section,
      lessons: section.lessons.map((lesson) => {
        const questions = (lesson.questions ?? []).map((question) => ({ ...question, outcomes: question.outcomes ?? [] }));
        return {
          needs: [],
          password: '',
          pictureId: null,
          outcomes: [],
          asks: '',
          written: lesson.text ? textFacts(lesson.text) : noText,
          ...lesson,
          done: lesson.done ?? usualDoneRule(lesson as LessonDocument),
          questions,
        } as LessonDocument;
      }),
    })),
  };
}
