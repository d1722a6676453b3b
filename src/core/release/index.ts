export {
  type Board,
  type BoardWeek,
  board,
  isOpen,
  isOpenAt,
  Opening,
  type OpeningSource,
  openings,
  openingTexts,
  planText,
  type ReleaseCourse,
  type ReleaseSection,
} from './plan';
export { type Break, type Rhythm, rhythmInstants, rhythmText, usualGap, weekdayName } from './rhythm';
export { instantOf, intervalUnits, type LearnerClock, type OpeningRule, ruleText } from './rule';
export { openingRuleSchema, rhythmSchema, zoneSchema } from './schema';
