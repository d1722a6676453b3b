export { fullPoints, gradeEntry, gradeItems, isDone, type LearnerRecords, type LearnerView, learnerView, type LessonView, noRecords, type SectionView } from './view';
