export { addFile, assignmentCommands, mayAddFile } from './commands';
export { markedWorkPdf } from './marked';
export { type HandInView, handedInFile, handInsOf, type MarkBefore, type MarkingDesk, markingDesk } from './queries';
export { type Results, resultsOf } from './release';
export { countPages } from './scans';
export {
  addScript,
  bindAndHandIn,
  liveAssignment,
  mayLoadScripts,
  type OnTable,
  rollOf,
  scanOnTable,
  scriptsOf,
} from './scripts';
