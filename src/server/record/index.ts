export { recordEvent } from './commands';
export { progress, statement } from './schema';
