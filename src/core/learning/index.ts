export { type Effect, effectOn } from './effects';
export { type Pace, recordsAtPace } from './pace';
export { type Shown, shownOf, throughOwnEyes } from './shown';
export {
  type Decision,
  fullPoints,
  gradeEntry,
  gradeItems,
  type LearnerRecords,
  type LearnerView,
  type LessonView,
  learnerView,
  noRecords,
  type SectionView,
  type Work,
} from './view';
