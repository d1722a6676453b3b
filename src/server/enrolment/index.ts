export { instantFrom } from '../platform/instant';
export { setOpened } from './cohorts';
export { addTag, beginOrWait, enrolmentCommands } from './commands';
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
  learnerIn,
  learnersIn,
  learnersOf,
  learnersPage,
  nameOnRoll,
  spanText,
  tagsIn,
  takesCourse,
  waitsOf,
} from './queries';
