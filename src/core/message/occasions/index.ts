import { parsed } from '../../kernel/parse';
import type { Facts, OccasionName } from '../facts';
import type { Occasion } from '../occasion';
import { accessEnds } from './access-ends';
import { certificate } from './certificate';
import { enrolled } from './enrolled';
import { fromResult } from './from-result';
import { lookedAgain } from './looked-again';
import { marked } from './marked';
import { opens } from './opens';
import { quizResult } from './quiz-result';
import { resultShown } from './result-shown';
import { seatFree } from './seat-free';
import { sessionMoved } from './session-moved';
import { sessionSoon } from './session-soon';
import { staffTold } from './staff-told';

/** Everything people are told of, in the order in which it happens to somebody. */
const occasions: { readonly [O in OccasionName]: Occasion<Facts[O]> } = {
  enrolled,
  'seat-free': seatFree,
  opens,
  'session-soon': sessionSoon,
  'session-moved': sessionMoved,
  'quiz-result': quizResult,
  'result-shown': resultShown,
  'from-result': fromResult,
  'staff-told': staffTold,
  marked,
  'looked-again': lookedAgain,
  certificate,
  'access-ends': accessEnds,
};

export const occasionNames = Object.keys(occasions) as OccasionName[];

/** What there is to know of an occasion, its name being known only when the program runs. */
export const occasionOf = (name: OccasionName): Occasion<Facts[OccasionName]> =>
  occasions[name] as Occasion<Facts[OccasionName]>;

/** What was kept of something that happened, as its occasion says it is; null for what does not fit. */
export function readFacts(name: OccasionName, kept: unknown): Facts[OccasionName] | null {
  const read = parsed(occasionOf(name).facts, kept);
  return read.ok ? (read.value as Facts[OccasionName]) : null;
}
