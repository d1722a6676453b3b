export { addFile, assignmentCommands, type HandInRow, mayAddFile } from './commands';
export { handedInFile, handInsOf, type MarkingDesk, markingDesk } from './queries';
