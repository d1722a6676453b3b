export { countFrom, heldProgress, recordEvent } from './commands';
export { rebuildProgress } from './rebuild';
