'use client';
import { useMemo, useState } from 'react';
import type { Cohort } from '@/core/enrolment';
import { same } from '@/core/kernel/change';
import type { Result } from '@/core/kernel/problem';
import type { OutlineEdit } from '@/core/outline';
import {
  type Balanced,
  balance,
  instantOf,
  isTimeRule,
  type LearnerClock,
  type OpeningRule,
  type Rhythm,
  rhythmInstants,
  rhythmPatterns,
  type Unfolded,
  unfold,
} from '@/core/release';
import { publishedRows } from '@/ui/tile/tiles';
import { useCourse, useDesk } from '../../_course/CourseProvider';
import { type EyesControls, type PlanSections, sectionsOfRows, useEyes } from '../use-eyes';

type SingleEdit = Exclude<OutlineEdit, { do: 'all' }>;

/** More parts than this nobody lays out. */
const mostParts = 520;

type Own = { readonly table: 'section' | 'lesson'; readonly id: string };
/** What is to become of rules set by hand when a rhythm is taken over: another rule, or none. */
type HandRules = ReadonlyMap<string, { readonly of: Own; readonly rule: OpeningRule | null }>;

export type RhythmDraft = {
  readonly controls: EyesControls;
  readonly draft: Rhythm;
  readonly change: (part: Partial<Rhythm>) => void;
  readonly most: number;
  readonly setMost: (minutes: number) => void;
  readonly parts: readonly Unfolded[];
  readonly sections: PlanSections;
  /** How it was laid out by minutes; null where it is not. */
  readonly balanced: Balanced | null;
  /** What has a rule of its own today, and would keep it. */
  readonly kept: readonly Own[];
  readonly handRules: HandRules;
  readonly byHand: (of: Own, rule: OpeningRule | null) => void;
  readonly putBack: () => void;
  readonly takeOver: () => Result<unknown>;
  readonly isChanged: boolean;
};

/** The sections of a plan with what is to become of the rules set by hand. */
function withHandRules(sections: PlanSections, rules: HandRules): PlanSections {
  const ruleOf = (id: string, own: OpeningRule | null) => (rules.has(id) ? (rules.get(id)?.rule ?? null) : own);
  return sections.map((section) => ({
    ...section,
    opens: ruleOf(section.id, section.opens),
    lessons: section.lessons.map((lesson) => ({ ...lesson, opens: ruleOf(lesson.id, lesson.opens) })),
  }));
}

/** Lays a course out by the minutes of its lessons, in the parts a rhythm has for a learner. */
function laidOut(sections: PlanSections, rhythm: Rhythm, clock: LearnerClock, most: number, ends: string | null) {
  const slots = rhythmInstants(rhythm, clock, mostParts).map((instant) => instant.epochMilliseconds);
  const last =
    ends === null ? slots.length : Math.max(1, slots.filter((ms) => ms < Date.parse(ends) + 86_400_000).length);
  const partAt = (ms: number) =>
    Math.max(
      0,
      slots.findLastIndex((slot) => slot <= ms),
    );
  const lessons = sections.flatMap((section) =>
    section.lessons.map(({ id, learnerMinutes, opens }) => {
      const own = opens ?? section.opens;
      return {
        id,
        minutes: learnerMinutes,
        fixedIn: isTimeRule(own) ? partAt(instantOf(own, clock).epochMilliseconds) : null,
      };
    }),
  );
  return balance(lessons, most, last);
}

/**
 * A rhythm while it is being thought about: what it comes to, part by part, and what is to become of what was set by
 * hand.
 */
export function useRhythm(cohorts: readonly Cohort[]): RhythmDraft {
  const { rows, store } = useDesk();
  const course = useCourse();
  const [draft, setDraft] = useState<Rhythm>(course.rhythm ?? (rhythmPatterns[0]?.rhythm as Rhythm));
  const [most, setMost] = useState(course.weekLimit);
  const [handRules, setHandRules] = useState<HandRules>(new Map());
  const present = useMemo(() => sectionsOfRows(publishedRows(rows)), [rows]);
  const controls = useEyes(cohorts, present);
  const { clock, standing, cohort } = controls.eyes;
  const sections = useMemo(() => withHandRules(present, handRules), [present, handRules]);
  const balanced = useMemo(
    () => (draft.unit === 'laid' ? laidOut(sections, draft, clock, most, cohort?.endsOn ?? null) : null),
    [sections, draft, clock, most, cohort],
  );
  const rhythm = useMemo(() => (balanced ? { ...draft, begins: balanced.begins } : draft), [draft, balanced]);
  const parts = useMemo(() => unfold({ rhythm }, sections, clock, standing), [rhythm, sections, clock, standing]);
  const kept = useMemo(
    () =>
      present.flatMap((section): Own[] => [
        ...(section.opens ? [{ table: 'section', id: section.id } as const] : []),
        ...section.lessons.flatMap(({ id, opens }) => (opens ? [{ table: 'lesson', id } as const] : [])),
      ]),
    [present],
  );
  const byHand = (of: Own, rule: OpeningRule | null) => setHandRules(new Map([...handRules, [of.id, { of, rule }]]));
  const takeOver = () => {
    const edits: SingleEdit[] = [
      { do: 'set', table: 'course', id: course.id, fields: { rhythm } },
      ...[...handRules.values()].map(
        ({ of, rule }): SingleEdit => ({ do: 'set', table: of.table, id: of.id, fields: { opens: rule } }),
      ),
    ];
    const done = store.edit(edits.length === 1 && edits[0] ? edits[0] : { do: 'all', edits });
    if (done.ok) setHandRules(new Map());
    return done;
  };
  return {
    controls,
    draft,
    change: (part) => setDraft({ ...draft, ...part }),
    most,
    setMost,
    parts,
    sections,
    balanced,
    kept: kept.filter(({ id }) => !handRules.has(id)),
    handRules,
    byHand,
    putBack: () => setHandRules(new Map(kept.map((of) => [of.id, { of, rule: null }]))),
    takeOver,
    // By its meaning: the database gives the fields back in another order.
    isChanged: !same(rhythm, course.rhythm) || handRules.size > 0,
  };
}
