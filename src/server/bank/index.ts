export { bankCommands } from './commands';
export { type BankFilter, type BankPage, bankEntry, bankPage, bankQuestions, questionsFound } from './queries';
export { categoriesOf, poolsFor } from './read';
