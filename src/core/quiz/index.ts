export { type DecimalSign, type ReadNumber, readNumber, readTolerance } from './number';
export { answerSchema, questionFields, quizSettingsSchema } from './schema';
export { countingShare, type PaperScore, passes, type Result as QuizResult, scoreAnswer, scorePaper, shareOfResult } from './score';
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
