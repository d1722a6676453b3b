export { type AnswerOf, type BodyOf, kindOf, kinds, type QuestionKind, questionKinds, type ShownOf } from './kinds';
export type { Option } from './kinds/choice';
export type { Choice, KindRule } from './kinds/kind';
export { type DecimalSign, readNumber } from './kinds/number/read';
export { mostSeed, paperFor } from './paper';
export { bodyText, checkAnswer, checkBody, questionFields, quizSettingsSchema, readAnswers } from './schema';
export {
  countingShare,
  type PaperScore,
  passes,
  type Result as QuizResult,
  scoreAnswer,
  scorePaper,
  shareOfResult,
} from './score';
export { deadlineFor, graceSeconds, isOverdue, isUnderWay, mayAnswer, mayBegin, type Sitting } from './sitting';
export type {
  Answer,
  Answers,
  CountingRule,
  QuestionContent,
  QuizSettings,
  Scored,
  ShowResults,
  Shuffles,
} from './types';
