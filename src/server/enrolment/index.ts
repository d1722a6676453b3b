export { enrolmentCommands } from './commands';
export {
  cohortsOf,
  countLearners,
  coursesTakenBy,
  type EnrolledLearner,
  earlierEnrolments,
  enrolledLearner,
  instantFrom,
  learnerIn,
  learnersOf,
  learnersPage,
  spanText,
  takesCourse,
} from './queries';
