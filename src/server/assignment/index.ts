export { addFile, assignmentCommands, mayAddFile } from './commands';
export { stepsSince } from './drawn';
export type { Look } from './look';
export { markedWorkPdf } from './marked';
export { shownName } from './names';
export { bindPhotographs } from './photographs';
export { type HandInView, handedInFile, handInsOf, type MarkBefore, type MarkingDesk, markingDesk } from './queries';
export { type Results, releaseDue, resultsOf } from './release';
export { giveBack, mayGiveBack } from './returned';
export { type SavedRemark, savedRemarks } from './saved-remarks';
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
