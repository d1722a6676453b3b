export { bankCommands } from './commands';
export { type BankFilter, type BankPage, bankEntry, bankPage, bankQuestions } from './queries';
export { categoriesOf, poolsFor } from './read';
