export { enrolmentCommands } from './commands';
export { cohortsOf, coursesTakenBy, type EnrolledLearner, enrolledLearner, instantFrom, learnersOf } from './queries';
