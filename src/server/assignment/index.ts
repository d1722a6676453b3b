export { addFile, assignmentCommands, type HandInRow, mayAddFile } from './commands';
export {
  countWork,
  handedInFile,
  handInsOf,
  type MarkingDesk,
  markingDesk,
  markingQueue,
  type QueueRow,
  waitingStates,
  workOf,
} from './queries';
