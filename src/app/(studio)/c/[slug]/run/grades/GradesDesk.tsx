'use client';
import { Button, Select, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconFlask } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useCallback, useMemo, useState } from 'react';
import { act } from '@/app/_client/act';
import {
  type Entered,
  type GradeScheme,
  readEntry,
  readWholeGrade,
  scaleFault,
  usualScheme,
  wholeItem,
} from '@/core/gradebook';
import { bare } from '@/core/kernel/bare';
import { numberText } from '@/core/kernel/locale';
import { counted } from '@/core/kernel/words';
import { Link } from '@/ui/frame/Link';
import { useCourse, useDesk } from '../../_course/CourseProvider';
import type { ShownGrade } from './GradesGrid';
import styles from './grades.module.css';
import { ImportGrades } from './ImportGrades';
import { type GradeItemShown, itemsBy, type Rules } from './items';
import { SchemeFields } from './SchemeFields';
import { SheetPanel } from './SheetPanel';
import { useGradeRows } from './use-grade-rows';
import { useSums } from './use-sums';

const GradesGrid = dynamic(() => import('./GradesGrid').then((module) => module.GradesGrid), {
  ssr: false,
  loading: () => <div className={styles.loading} role="status" aria-label="Loading the gradebook" />,
});
const Distribution = dynamic(() => import('./Distribution').then((module) => module.Distribution), { ssr: false });

type Props = {
  readonly slug: string;
  readonly lessons: readonly GradeItemShown[];
  readonly isPublished: boolean;
  /** The rules of the live edition. */
  readonly live: {
    readonly grading: GradeScheme | null;
    readonly missing: Rules['missing'];
    readonly passPercent: number | null;
  } | null;
};
type Known = { readonly kind: 'points' | 'excused'; readonly points: number | null } | null;
type Entry = Entered & {
  readonly learnerId: string;
  readonly itemId: string;
  /** What stands there by hand, where that is not what was read last. */
  readonly before?: Known;
};

/** The whole gradebook: written in like a spreadsheet, read out for one learner, and tried with other rules. */
export function GradesDesk({ slug, lessons, isPublished, live }: Props) {
  const { store } = useDesk();
  const course = useCourse();
  const loaded = useGradeRows(course.id);
  const [reason, setReason] = useState('');
  const [find, setFind] = useState('');
  const [cohort, setCohort] = useState<string | null>(null);
  const [at, setAt] = useState<{ readonly learnerId: string; readonly itemId: string | null } | null>(null);
  const [trial, setTrial] = useState<Rules | null>(null);
  const [left, setLeft] = useState<{ readonly [learnerId: string]: { readonly [itemId: string]: string } }>({});
  const [settled, setSettled] = useState(false);
  const rules = useMemo<Rules>(
    () => ({ scheme: live?.grading ?? usualScheme, missing: live?.missing ?? 'left-out', weights: {} }),
    [live],
  );
  const items = useMemo(() => itemsBy(lessons, rules), [lessons, rules]);
  const trialItems = useMemo(() => trial && itemsBy(lessons, trial), [lessons, trial]);
  const passPercent = live?.passPercent ?? null;
  const { rows } = loaded;
  const now = useSums(rows, lessons, items, rules, passPercent);
  const then = useSums(rows, lessons, items, trial, passPercent);
  const shown = useMemo((): readonly ShownGrade[] => {
    const words = bare(find).split(/\s+/).filter(Boolean);
    const all = rows.flatMap((row, i): ShownGrade[] => {
      if (cohort !== null && row.cohort !== cohort) return [];
      if (!words.every((word) => bare(`${row.name} ${row.email}`).includes(word))) return [];
      const [was, becomes] = [now?.words[i] ?? '…', trial ? (then?.words[i] ?? null) : null];
      const by = trial ? moreText(now?.shares[i], then?.shares[i]) : '';
      return [
        {
          ...{ ...row, now: was, trial: becomes, by, left: left[row.learnerId] },
          change: changeOf(was, becomes, now?.passes[i], then?.passes[i]),
        },
      ];
    });
    // Those whose result changes stand first.
    const order = { passes: 0, fails: 1, moves: 2 } as const;
    return trial ? all.toSorted((a, b) => (a.change ? order[a.change] : 3) - (b.change ? order[b.change] : 3)) : all;
  }, [rows, now, then, trial, find, cohort, left]);

  const enter = useCallback(
    async (entries: readonly Entry[], why: string, isUndo = false): Promise<boolean> => {
      const before = (entry: Entry): Known => {
        if (entry.before !== undefined) return entry.before;
        const known = rows.find((row) => row.learnerId === entry.learnerId)?.decided[entry.itemId];
        return known ? { kind: known.kind, points: known.points } : null;
      };
      const sent = entries.map((entry) => ({ ...entry, before: before(entry) }));
      const done = await act<{ count: number }>('gradebook.enter', { courseId: course.id, reason: why, entries: sent });
      if (!done.ok) {
        notifications.show({ color: 'brick', title: 'Nothing was entered', message: done.problem.sentence });
        return false;
      }
      loaded.reload();
      if (isUndo || done.value.count === 0) return true;
      const back = sent.map(({ learnerId, itemId, kind, points, before: was }): Entry => {
        const place = { learnerId, itemId, before: kind === 'none' ? null : { kind, points } };
        if (!was) return { ...place, kind: 'none', points: null };
        return was.kind === 'points'
          ? { ...place, kind: 'points', points: was.points ?? 0 }
          : { ...place, kind: 'excused', points: null };
      });
      notifications.show({
        color: 'malachite',
        title: `${counted(done.value.count, 'grade')} entered`,
        message: (
          <Button size="compact-xs" variant="default" onClick={() => enter(back, 'Taken back', true)}>
            Undo
          </Button>
        ),
      });
      return true;
    },
    [rows, course.id, loaded],
  );
  const fullOf = (itemId: string) => items.find(({ id }) => id === itemId)?.of ?? 0;
  const readCell = (itemId: string, words: string) =>
    itemId === wholeItem ? readWholeGrade(words) : readEntry(words, fullOf(itemId));
  const refuse = (sentence: string) =>
    notifications.show({ color: 'brick', title: 'Nothing was entered', message: sentence });
  const whyFirst = 'Say above the table why you enter grades; it is kept with each.';
  const enterCell = async (learnerId: string, itemId: string, words: string) => {
    const leave = (typed: string | null) =>
      setLeft((before) => {
        const { [itemId]: _, ...others } = before[learnerId] ?? {};
        return { ...before, [learnerId]: typed === null ? others : { ...others, [itemId]: typed } };
      });
    // What was typed stays in its cell until it is entered.
    leave(words);
    const read = readCell(itemId, words);
    if (!read.ok) return refuse(read.problem.sentence);
    if (!read.value) return leave(null);
    if (reason.trim() === '') return refuse(whyFirst);
    if (await enter([{ learnerId, itemId, ...read.value }], reason)) leave(null);
  };
  const enterBlock = (learnerId: string, itemId: string, block: string) => {
    if (reason.trim() === '') return refuse(whyFirst);
    const keys = [wholeItem, ...items.map(({ id }) => id)];
    const [firstRow, firstColumn] = [shown.findIndex((row) => row.learnerId === learnerId), keys.indexOf(itemId)];
    const entries: Entry[] = [];
    for (const [r, line] of block
      .replace(/\r?\n$/, '')
      .split(/\r?\n/)
      .entries())
      for (const [c, words] of line.split('\t').entries()) {
        const [row, key] = [shown[firstRow + r], keys[firstColumn + c]];
        if (!row || !key)
          return refuse(`The ${r + 1}th row or ${c + 1}th column of what you paste lies outside the table.`);
        const read = readCell(key, words);
        if (!read.ok) return refuse(`${row.name}: ${read.problem.sentence}`);
        if (read.value) entries.push({ learnerId: row.learnerId, itemId: key, ...read.value });
      }
    if (entries.length > 0) enter(entries, reason);
  };

  const try_ = (part: Partial<Rules>) => {
    setSettled(false);
    setTrial((before) => ({ ...(before ?? rules), ...part }));
  };
  const faulty = trial?.scheme.scale.by === 'bands' ? scaleFault(trial.scheme.scale.bands) : null;
  const doIt = () => {
    if (!trial || faulty) return;
    for (const [id, weight] of Object.entries(trial.weights))
      store.edit({ do: 'set', table: 'lesson', id, fields: { weight } });
    const fields = { missing: trial.missing, settings: { ...course.settings, grading: trial.scheme } };
    const done = store.edit({ do: 'set', table: 'course', id: course.id, fields });
    if (!done.ok) return refuse(done.problem.sentence);
    setTrial(null);
    setSettled(true);
  };
  const moved = shown.filter(({ change }) => change !== null);
  const [passing, failing] = [
    moved.filter(({ change }) => change === 'passes').length,
    moved.filter(({ change }) => change === 'fails').length,
  ];
  const cohorts = [...new Set(rows.flatMap((row) => (row.cohort ? [row.cohort] : [])))].toSorted();
  const open = at && rows.find(({ learnerId }) => learnerId === at.learnerId);
  if (!isPublished)
    return <p className={styles.empty}>Nothing is published yet. Grades begin with the first edition.</p>;
  return (
    <div className={styles.desk}>
      {trial && (
        <div className={styles.band_} role="status">
          <IconFlask size={20} aria-hidden="true" />
          <b>On trial</b>
          <span>{trialText(rules, trial)} Nobody else sees this.</span>
          <span className={styles.spring} />
          <Button size="compact-sm" variant="default" onClick={() => setTrial(null)}>
            Throw away
          </Button>
          <Button size="compact-sm" disabled={faulty !== null} onClick={doIt}>
            Do it: {counted(moved.length, 'grade changes', 'grades change')}
          </Button>
        </div>
      )}
      {settled && (
        <p className={styles.settled} role="status">
          The working copy goes by these rules now. Publish the next edition, and learners’ grades do as well.
        </p>
      )}
      <div className={styles.bar}>
        <Link href={`/c/${slug}/run`}>Back to the learners</Link>
        <TextInput
          size="xs"
          aria-label="Find a learner"
          placeholder="Find a learner"
          value={find}
          onChange={(event) => setFind(event.currentTarget.value)}
        />
        {cohorts.length > 0 && (
          <Select
            size="xs"
            aria-label="Cohort"
            placeholder="all cohorts"
            clearable
            data={cohorts}
            value={cohort}
            onChange={setCohort}
          />
        )}
        {!trial && (
          <TextInput
            size="xs"
            className={styles.reason ?? ''}
            aria-label="Why you enter grades"
            placeholder="why you enter grades, kept with each"
            value={reason}
            maxLength={500}
            onChange={(event) => setReason(event.currentTarget.value)}
          />
        )}
        <ImportGrades courseId={course.id} reason={reason} onDone={loaded.reload} />
        <a href={`/api/course/${course.id}/grades/file?form=csv`}>CSV</a>
        <a href={`/api/course/${course.id}/grades/file?form=xlsx`}>XLSX</a>
        <span className={styles.quiet} role="status">
          {numberText(shown.length)} of {numberText(loaded.all ?? 0)} learners
          {loaded.all !== null && rows.length < loaded.all && ', the rest is on its way'}
        </span>
      </div>
      {loaded.problem && (
        <p role="alert" className={styles.problem}>
          {loaded.problem}
        </p>
      )}
      <div className={styles.work}>
        {loaded.all === 0 ? (
          <p className={styles.empty}>Nobody takes this course yet.</p>
        ) : (
          <GradesGrid
            rows={shown}
            items={items}
            places={(trialItems ?? items).map(({ id }) => items.findIndex((one) => one.id === id))}
            trialItems={trialItems}
            mayEnter
            onSelect={(learnerId, itemId) => setAt({ learnerId, itemId })}
            onWeight={(itemId, weight) => weigh(itemId, weight)}
            onEnter={enterCell}
            onBlock={enterBlock}
          />
        )}
        <aside className={styles.side} aria-label="What it does">
          {trial && (
            <>
              <h3>What it does</h3>
              <div className={styles.counts}>
                <p data-good>
                  <b>+{passing}</b> pass who failed
                </p>
                <p data-bad>
                  <b>−{failing}</b> fail who passed
                </p>
                <p>
                  <b>{moved.length}</b> grades move
                </p>
              </div>
            </>
          )}
          {now && (
            <>
              <h3>{trial ? 'Grades before (line) and on trial (filled)' : 'Grades'}</h3>
              <Distribution before={now.shares} trial={trial && then ? then.shares : null} passPercent={passPercent} />
            </>
          )}
          {open && (
            <SheetPanel
              courseId={course.id}
              row={open}
              known={items}
              lessons={lessons}
              rules={trial ?? rules}
              itemId={at.itemId}
            />
          )}
          <details open={trial !== null}>
            <summary>
              <b>{trial ? 'The rules on trial' : 'Try other rules'}</b>
            </summary>
            <SchemeFields rules={trial ?? rules} lessons={lessons} onChange={try_} />
          </details>
          {!trial && (
            <Button size="compact-sm" variant="default" onClick={() => try_({})}>
              Try other weights
            </Button>
          )}
        </aside>
      </div>
    </div>
  );

  /** A weight on trial: that of a lesson, or of a column of the gradebook's own. */
  function weigh(itemId: string, weight: number) {
    const before = trial ?? rules;
    const isOwn = before.scheme.own.some(({ id }) => id === itemId);
    if (isOwn)
      try_({
        scheme: {
          ...before.scheme,
          own: before.scheme.own.map((own) => (own.id === itemId ? { ...own, weight } : own)),
        },
      });
    else try_({ weights: { ...before.weights, [itemId]: weight } });
  }
}

function changeOf(
  was: string,
  becomes: string | null,
  passed: boolean | null | undefined,
  passes: boolean | null | undefined,
): ShownGrade['change'] {
  if (becomes === null || was === becomes) return null;
  if (passed === false && passes === true) return 'passes';
  return passed === true && passes === false ? 'fails' : 'moves';
}

/** By how much a share became more or less; nothing where that does not show. */
function moreText(was = -1, becomes = -1): string {
  if (was < 0 || becomes < 0) return '';
  const by = ((becomes - was) * 100).toFixed(1);
  if (Number(by) === 0) return '=';
  return by.startsWith('-') ? `−${by.slice(1)}` : `+${by}`;
}

/** What is different on trial, in a sentence. */
function trialText(rules: Rules, trial: Rules): string {
  const weights = Object.keys(trial.weights).length;
  const said = [
    ...(weights > 0 ? [`${counted(weights, 'weight')} changed`] : []),
    ...(trial.scheme.categories !== rules.scheme.categories ? ['other categories'] : []),
    ...(trial.scheme.placed !== rules.scheme.placed ? ['items placed otherwise'] : []),
    ...(trial.scheme.own !== rules.scheme.own ? ['columns of its own'] : []),
    ...(trial.scheme.scale !== rules.scheme.scale ? ['another scale'] : []),
    ...(trial.scheme.rounding !== rules.scheme.rounding ? ['other rounding'] : []),
    ...(trial.missing !== rules.missing ? ['another rule for what is missing'] : []),
  ];
  return said.length > 0 ? `${said.join(', ')}.` : 'Nothing is different yet.';
}
