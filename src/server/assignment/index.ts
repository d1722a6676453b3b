export { addFile, assignmentCommands, mayAddFile } from './commands';
export { type HandInView, handedInFile, handInsOf, type MarkBefore, type MarkingDesk, markingDesk } from './queries';
export { type Results, resultsOf } from './release';
