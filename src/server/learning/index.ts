export { learningCommands } from './commands';
export { type EditionPreview, type LearnerEffect, previewEdition } from './effects';
export { openLesson } from './guard';
export {
  courseHead,
  coursesOfLearner,
  type Learning,
  learning,
  learningBySlug,
  learningIn,
  learningOf,
  recordsAlone,
  recordsOf,
  releaseOf,
  withRecords,
} from './queries';
