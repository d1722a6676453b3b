export { addFile, assignmentCommands, type HandInRow, mayAddFile } from './commands';
export { countWaiting, handedInFile, handInsOf, type MarkingDesk, markingDesk, markingQueue, type QueueRow } from './queries';
