export { type Figured, type FiguredPaper, type FiguredSitting, quizFigures } from './figures';
export { reliabilityText } from './remarks';
export type { QuestionFigures, QuizFigures, Thirds } from './types';
