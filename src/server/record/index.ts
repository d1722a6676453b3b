export { countFrom, eventIn, heldProgress, recordEvent } from './commands';
export { rebuildProgress } from './rebuild';
