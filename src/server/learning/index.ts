export { learningCommands } from './commands';
export { type EditionPreview, type LearnerEffect, previewEdition } from './effects';
export { openLesson } from './guard';
export { courseHead, coursesOfLearner, everybodysLearning, type LearnerRow, type Learning, learning, learningBySlug } from './queries';
