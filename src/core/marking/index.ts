export * from './drawn';
export { besideOthers, type PartHolder, partsOfOthers } from './parts';
export { dealOut, evenly, type Shareable, type ShareWish } from './share';
