export { outlineCommands } from './commands';
export { composeDocument, type CourseDesk, courseBySlug, courseDesk, type CourseHead, coursesFor, documentHash, editionDocument, editionsOf, liveDocument, loadOutline, slugIsFree, type UndoState, type Unpublished, unpublished } from './queries';
export { audit, course, edition } from './schema';
