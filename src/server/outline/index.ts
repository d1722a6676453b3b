export { outlineCommands } from './commands';
export {
  type CourseDesk,
  type CourseHead,
  composeDocument,
  courseBySlug,
  courseDesk,
  coursesFor,
  editionDocument,
  liveDocument,
  loadOutline,
  type UndoState,
  type Unpublished,
  unpublished,
} from './queries';
export { audit, course } from './schema';
