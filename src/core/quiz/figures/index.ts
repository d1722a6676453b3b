export { type Figured, type FiguredPaper, type FiguredSitting, quizFigures } from './figures';
export { isWrongWayRound, reliabilityText } from './remarks';
export type { QuestionFigures, QuizFigures, Thirds } from './types';
