import { Temporal } from '../kernel/time';
import type { RichText } from './types';

/** A state of a lesson's text: what somebody left when they paused. */
export type TextVersion = {
  readonly revision: number;
  /** When it was left (ISO 8601, UTC) and by whom; null for what stood there before anything that is known. */
  readonly left: { readonly at: string; readonly by: string } | null;
  readonly content: RichText | null;
};

/** Whoever writes on after a shorter pause goes on with the same version. */
const pauseMinutes = 15;

/**
 * The versions among all states a text has had, oldest first in and newest first out: of what one person wrote without
 * a longer pause, the last state.
 */
export function textVersions(states: readonly TextVersion[]): TextVersion[] {
  const goesOn = ({ left }: TextVersion, next: TextVersion['left'] | undefined) =>
    left !== null &&
    next?.by === left.by &&
    Temporal.Instant.from(left.at).until(Temporal.Instant.from(next.at)).total('minutes') <= pauseMinutes;
  return states.filter((state, i) => !goesOn(state, states[i + 1]?.left)).reverse();
}
