export { instantFrom } from '../platform/instant';
export { enrolmentCommands } from './commands';
export type { MemberOutcome } from './members';
export {
  type CohortOverview,
  cohortsOf,
  cohortsOverview,
  countLearners,
  coursesTakenBy,
  type EnrolledLearner,
  earlierEnrolments,
  enrolledLearner,
  enrolmentEnd,
  learnerIn,
  learnersIn,
  learnersOf,
  learnersPage,
  spanText,
  takesCourse,
  waitsOf,
} from './queries';
