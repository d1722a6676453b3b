export { outlineCommands } from './commands';
export {
  type CourseDesk,
  type CourseHead,
  composeDocument,
  courseBySlug,
  courseDesk,
  coursesFor,
  documentHash,
  editionDocument,
  editionsOf,
  liveDocument,
  loadOutline,
  slugIsFree,
  type UndoState,
  type Unpublished,
  unpublished,
} from './queries';
export { audit, course, edition } from './schema';
