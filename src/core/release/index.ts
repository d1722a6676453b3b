export { type AccessRule, accessEnd, accessText, closingMs } from './access';
export { type Balanced, balance, type ToLayOut } from './balance';
export { type Board, type BoardUnit, board, boardUnits, type Period, periodAt, ruleFor, touches } from './board';
export { circlesIn } from './circles';
export { type CohortPlan, type LearnerClock, noCohortPlan } from './clock';
export { type Fault, type PlanToCheck, planFaults } from './faults';
export { instantOf } from './moment';
export {
  isOpen,
  isOpenAt,
  nothingYet,
  Opening,
  type OpeningSource,
  type Standing,
  type Wait,
} from './opening';
export { type Pace, standingAtPace } from './pace';
export { rhythmPatterns } from './patterns';
export {
  openings,
  openingTexts,
  partCount,
  planText,
  type ReleaseCourse,
  type ReleaseLesson,
  type ReleaseSection,
} from './plan';
export { type Break, type Rhythm, rhythmText, type Step, usualGap, weekdayName } from './rhythm';
export { rhythmInstants } from './rhythm-days';
export {
  type AwaitingRule,
  type ClosingRule,
  type Interval,
  intervalUnits,
  isTimeRule,
  lengthText,
  lessonsAwaited,
  type OpeningRule,
  ruleText,
  type SingleRule,
  singleRules,
  type TimeRule,
  withLessons,
} from './rule';
export {
  accessSchema,
  breaksSchema,
  closingRuleSchema,
  openingRuleSchema,
  rhythmSchema,
  timeRuleSchema,
  zoneSchema,
} from './schema';
export { type Release, type ReleaseLearner, type ReleaseState, releaseState } from './state';
export { type Unfolded, unfold } from './unfold';
