import { Temporal } from '../kernel/time';
import { meetingsOf, startOf } from '../live';
import { instantOf } from '../release';
import type { LearnerView, LessonView } from './view';

/** Something the next days bring: lessons that open together, a session that meets, or work that is due. */
export type WeekEntry =
  | { readonly sort: 'opens'; readonly at: Temporal.Instant; readonly lessons: readonly LessonView[] }
  | {
      readonly sort: 'meets';
      readonly at: Temporal.Instant;
      readonly lesson: LessonView;
      /** From when on one can come in, in milliseconds. */
      readonly opensMs: number;
    }
  | { readonly sort: 'due'; readonly at: Temporal.Instant; readonly lesson: LessonView; readonly isOver: boolean };

const days = 7;

/**
 * What the seven days from now bring a learner, in order of time: what opens, sessions until they are over, and work
 * that is due and not handed in. Work that was due and is still missing comes first for as long as it is.
 */
export function weekOf(view: LearnerView): readonly WeekEntry[] {
  const from = view.now.epochMilliseconds;
  const until = from + days * 86_400_000;
  const missing = new Set(view.sheet.lines.filter(({ entry }) => entry.state === 'missing').map(({ item }) => item.id));
  const opening = new Map<number, LessonView[]>();
  const entries: WeekEntry[] = [];
  for (const one of view.lessons) {
    const opensAt = one.opening.ms;
    if (opensAt > from && opensAt <= until) opening.set(opensAt, [...(opening.get(opensAt) ?? []), one]);
    for (const meeting of meetingsOf(one.lesson, view.clock)) {
      const isTheirs = one.open || (opensAt > from && opensAt <= meeting.starts);
      if (isTheirs && meeting.ends > from && meeting.starts <= until)
        entries.push({ sort: 'meets', at: startOf(meeting), lesson: one, opensMs: meeting.opens });
    }
    const due = one.lesson.assignment?.due;
    if (!due || !one.open || !missing.has(one.lesson.id)) continue;
    const at = instantOf(due, view.clock);
    if (at.epochMilliseconds <= until)
      entries.push({ sort: 'due', at, lesson: one, isOver: at.epochMilliseconds <= from });
  }
  for (const [ms, lessons] of opening)
    entries.push({ sort: 'opens', at: Temporal.Instant.fromEpochMilliseconds(ms), lessons });
  return entries.sort((a, b) => a.at.epochMilliseconds - b.at.epochMilliseconds);
}
