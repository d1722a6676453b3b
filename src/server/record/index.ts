export { recordEvent } from './commands';
