export { gradebookCommands } from './commands';
export { gradeDecision } from './schema';
