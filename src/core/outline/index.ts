export { type CopyNames, type CopyWish, planCopy } from './copy';
export { type Difference, differences } from './difference';
export {
  type CourseDocument,
  compose,
  courseDocumentSchema,
  findLesson,
  type LessonDocument,
  lessonsOf,
  mediaIn,
  numberOf,
  releasedSections,
  type SectionDocument,
} from './document';
export { planEdit } from './edit';
export { mostLessons } from './edit-put';
export { editText, pastText } from './edit-text';
export type { LessonDraft, OutlineEdit, SectionDraft } from './edit-types';
export { exercisesIn, isExercise, partsOfText, withExercises } from './exercises';
export { fieldName, fieldText } from './field-text';
export { filledWith, kindForFile } from './fill';
export {
  barrierIn,
  type Checkpoint,
  chapterSpans,
  chaptersInOrder,
  chaptersOfCues,
  checkpointsOf,
  cuesOfChapters,
  type TimeFault,
  timeFaults,
} from './film';
export { captionsOf, type Held, heldBy } from './holds';
export { courseDocumentJsonSchema } from './json-schema';
export { type KeptChange, keptChanges, textsToComplete, wholeSteps } from './kept-changes';
export { keysBefore, type Ordered } from './keys';
export { isGraded, isItem, lessonKindOf, usualDoneRule } from './kinds';
export { usualAssignment } from './kinds/assignment';
export type { LessonFile } from './kinds/kind';
export { usualQuiz } from './kinds/quiz';
export { linkFault } from './link';
export { kindOfMedium, mediumNames, newCourse, newLesson, newQuestion } from './make';
export { looksLikeMarkdown, markdownOfText, textFromMarkdown } from './markdown';
export { learnerMinutes, type MinutesFacts, pace, plainText, textFacts } from './minutes';
export { type PackedOutline, packOutline, unpackOutline } from './pack';
export { drawnIn, noPaper, type PaperSize, paperSize, papersOf } from './papers';
export { type Pattern, type PatternSection, patternDrafts, patternSectionsOf, startingPatterns } from './patterns';
export { type Part, type Reach, reachOf, reachOfChanges } from './reach';
export { type Finding, type Fix, fillOf, type LessonFill, readiness, readinessDocument } from './readiness';
export { knownPart, textFault, textMarks, textNodes } from './rich-text';
export { fieldFault, parseFields, slugOf, slugSchema, titleSchema } from './schema';
export { doneRuleOf, downloadsOf, type Inherited, usualSettings } from './settings';
export { type Side, sideBySide } from './sides';
export { canTakeBack } from './take-back';
export { type TextVersion, textVersions } from './text-versions';
export {
  type Attachment,
  accents,
  attachmentAccess,
  byOrder,
  type Chapter,
  type CountdownForm,
  type Course,
  type CourseSettings,
  countdownForms,
  courseOf,
  type DoneRule,
  type Lesson,
  type LessonKind,
  type LessonState,
  type LessonText,
  lessonKinds,
  lessonStates,
  lessonsBySection,
  looks,
  type Medium,
  type Moment,
  mediums,
  noText,
  type Outcome,
  type Outline,
  type OutlineTable,
  outcomesOf,
  type Question,
  questionsOf,
  type RichText,
  type Section,
  sectionsOf,
  type Taught,
  type TextFacts,
  textOf,
} from './types';
export { unfinishedIn, withFinished } from './unfinished';
export { upgradeDocument } from './upgrade';
