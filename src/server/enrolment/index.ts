export { enrolmentCommands } from './commands';
export {
  cohortsOf,
  countLearners,
  coursesTakenBy,
  type EnrolledLearner,
  enrolledLearner,
  instantFrom,
  learnersOf,
  learnersPage,
  takesCourse,
} from './queries';
