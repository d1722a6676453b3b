export { closeOverdue, quizCommands, type SittingRow } from './commands';
export { sittingsOf, type SittingView, sittingView } from './queries';
export { sitting } from './schema';
