import { pointsText } from '../kernel/exact';
import { fail, ok, type Result } from '../kernel/problem';
import type { TimeRule } from '../release';
import type { Criterion } from './criteria';
import type { FileKind } from './file-kinds';
import type { LateRule } from './late';

export type AssignmentSettings = {
  /** Thousandths of a point. */
  readonly points: number;
  /** Thousandths of a point; 0: no pass mark. */
  readonly passPoints: number;
  readonly takesText: boolean;
  /** How many files may be handed in; 0 means text only. */
  readonly files: number;
  /** Megabytes for each file. */
  readonly megabytes: number;
  readonly due: TimeRule | null;
  /** Whether work is taken after it was due; it is then shown as late. */
  readonly takesLate: boolean;
  readonly attempts: number;
  /** Kinds of files that are taken; all of them where it names none. */
  readonly kinds?: readonly FileKind[];
  /** Whether an address of the web can be handed in. */
  readonly takesLink?: boolean;
  /** Minutes from when it is begun; no limit where it does not say. */
  readonly minutes?: number | null;
  /** What late work costs, and until when it is taken; nothing and always where it does not say. */
  readonly late?: LateRule;
  /** What it is marked by; a number of points where it names nothing. */
  readonly criteria?: readonly Criterion[];
  /** A model answer for who marks, and whether learners see it with their mark. */
  readonly model?: string;
  readonly showsModel?: boolean;
  /** Whether learners see a mark as soon as it is finished, or once the results are released; at once where it does not say. */
  readonly releases?: (typeof releasing)[number];
  /** Whether those who mark do not see whose work it is before its result is out; they do where it does not say. */
  readonly hidesNames?: boolean;
  /** Whether a recording of sound or film is made and handed in in the browser. */
  readonly takesRecording?: (typeof recordings)[number] | null;
};
export const recordings = ['sound', 'film'] as const;

export const releasing = ['at-once', 'together'] as const;

/** Kept: begun, the learner sees nothing. Finished: final. Released: the learner sees it. */
export type Mark = { readonly points: number | null; readonly remark: string };

export type HandInState = 'draft' | 'handed-in' | 'being-marked' | 'marked';
export const handInStateText: Record<HandInState, string> = {
  draft: 'begun',
  'handed-in': 'handed in',
  'being-marked': 'being marked',
  marked: 'marked',
};

/** Whether a mark can be finished: points given, between none and all. */
export function checkMark(
  points: number | null,
  settings: Pick<AssignmentSettings, 'points'>,
  finish: boolean,
): Result<null> {
  if (points === null) return finish ? fail('invalid', 'Give points before you finish.', 'points') : ok(null);
  if (points < 0) return fail('invalid', 'Points are at least 0.', 'points');
  if (points > settings.points) {
    return fail(
      'invalid',
      `This assignment is worth ${pointsText(settings.points)} points; give at most that.`,
      'points',
    );
  }
  return ok(null);
}
