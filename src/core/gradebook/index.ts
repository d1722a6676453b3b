export { type Completion, type CompletionLesson, type CompletionRule, completion } from './completion';
export { type Entered, entryText, readEntry, readWholeGrade } from './entry';
export { type GradePlan, type GradeRoll, type Meant, meantBy, type PlannedEntry, planGrades } from './plan';
export { completionSchema, missingSchema } from './schema';
export {
  type Band,
  bandOf,
  type GradeCategory,
  type GradeScheme,
  gradeInWords,
  type KeepRule,
  type OwnItem,
  type Placed,
  type Rounding,
  roundedPercent,
  roundingWays,
  type Scale,
  scaleFault,
  scalesToBeginWith,
  schemeSchema,
  usualScheme,
} from './scheme';
export {
  type GradeEntry,
  type GradeItem,
  gradeSheet,
  gradeWritten,
  type MissingRule,
  partWritten,
  percentText,
  reaches,
  type Sheet,
  type SheetLine,
  type SheetPart,
  weightShare,
  wholeFull,
  wholeItem,
} from './sheet';
export { type EntryState, fractionOf, type PackedRow, packed, pointsIn, summing, unpacked } from './sums';
