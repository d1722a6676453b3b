export * from './drawn';
export { dealOut, evenly, type Shareable, type ShareWish } from './share';
