export {
  type Answered,
  countsFrom,
  creditedPassages,
  type LessonProgress,
  mergePassages,
  noProgress,
  type Passage,
  type Verdict,
  watchedPercent,
} from './progress';
export { fold, type LearnerEvent, type Statement, statementOf, toldBy, type Verb, verbs } from './statement';
