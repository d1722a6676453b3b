'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { namesIn } from '@/core/kernel/locale';
import { dateTimeText } from '@/core/kernel/time';
import { type BoardUnit, type OpeningRule, openings, ruleFor, ruleText } from '@/core/release';
import { useCourse, useDesk } from '../_course/CourseProvider';
import type { Plan } from './use-plan';

export type Moved = { readonly id: string; readonly title: string; readonly to: number };

/** The sections of a plan with another rule for one lesson. */
const withRule = (sections: Plan['sections'], id: string, opens: OpeningRule): Plan['sections'] =>
  sections.map((section) => ({
    ...section,
    lessons: section.lessons.map((lesson) => (lesson.id === id ? { ...lesson, opens } : lesson)),
  }));

/**
 * A tile that is picked up, by pointer or by keys, and the period it would be dropped in. Before it is dropped the rule
 * that would come of it is told, with the moment it means through the eyes that are looked through.
 */
export function useMove(plan: Plan, unit: BoardUnit, onlyCohort: boolean) {
  const course = useCourse();
  const { store } = useDesk();
  const router = useRouter();
  const [moved, setMoved] = useState<Moved | null>(null);
  const [said, setSaid] = useState('');
  const { clock, standing, cohort } = plan.controls.eyes;
  const forCohort = onlyCohort && cohort !== null;

  const rule = (to: number) => ruleFor(to, unit, clock, course.rhythm, forCohort);
  /** The rule of a place and when it would open there, in words. */
  const words = ({ id, to }: Moved): string => {
    const wanted = rule(to);
    const opening = openings(course, withRule(plan.sections, id, wanted), clock, standing).get(id);
    const names = namesIn(clock.zone);
    const when = opening?.at ? dateTimeText(opening.at, names) : 'once what it waits for has happened';
    const bound = opening && opening.from !== 'lesson' ? ', with its section' : '';
    return `${ruleText(wanted)}: ${when}${bound}`;
  };
  const pickUp = (id: string, title: string) => {
    const next = { id, title, to: plan.laid.periodOf.get(id) ?? plan.first };
    setMoved(next);
    setSaid(`Picked up ${title}. Left and right move it, Space drops it, Escape puts it back. ${words(next)}.`);
  };
  const toward = (to: number) => {
    if (!moved) return;
    const within = Math.max(plan.first, Math.min(plan.first + plan.laid.periods.length - 1, to));
    if (within === moved.to) return;
    const next = { ...moved, to: within };
    setMoved(next);
    setSaid(words(next));
  };
  const putBack = () => {
    if (moved) setSaid(`${moved.title} was put back.`);
    setMoved(null);
  };
  const drop = async () => {
    setMoved(null);
    if (!moved || moved.to === plan.laid.periodOf.get(moved.id)) return;
    const opens = rule(moved.to);
    const done =
      forCohort && cohort
        ? await act('cohort.set-rule', { id: cohort.id, courseId: course.id, of: moved.id, rule: opens })
        : store.edit({ do: 'set', table: 'lesson', id: moved.id, fields: { opens } });
    setSaid(done.ok ? `${moved.title} opens ${words(moved)}.` : done.problem.sentence);
    if (forCohort) router.refresh();
  };
  return {
    moved,
    words: moved ? words(moved) : null,
    said,
    pickUp,
    toward,
    step: (by: number) => moved && toward(moved.to + by),
    drop,
    putBack,
  };
}
export type Move = ReturnType<typeof useMove>;
