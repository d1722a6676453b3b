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
