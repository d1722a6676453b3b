import { dateTimeText, type Names, Temporal } from '../kernel/time';
import { listText } from '../kernel/words';
import type { LearnerView, LessonView } from './view';

const timeText = (ms: number, names: Names) => dateTimeText(Temporal.Instant.fromEpochMilliseconds(ms), names);

/**
 * What has to happen before a lesson opens: `once you have done The tray and passed Reach or not?`; null for nothing.
 */
export function awaitedText({ waitsFor, waitsForHand }: Pick<LessonView, 'waitsFor' | 'waitsForHand'>): string | null {
  const titles = (until: 'done' | 'passed') =>
    waitsFor.filter((one) => one.until === until).map(({ lesson }) => lesson.title);
  const [done, passed] = [titles('done'), titles('passed')];
  const deeds = [
    ...(done.length > 0 ? [`done ${listText(done)}`] : []),
    ...(passed.length > 0 ? [`passed ${listText(passed)}`] : []),
  ];
  const parts = [
    ...(deeds.length > 0 ? [`you have ${listText(deeds)}`] : []),
    ...(waitsForHand ? ['the people who give the course open it'] : []),
  ];
  return parts.length > 0 ? `once ${listText(parts)}` : null;
}

/**
 * When a lesson that is not open opens, or why it does not any more, to be said behind its name:
 * `opens Mon 12 Apr 2027, 09:00`, `closed Sun 2 May 2027, 23:59`, `opens once you have done The tray`.
 */
export function opensText(
  one: LessonView,
  view: Pick<LearnerView, 'now' | 'isOver' | 'accessEnds'>,
  names: Names,
): string {
  if (view.isOver && view.accessEnds !== null) return `could be used until ${timeText(view.accessEnds, names)}`;
  if (one.closedSince !== null) return `closed ${timeText(one.closedSince, names)}`;
  const { opening } = one;
  const awaited = awaitedText(one);
  if (awaited === null) return `opens ${timeText(opening.ms, names)}`;
  const isLater = opening.earliest > view.now.epochMilliseconds;
  return `opens ${awaited}${isLater ? `, ${timeText(opening.earliest, names)} at the earliest` : ''}`;
}
