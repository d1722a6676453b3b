'use client';
import { useMemo } from 'react';
import type { Cohort } from '@/core/enrolment';
import { type Board, type BoardUnit, board, type ReleaseState, releaseState } from '@/core/release';
import { publishedRows, type SectionTiles } from '@/ui/tile/tiles';
import { useCourse, useDesk } from '../_course/CourseProvider';
import { type EyesControls, type PlanSections, sectionsOfRows, useEyes } from './use-eyes';

/** How many periods are shown at once; more would be too narrow to be read. */
const shown: Record<BoardUnit, number> = { days: 14, weeks: 26, months: 18 };
/** Periods behind the last opening, so that something can be put there. */
const spare = 2;

export type Plan = {
  readonly controls: EyesControls;
  /** Without what is only planned, which is in no edition and moves nothing. */
  readonly rows: readonly SectionTiles[];
  readonly sections: PlanSections;
  readonly state: ReleaseState;
  readonly laid: Board;
  /** How many periods there are to look at, and from which on they are shown. */
  readonly count: number;
  readonly first: number;
  readonly show: number;
};

/** The plan of a course as somebody has it, divided into days, weeks or months. */
export function usePlan(cohorts: readonly Cohort[], unit: BoardUnit, from: number): Plan {
  const { rows } = useDesk();
  const course = useCourse();
  const published = useMemo(() => publishedRows(rows), [rows]);
  const sections = useMemo(() => sectionsOfRows(published), [published]);
  const controls = useEyes(cohorts, sections);
  const { clock, standing, accessUntil } = controls.eyes;
  // What is open at a moment is asked of each opening; here it is only when things open, close and end.
  const state = useMemo(
    () => releaseState(course, sections, { clock, standing, accessUntil }, Number.NEGATIVE_INFINITY),
    [course, sections, clock, standing, accessUntil],
  );
  const opens = useMemo(() => new Map([...state.of].map(([id, { opening }]) => [id, opening])), [state]);
  const lessons = useMemo(() => sections.flatMap((section) => section.lessons), [sections]);
  const { count: last } = useMemo(
    () => board(lessons, opens, clock, { unit, first: 0, show: 0 }),
    [lessons, opens, clock, unit],
  );
  const count = last + spare;
  const first = Math.min(from, Math.max(0, count - 1));
  const show = Math.min(shown[unit], count - first);
  const laid = useMemo(
    () => board(lessons, opens, clock, { unit, first, show }),
    [lessons, opens, clock, unit, first, show],
  );
  return { controls, rows: published, sections, state, laid, count, first, show: shown[unit] };
}
