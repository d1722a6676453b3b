export { gradebookCommands } from './commands';
