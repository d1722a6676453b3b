export { type AwardSettings, awardSchema, readAward, usualAward } from './award';
export * from './badge';
export * from './design';
export * from './edit';
export { type Facts, isEmptyField } from './facts';
export { type DesignFault, designFaults, dotsPerInch, leastDots } from './faults';
export { type Fitted, fitText, type Measure } from './fit';
export {
  boxInPoints,
  type Laid,
  type LaidDesign,
  type LaidText,
  layDesign,
  type MeasureText,
  type Misfit,
  misfitSentence,
} from './lay';
export { type NewSort, newPart, newThing } from './make';
export { hardNames } from './names';
export { certificateNumber, type NumberPart, numberPartsSchema, sampleNumber, usualNumber } from './number';
export { designFrom, emptyDesign, type PatternName, patterns } from './patterns';
export { designSchema, mostThings } from './schema';
export * from './sharing';
export { readDesign } from './version';
