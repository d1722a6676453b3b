import { Temporal } from '@/core/kernel/time';
import { board, nothingYet, openings, planFaults, type Rhythm, releaseState, unfold } from '@/core/release';
import { perSecond, quantile, row, times } from './figures';

const rhythm: Rhythm = {
  ...{ unit: 'lessons', lessons: 5, begins: [], every: { by: 'weeks', count: 1, weekdays: [1] }, at: '09:00' },
  ...{ firstAtOnce: true, gap: 4, breaks: [{ from: '2027-12-20', to: '2028-01-02', name: 'winter' }] },
};
const begin = Temporal.Instant.from('2027-03-01T08:00Z');

/**
 * A plan of so many lessons, ten a section; every seventh waits for the one before it, every tenth has a rule of its
 * own.
 */
const planOf = (count: number) =>
  Array.from({ length: count / 10 }, (_, s) => ({
    ...{ id: `s${s}`, opens: null, closes: null },
    lessons: Array.from({ length: 10 }, (_lesson, l) => {
      const at = s * 10 + l;
      const own = { when: 'after-start', amount: at, unit: 'days', at: '09:00' } as const;
      return {
        ...{ id: `${at}`, title: `Lesson ${at}`, closes: null, learnerMinutes: 20 },
        opens: at % 10 === 5 ? own : null,
        needs: at > 0 && at % 7 === 0 ? [`${at - 1}`] : [],
      };
    }),
  }));

/** When anything changes next for a learner, over a course of 200 lessons: what messages will be sent by. */
export async function nextMoments(): Promise<void> {
  const plan = planOf(200);
  const course = { rhythm, access: null };
  const now = begin.add({ hours: 24 * 40 }).epochMilliseconds;
  const clocks = Array.from({ length: 2000 }, (_, i) => ({
    start: begin.add({ minutes: i * 77 }),
    zone: 'Europe/London',
  }));
  const clock = (i: number) => clocks[i % clocks.length] ?? { start: begin, zone: 'UTC' };
  const done = new Map(Array.from({ length: 60 }, (_, i) => [`${i}`, begin.epochMilliseconds + i * 3_600_000]));
  const standing = { ...nothingYet, done };
  row({
    what: 'next moments of learners, over 200 lessons each',
    value: perSecond(
      2000,
      (i) => releaseState(course, plan, { clock: clock(i), standing, accessUntil: null }, now).next,
    ),
    unit: '/s',
    beside: { what: 'openings alone', value: perSecond(2000, (i) => openings(course, plan, clock(i), standing)) },
    most: 3,
  });
}

/** A board of 300 lessons, as it is worked out anew when a tile is moved, beside one of thirty. */
export async function boards(): Promise<void> {
  const clock = { start: begin, zone: 'Europe/London' };
  const drawn = (count: number) => {
    const sections = planOf(count);
    const lessons = sections.flatMap((section) => section.lessons);
    const course = { rhythm, access: null, weekLimit: 120 };
    return () => {
      const state = releaseState(course, sections, { clock, standing: nothingYet, accessUntil: null }, 0);
      const opens = openings(course, sections, clock);
      board(lessons, opens, clock, { unit: 'weeks', first: 0, show: 26 });
      unfold(course, sections, clock);
      return planFaults({
        ...{ course, sections, state, clock },
        ...{ empty: new Set<string>(), isCourseAccess: true, cohortEnds: null },
      });
    };
  };
  row({
    what: 'release board of 300 lessons, with its faults',
    value: quantile(await times(200, drawn(300)), 0.95),
    unit: 'ms',
    beside: { what: 'of thirty', value: quantile(await times(200, drawn(30)), 0.95) },
    most: 20,
  });
}
