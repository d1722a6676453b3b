export { answerSchema, questionFields, quizSettingsSchema } from './schema';
export { countingPoints, type PaperScore, passes, scoreAnswer, scorePaper, toleranceOf } from './score';
export { deadlineFor, graceSeconds, isOverdue, isUnderWay, mayAnswer, mayBegin, type Sitting } from './sitting';
export {
  type Answer,
  type Answers,
  type CountingRule,
  type Option,
  type QuestionBody,
  type QuestionKind,
  type QuizSettings,
  questionKinds,
  type Scored,
  type ShowResults,
} from './types';
