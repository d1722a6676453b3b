export { type Effect, effectOn } from './effects';
export { type Pace, recordsAtPace } from './pace';
export {
  fullPoints,
  gradeEntry,
  gradeItems,
  isDone,
  type LearnerRecords,
  type LearnerView,
  type LessonView,
  learnerView,
  noRecords,
  type SectionView,
} from './view';
