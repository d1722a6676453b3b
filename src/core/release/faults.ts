import { namesIn } from '../kernel/locale';
import { dateTimeText, dayText, type Names, Temporal } from '../kernel/time';
import { listText } from '../kernel/words';
import { board, touches } from './board';
import type { LearnerClock } from './clock';
import { openings, type ReleaseCourse, type ReleaseLesson, type ReleaseSection } from './plan';
import type { Break } from './rhythm';
import type { ReleaseState } from './state';

/** Something of a plan that does not work for whoever it is looked at through, and what would put it right. */
export type Fault = {
  readonly rule: string;
  readonly level: 'settle' | 'look';
  readonly sentence: string;
  /** The lesson it is about; empty for the whole plan. */
  readonly of: string;
  readonly fix?: {
    readonly label: string;
    readonly table: 'course' | 'lesson';
    readonly id: string;
    readonly fields: { readonly [field: string]: unknown };
  };
};

type PlannedLesson = ReleaseLesson & { readonly learnerMinutes: number };
export type PlanToCheck = {
  readonly course: ReleaseCourse & { readonly weekLimit: number };
  readonly sections: readonly (ReleaseSection & { readonly lessons: readonly PlannedLesson[] })[];
  /** Lessons with nothing in them yet. */
  readonly empty: ReadonlySet<string>;
  readonly state: ReleaseState;
  readonly clock: LearnerClock;
  /** Whether the end of access is that of the course, and not granted to one learner. */
  readonly isCourseAccess: boolean;
  /** When the cohort has ended, in milliseconds; null where there is none or nobody has said. */
  readonly cohortEnds: number | null;
};

/** How many lessons a sentence names before it says how many more there are. */
const named = 3;
const namesOf = (lessons: readonly { readonly title: string }[]) =>
  lessons.length > named
    ? `${lessons
        .slice(0, named)
        .map(({ title }) => title)
        .join(', ')} and ${lessons.length - named} more`
    : listText(lessons.map(({ title }) => title));
const verb = (lessons: readonly unknown[], one: string, many: string) => (lessons.length === 1 ? one : many);

/** A stretch without anything new is told from two weeks on: one is a rest. */
const emptyWeeks = 2;
/** Weeks looked at: what lies further away is beyond what anybody plans. */
const mostWeeks = 530;

/** What of a plan does not work through somebody's eyes, what has to be settled first. */
export function planFaults(plan: PlanToCheck): Fault[] {
  const names = namesIn(plan.clock.zone);
  const lessons = plan.sections.flatMap((section) => section.lessons);
  const found = [
    ...afterEnds(plan, lessons, names),
    ...closedAtOnce(plan, lessons),
    ...opensEmpty(plan, lessons, names),
    ...beforeNeeds(plan, lessons, names),
    ...weeks(plan, lessons),
  ];
  const rank = { settle: 0, look: 1 } as const;
  return found.sort((a, b) => rank[a.level] - rank[b.level]);
}

const openingOf = ({ state }: PlanToCheck, { id }: PlannedLesson) => state.of.get(id)?.opening;
const text = (ms: number, names: Names) => dateTimeText(Temporal.Instant.fromEpochMilliseconds(ms), names, false);

/** Lessons that open when access or the cohort has ended. */
function afterEnds(plan: PlanToCheck, lessons: readonly PlannedLesson[], names: Names): Fault[] {
  const after = (end: number | null) =>
    end === null
      ? []
      : lessons.filter((lesson) => {
          const ms = openingOf(plan, lesson)?.ms ?? Number.NaN;
          return Number.isFinite(ms) && ms >= end;
        });
  const { accessEnds } = plan.state;
  const [late, behind] = [after(accessEnds), after(plan.cohortEnds)];
  return [
    ...(late.length > 0 && accessEnds !== null
      ? [
          {
            rule: 'after-access',
            level: 'settle' as const,
            of: late[0]?.id ?? '',
            sentence: `${namesOf(late)} ${verb(late, 'opens', 'open')} when access has ended (${text(accessEnds, names)}).`,
            ...(plan.isCourseAccess && {
              fix: { label: 'Let access never end', table: 'course' as const, id: '', fields: { access: null } },
            }),
          },
        ]
      : []),
    ...(behind.length > 0 && plan.cohortEnds !== null
      ? [
          {
            rule: 'after-cohort',
            level: 'settle' as const,
            of: behind[0]?.id ?? '',
            sentence: `${namesOf(behind)} ${verb(behind, 'opens', 'open')} when the cohort has ended (${text(plan.cohortEnds, names)}).`,
          },
        ]
      : []),
  ];
}

/** Lessons that close before they open, and so are never open. */
function closedAtOnce(plan: PlanToCheck, lessons: readonly PlannedLesson[]): Fault[] {
  return lessons.flatMap((lesson): Fault[] => {
    const state = plan.state.of.get(lesson.id);
    if (!state || state.closesAt === null || state.closesAt > state.opening.ms) return [];
    const fix = { label: 'Never close it', table: 'lesson', id: lesson.id, fields: { closes: null } } as const;
    return [
      {
        rule: 'closes-before-opening',
        level: 'settle',
        of: lesson.id,
        sentence: `${lesson.title} closes before it opens, so nobody ever sees it.`,
        ...(lesson.closes && { fix }),
      },
    ];
  });
}

/** Lessons that open with nothing in them. */
function opensEmpty(plan: PlanToCheck, lessons: readonly PlannedLesson[], names: Names): Fault[] {
  return lessons.flatMap((lesson): Fault[] => {
    const at = openingOf(plan, lesson)?.at;
    if (!plan.empty.has(lesson.id) || !at) return [];
    const fix = { label: 'Leave it as planned', table: 'lesson', id: lesson.id, fields: { state: 'planned' } } as const;
    const sentence = `${lesson.title} opens ${dayText(at, names)} with nothing in it.`;
    return [{ rule: 'opens-empty', level: 'settle', of: lesson.id, sentence, fix }];
  });
}

/** Lessons whose own time comes before that of what they need. */
function beforeNeeds(plan: PlanToCheck, lessons: readonly PlannedLesson[], names: Names): Fault[] {
  const withNeeds = lessons.filter(({ needs }) => needs.length > 0);
  if (withNeeds.length === 0) return [];
  const free = plan.sections.map((section) => ({
    ...section,
    lessons: section.lessons.map((lesson) => ({ ...lesson, needs: [] })),
  }));
  const meant = openings(plan.course, free, plan.clock);
  const byId = new Map(lessons.map((lesson) => [lesson.id, lesson]));
  return withNeeds.flatMap((lesson): Fault[] => {
    const own = meant.get(lesson.id)?.earliest ?? 0;
    const later = lesson.needs
      .flatMap((id) => byId.get(id) ?? [])
      .filter(({ id }) => (meant.get(id)?.earliest ?? 0) > own);
    if (later.length === 0) return [];
    const fix = { label: 'Open it with its section', table: 'lesson', id: lesson.id, fields: { opens: null } } as const;
    return [
      {
        rule: 'before-needs',
        level: 'look',
        of: lesson.id,
        sentence: `${lesson.title} is to open ${text(own, names)}, before what it needs (${namesOf(later)}).`,
        ...(lesson.opens && { fix }),
      },
    ];
  });
}

/** Weeks that ask for more than is aimed at, and stretches in which nothing opens though more is to come. */
function weeks(plan: PlanToCheck, lessons: readonly PlannedLesson[]): Fault[] {
  const { clock, course } = plan;
  const opens = new Map(
    lessons.flatMap((lesson) => {
      const opening = openingOf(plan, lesson);
      return opening ? [[lesson.id, opening] as const] : [];
    }),
  );
  const { count, periodOf } = board(lessons, opens, clock, { unit: 'weeks', first: 0, show: 0 });
  const opening = new Set(periodOf.values());
  const { periods } = board(lessons, opens, clock, { unit: 'weeks', first: 0, show: Math.min(count, mostWeeks) });
  const breaks: readonly Break[] = [...(course.rhythm?.breaks ?? []), ...(clock.cohort?.breaks ?? [])];
  const isBreak = (period: (typeof periods)[number]) => breaks.some(({ from, to }) => touches(period, from, to));
  const over = periods.flatMap(({ index, minutes }): Fault[] =>
    minutes > course.weekLimit
      ? [
          {
            rule: 'week-over',
            level: 'look',
            of: '',
            sentence: `Week ${index + 1} asks ${minutes} min, ${minutes - course.weekLimit} more than the ${course.weekLimit} aimed at.`,
          },
        ]
      : [],
  );
  const gaps: Fault[] = [];
  let from: number | null = null;
  const tell = (to: number) => {
    if (from !== null && to - from >= emptyWeeks)
      gaps.push({
        rule: 'stretch-empty',
        level: 'look',
        of: '',
        sentence: `Nothing opens in weeks ${from + 1} to ${to}.`,
      });
    from = null;
  };
  for (const period of periods) {
    if (!opening.has(period.index) && !isBreak(period)) from ??= period.index;
    else tell(period.index);
  }
  return [...over, ...gaps];
}
