export { countFrom, eventIn, heldProgress, recordEvent, recordEvents } from './commands';
export { progressOf } from './queries';
export { rebuildProgress } from './rebuild';
