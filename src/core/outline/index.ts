export { type Difference, differences } from './difference';
export {
  type CourseDocument,
  compose,
  courseDocumentSchema,
  findLesson,
  type LessonDocument,
  lessonsOf,
  numberOf,
  picturesIn,
  type SectionDocument,
} from './document';
export { editText, newCourse, newLesson, newQuestion, type OutlineEdit, planEdit, usualAssignment, usualQuiz } from './edit';
export { courseDocumentJsonSchema } from './json-schema';
export { learnerMinutes, pace, plainText, wordsIn } from './minutes';
export { type Finding, fillOf, hasContent, type LessonFill, readiness } from './readiness';
export { parseFields, slugOf, slugSchema, titleSchema } from './schema';
export {
  byOrder,
  type Course,
  courseOf,
  type DoneRule,
  isGraded,
  type Lesson,
  type LessonKind,
  type LessonState,
  lessonKinds,
  lessonStates,
  lessonsBySection,
  type Outline,
  type OutlineTable,
  type Question,
  questionsOf,
  type RichText,
  type Section,
  sectionsOf,
  usualDoneRule,
} from './types';
