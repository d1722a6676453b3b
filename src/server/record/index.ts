export { countFrom, eventIn, heldProgress, recordEvent } from './commands';
export { progressOf } from './queries';
export { rebuildProgress } from './rebuild';
