export {
  askedWhen,
  asksOf,
  fittingTold,
  type PersonAsks,
  type PersonQuestion,
  type ToldAbout,
  toldAboutSchema,
  toldCounts,
} from './about';
export { type Band, bandFaults, bandOf } from './bands';
export {
  type BankCategory,
  type BankFacts,
  type BankQuestion,
  bankFactFields,
  categoriesBelow,
  categoryTree,
  drawSchema,
  drawText,
  fitsDraw,
  mostInPool,
  pathOf,
} from './bank';
export {
  type Figured,
  type FiguredPaper,
  type FiguredSitting,
  isWrongWayRound,
  type QuestionFigures,
  type QuizFigures,
  quizFigures,
  reliabilityText,
  type Thirds,
} from './figures';
export {
  deedText,
  type Follow,
  type FollowDeed,
  type FollowFacts,
  type FollowWhen,
  followDeeds,
  followsRenamed,
  followText,
  followWays,
  followWhenSchema,
  holdsFor,
  whenText,
} from './follows';
export { type Belongs, type ForWhom, isFor } from './for-whom';
export { formulasIn, type WordPart, wordParts } from './formulas';
export {
  type AnswerOf,
  type BodyOf,
  kindOf,
  kinds,
  type QuestionKind,
  questionKinds,
  ruledKinds,
  type ShownOf,
} from './kinds';
export type { Option } from './kinds/choice';
export { essayWords, lengthText } from './kinds/essay';
export { limitText } from './kinds/files';
export { type GapPart, gapTextOf, partsOf as gapPartsOf } from './kinds/gaps/parts';
export type { GivenFile } from './kinds/given-file';
export type { Choice, KindRule } from './kinds/kind';
export { type DecimalSign, readNumber, readTolerance } from './kinds/number/read';
export type { Area, Point } from './kinds/place/area';
export {
  blockOf,
  isMark,
  type LineFault,
  linesFromQuestions,
  mostQuestionsAtOnce,
  partLinesOf,
  questionsFromLines,
  type ReadQuestions,
} from './lines';
export {
  type DraftMark,
  draftMarksSchema,
  type Mark as AnswerMark,
  type MarkingState,
  type Marks,
  markingStates,
  marksFrom,
  waitsForMarks,
} from './marks';
export { mostSeed, type Pools, paperFor } from './paper';
export {
  type PresetChange,
  type PresetSettings,
  presetChanges,
  presetName,
  presetOf,
  type QuizPreset,
  withPreset,
} from './presets';
export {
  mediaNamed,
  type PlayedMedia,
  type QuestionMedia,
  type QuestionPicture,
  questionMediaKinds,
} from './question-media';
export { type RescoredPaper, type RescoredSitting, rescored, type Worth } from './rescore';
export {
  bodyText,
  checkAnswer,
  checkBody,
  correctionFields,
  questionFields,
  quizSettingsSchema,
  readAnswers,
} from './schema';
export {
  byCategory,
  countingShare,
  feedbackOn,
  isAnswered,
  type PaperScore,
  passes,
  type Result as QuizResult,
  scoreAnswer,
  scorePaper,
  shareOfResult,
  verdictWords,
  worthOf,
} from './score';
export {
  canGoBack,
  deadlineFor,
  graceSeconds,
  isOverdue,
  isUnderWay,
  mayAnswer,
  mayBegin,
  mayHandIn,
  pagesOf,
  type Sitting,
} from './sitting';
export type {
  Answer,
  Answers,
  Correction,
  CorrectionDoes,
  CountingRule,
  QuestionContent,
  QuizSettings,
  Scored,
  ShowResults,
  Shuffles,
} from './types';
export { atEnds, contentOf, correctionDoes, type Difficulty, type Draw, difficulties, pagings, sayings } from './types';
