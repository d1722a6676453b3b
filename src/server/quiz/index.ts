export { closeEnded, closeOverdue, quizCommands } from './commands';
export { type SittingView, sittingsOf, sittingView } from './queries';
export { type SittingRow, shareOfSitting } from './sitting';
