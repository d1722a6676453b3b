export { gradebookCommands } from './commands';
export { type GradeChange, gradeHistoryOf } from './history';
export { type GradeRow, gradeRows } from './table';
