export * from './drawn';
export { besideOthers, ontoKept, type PartHolder, partsOfOthers } from './parts';
export { dealOut, evenly, type Shareable, type ShareWish } from './share';
