export { countFrom, heldProgress, recordEvent } from './commands';
