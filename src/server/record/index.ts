export { countFrom, countFromOpening, eventIn, heldProgress, recordEvent, recordEvents } from './commands';
export { progressOf } from './queries';
export { rebuildProgress } from './rebuild';
