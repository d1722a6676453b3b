export { closeOverdue, quizCommands, type SittingRow } from './commands';
export { type SittingView, sittingsOf, sittingView } from './queries';
