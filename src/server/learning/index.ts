export { learningCommands } from './commands';
export { openLesson } from './guard';
export { courseHead, coursesOfLearner, everybodysLearning, type LearnerRow, type Learning, learning, learningBySlug } from './queries';
