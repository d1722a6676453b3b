export { addFile, assignmentCommands, type HandInRow } from './commands';
export { countWaiting, handedInFile, handInsOf, type MarkingDesk, markingDesk, markingQueue, type QueueRow } from './queries';
