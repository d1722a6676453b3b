export { type Completion, type CompletionLesson, type CompletionRule, completion } from './completion';
export { completionSchema, missingSchema } from './schema';
export {
  type GradeEntry,
  type GradeItem,
  gradeSheet,
  type MissingRule,
  percentText,
  reaches,
  type Sheet,
  type SheetLine,
  weightShare,
} from './sheet';
