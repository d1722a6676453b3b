export { closeEnded, closeOverdue, quizCommands, type SittingRow, shareOfSitting } from './commands';
export { type SittingView, sittingsOf, sittingView } from './queries';
