'use client';
import { Button, CloseButton } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { act } from '@/app/_client/act';
import type { Cohort } from '@/core/enrolment';
import { namesIn } from '@/core/kernel/locale';
import { ok } from '@/core/kernel/problem';
import { dateTimeText } from '@/core/kernel/time';
import type { Lesson } from '@/core/outline';
import { type Opening, type OpeningRule, ruleText } from '@/core/release';
import { Link } from '@/ui/frame/Link';
import wordStyles from '@/ui/plain/words.module.css';
import { useCourse, useDesk } from '../_course/CourseProvider';
import { closingKinds } from '../_inspector/closing-kinds';
import inspector from '../_inspector/inspector.module.css';
import { OpeningField } from '../_inspector/OpeningField';
import { RuleField } from '../_inspector/RuleField';
import styles from './board.module.css';

type Props = {
  readonly of: { readonly table: 'section' | 'lesson'; readonly id: string };
  readonly cohort: Cohort | null;
  readonly learnerId: string | null;
  readonly opening: Opening | undefined;
  readonly isOpened: boolean;
  readonly zone: string;
  readonly onClose: () => void;
};

/** When something on the board opens: for everybody, for the cohort looked at, and now by hand. */
export function Inspect({ of, cohort, learnerId, opening, isOpened, zone, onClose }: Props) {
  const { store, state, rows, head } = useDesk();
  const course = useCourse();
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const record = state.outline[of.table][of.id];
  const lessons = useMemo(() => rows.flatMap(({ tiles }) => tiles.map(({ lesson }) => lesson)), [rows]);
  const isIn = useMemo(
    () => (lesson: Lesson) => (of.table === 'section' ? lesson.sectionId === of.id : lesson.id === of.id),
    [of.table, of.id],
  );
  const isElsewhere = useMemo(() => (lesson: Lesson) => !isIn(lesson), [isIn]);
  const before = useMemo(() => lessons.slice(0, Math.max(0, lessons.findIndex(isIn))), [lessons, isIn]);
  const titles = useMemo(() => new Map(lessons.map(({ id, title }) => [id, title])), [lessons]);
  if (!record) return null;
  const set = (fields: { opens?: unknown; closes?: unknown }) =>
    store.edit({ do: 'set', table: of.table, id: of.id, fields });
  const command = async (name: string, input: object) => {
    const done = await act(name, { courseId: course.id, of: of.id, ...input });
    setProblem(done.ok ? null : done.problem.sentence);
    router.refresh();
  };
  const ruleForCohort = (rule: OpeningRule | null) => {
    if (cohort) command('cohort.set-rule', { id: cohort.id, rule });
    return ok(null);
  };
  const bySection = course.rhythm ? 'by the rhythm' : 'at the start';
  const own = cohort?.opens[of.id] ?? null;
  const opened = cohort ? cohort.opened[of.id] !== undefined : isOpened;
  const open = (wanted: boolean) =>
    cohort
      ? command('release.open-for-cohort', { id: cohort.id, open: wanted })
      : command('release.open-for-learner', { learnerId, open: wanted });
  return (
    <aside className={`${inspector.inspector} ${styles.inspect}`} aria-label="When it opens">
      <h2 className={inspector.title}>
        {record.title} <CloseButton aria-label="Close" onClick={onClose} ml="auto" />
      </h2>
      <p className={inspector.hint}>
        {opening?.at
          ? `Opens ${dateTimeText(opening.at, namesIn(zone))} for whom you look at.`
          : 'Opens once what it waits for has happened.'}
      </p>
      <h3 className={inspector.part}>For everybody</h3>
      <OpeningField
        value={record.opens}
        inherits={of.table === 'lesson' ? 'with its section' : bySection}
        zone={course.zone}
        before={before}
        of={isElsewhere}
        onSave={(opens) => set({ opens })}
      />
      <RuleField
        label="Closes again"
        kinds={closingKinds}
        value={record.closes}
        inherits="never"
        zone={course.zone}
        onSave={(closes) => set({ closes })}
      />
      {cohort && (
        <>
          <h3 className={inspector.part}>For {cohort.name} alone</h3>
          <OpeningField
            value={own}
            inherits="as for everybody"
            zone={cohort.zone}
            before={before}
            of={isElsewhere}
            onSave={ruleForCohort}
          />
          {own && (
            <p className={inspector.inherits}>
              Instead of: {record.opens ? ruleText(record.opens, titles) : 'what the course has'}
            </p>
          )}
        </>
      )}
      {(cohort || learnerId) && (
        <Button variant="default" onClick={() => open(!opened)}>
          {opened ? 'Take the opening by hand back' : `Open it now for ${cohort ? cohort.name : 'this learner'}`}
        </Button>
      )}
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
      <Link
        href={`/c/${head.slug}/build`}
        onClick={() => store.select({ table: of.table, id: of.id })}
        className={inspector.hint}
      >
        Everything else about it, under Build
      </Link>
    </aside>
  );
}
