export { whichSittings } from './all-sittings';
export { type BankFigures, bankFigures } from './bank-figures';
export { closeEnded, closeOverdue, quizCommands } from './commands';
export { extraMinutes, extraTimes } from './extra-time';
export { type CorrectionView, type FiguresPage, figuresPage } from './figures';
export { type Effect, effectsOfWish } from './put-right';
export { averageOfOthers, type SittingView, sittingsOf, sittingView } from './queries';
export { type SittingRow, shareOfSitting } from './sitting';
