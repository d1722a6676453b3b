export { askedInPlace, barrierFor, beforeBarrier, isAllAnswered, type Judgement, judge } from './checkpoints';
export { type Effect, effectOn } from './effects';
export { type Known, type News, newsFor } from './news';
export { awaitedText, opensText } from './opens-text';
export { recordsAtPace } from './pace';
export { type Decision, type LearnerRecords, noRecords, type Work } from './records';
export { sampleView } from './sample';
export { type Shown, shownOf, throughOwnEyes } from './shown';
export {
  type Awaited,
  fullPoints,
  gradeEntries,
  gradeEntry,
  gradeItems,
  type LearnerView,
  type LessonView,
  learnerView,
  type SectionView,
  schemeOf,
  waitsForDeeds,
  wholeStanding,
} from './view';
export { type WeekEntry, weekOf } from './week';
