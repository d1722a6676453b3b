export {
  type Criterion,
  type CriterionBy,
  type CriterionMark,
  type CriterionOf,
  type CriterionPart,
  checkCriterionMarks,
  criteriaFaults,
  criteriaFull,
  criteriaTotal,
  criterionBys,
  criterionFull,
  criterionGiven,
  criterionMarksSchema,
  criterionWay,
  newCriterion,
} from './criteria';
export { type FileKind, fileKindName, fileKinds, fileKindsText } from './file-kinds';
export { afterLateness, type LateRule, latePers, lateText, usualLate } from './late';
export { type LookOutcome, type LookReason, lookOutcomes, lookOutcomeText, lookReasonsSchema } from './look';
export {
  assignmentSettingsSchema,
  checkFileCount,
  checkFileType,
  checkLink,
  checkText,
  dueText,
  type Lateness,
  lateness,
  mayHandIn,
  rulesForNext,
} from './rules';
export {
  cutEvery,
  longestSide,
  matchScripts,
  mostDots,
  mostScriptPages,
  type OnRoll,
  type Script,
  type ScriptPage,
  samePages,
  scriptPagesSchema,
} from './scripts';
export { type AssignmentSettings, checkMark, type HandInState, handInStateText, type Mark } from './types';
