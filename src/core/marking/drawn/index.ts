export * from './drawn';
export { boxBetween, boxOf, calloutRoot, isHit, lineHeight, moved, noteSide, resized } from './geometry';
export { drawnSchema } from './schema';
export { calloutLines, type Measure, type Shape, shapesOf, wrapped } from './shapes';
export { fitsOn, mostDrawn, reversed, type Step, stepped, stepSchema, undoable } from './steps';
export { type Stretch, stretches } from './text';
export { thinned } from './thinned';
