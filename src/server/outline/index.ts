export { fillLesson, outlineCommands } from './commands';
export { type EditionRow, editionsOf, publishDue } from './editions';
export { type HistoryRow, historyOf, type Step, stepsSince, type UndoState } from './history';
export { courseEvents } from './live';
export { lessonTextOf, loadOutline, loadPart, loadStructure } from './load';
export { type SchoolPattern, schoolPatterns } from './patterns';
export { poolsIn } from './pools';
export { type Present, sayWhere, whereSchema } from './presence';
export {
  type CourseDesk,
  type CourseHead,
  type CourseNews,
  composeDocument,
  courseBySlug,
  courseDesk,
  courseIsThere,
  courseNews,
  coursesFor,
  coursesPage,
  differencesToLive,
  editionDocument,
  liveDocument,
  liveDocuments,
  otherRhythms,
  type Planned,
  staffLooks,
} from './queries';
export { course, lesson, section } from './schema';
export { versionsOfText } from './text-versions';
export { type AskedIn, askedIn, outcomesFor, type UsedIn, whereUsed } from './used-in';
