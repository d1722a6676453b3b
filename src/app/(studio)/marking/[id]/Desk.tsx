'use client';
import { Textarea, TextInput } from '@mantine/core';
import { type ReactNode, useCallback, useRef, useState } from 'react';
import { act } from '@/app/_client/act';
import { afterLateness, type Criterion, type CriterionMark, criteriaTotal, criterionFull } from '@/core/assignment';
import { pointsText, toShort } from '@/core/kernel/exact';
import { fail, ok } from '@/core/kernel/problem';
import type { PartHolder } from '@/core/marking';
import type { Look, MarkBefore, SavedRemark } from '@/server/assignment';
import type { DrawnFile } from '@/ui/drawn/layer';
import { useReady } from '@/ui/plain/useReady';
import wordStyles from '@/ui/plain/words.module.css';
import { ByCriterion } from '../_desk/ByCriterion';
import { CriteriaMarks, nothingTyped, type TypedMark } from '../_desk/CriteriaMarks';
import { type Among, DeskFrame } from '../_desk/DeskFrame';
import { DrawnList } from '../_desk/draw/DrawnList';
import { useDrawing } from '../_desk/draw/use-drawing';
import { WorkBoard } from '../_desk/draw/WorkBoard';
import { Folded } from '../_desk/Folded';
import { GiveBack } from '../_desk/GiveBack';
import { LookDesk } from '../_desk/LookDesk';
import { pointsTyped } from '../_desk/points';
import { SavedRemarks } from '../_desk/SavedRemarks';
import { useKeeping } from '../_desk/use-keeping';
import { withKept } from '../_desk/with-kept';
import styles from '../marking.module.css';

export type Work = {
  readonly id: string;
  readonly courseId: string;
  readonly lessonId: string;
  readonly title: string;
  readonly course: string;
  readonly learner: string;
  readonly hidesName: boolean;
  readonly handedIn: string;
  readonly isLate: boolean;
  /** Percent of the points that lateness takes off. */
  readonly latePercent: number;
  readonly link: string;
  readonly text: string;
  readonly files: readonly DrawnFile[];
  readonly returned: readonly DrawnFile[];
  readonly looks: readonly Look[];
  readonly state: 'open' | 'marked';
  readonly points: number | null;
  readonly remark: string;
  readonly of: number;
  readonly pass: number;
  /** What it is marked by; by a number of points where there are none. */
  readonly criteria: readonly Criterion[];
  readonly given: readonly CriterionMark[];
  readonly model: string;
  /** Marks there have been, newest first. */
  readonly history: readonly MarkBefore[];
};
type Props = {
  readonly work: Work;
  readonly among: Among;
  readonly task: ReactNode;
  readonly saved: readonly SavedRemark[];
  /** The one criterion that is marked over all work, one after another; null where a piece is marked as a whole. */
  readonly by: string | null;
  readonly others: readonly PartHolder[];
};

/** What is kept of a mark. */
type Kept = { readonly points: number | null; readonly criteria: readonly CriterionMark[] };
const textOf = (points: number | null) => (points === null ? '' : pointsText(points));
const typedOf = ({ points, chosen, remark }: CriterionMark): TypedMark => ({ points: textOf(points), chosen, remark });
const notGiven = (criterionId: string): CriterionMark => ({ criterionId, points: null, chosen: null, remark: '' });

/** Work that was handed in for an assignment, and its mark. */
export function Desk({ work, among, task, saved, by, others }: Props) {
  const ready = useReady();
  const [points, setPoints] = useState(work.points === null ? '' : pointsText(work.points));
  const [remark, setRemark] = useState(work.remark);
  const keptRemark = useRef(work.remark);
  const [why, setWhy] = useState('');
  const [typed, setTyped] = useState<{ readonly [id: string]: TypedMark }>(() =>
    Object.fromEntries(work.given.map((mark) => [mark.criterionId, typedOf(mark)])),
  );
  const { criteria } = work;
  const seen = useRef<Kept>({
    points: work.points,
    criteria: criteria.map(({ id }) => work.given.find((one) => one.criterionId === id) ?? notGiven(id)),
  });
  const shown = by === null ? criteria : criteria.filter(({ id }) => id === by);
  // The criterion somebody was at last: what is kept for later use is found for it, and put there.
  const [here, setHere] = useState<string | null>(by);
  const [selected, setSelected] = useState<readonly string[]>([]);
  const drawing = useDrawing(work.id, why);
  const { settled } = drawing;
  const marksTyped = useCallback(() => {
    const marks: CriterionMark[] = [];
    for (const { id } of criteria) {
      const { points: own, chosen, remark: said } = typed[id] ?? nothingTyped;
      const read = pointsTyped(own, id);
      if (!read.ok) return read;
      marks.push({ criterionId: id, points: read.value, chosen, remark: said });
    }
    return ok(marks);
  }, [criteria, typed]);
  const save = useCallback(
    async (finish: boolean) => {
      if (finish && !(await settled()))
        return fail(
          'unreachable',
          'What you drew could not be kept yet. It is still here; try again when the line is back.',
        );
      const marks = marksTyped();
      if (!marks.ok) return marks;
      const whole = pointsTyped(points, 'points');
      if (!whole.ok) return whole;
      const given = criteria.length > 0 ? { points: null, criteria: marks.value } : { points: whole.value };
      // By one criterion nothing is finished: what is decided is kept, and the next piece follows.
      // What was not changed since it was kept is left as it is: somebody else may have said it meanwhile.
      const said = remark === keptRemark.current ? null : remark;
      const done = await act<Kept>('marking.mark', {
        ...{ handInId: work.id, ...given, seen: seen.current, remark: said, finish: finish && by === null, why },
      });
      if (done.ok) {
        keptRemark.current = remark;
        seen.current = { points: done.value.points, criteria: done.value.criteria };
        setPoints((now) => (now === points && done.value.points !== whole.value ? textOf(done.value.points) : now));
        setTyped((now) =>
          withKept(now, typed, marks.value, done.value.criteria, ({ criterionId }) => criterionId, typedOf),
        );
      }
      return done;
    },
    [marksTyped, typed, settled, criteria, points, remark, why, work.id, by],
  );
  const marks = marksTyped();
  const total = criteriaTotal(criteria, marks.ok ? marks.value : []);
  const isMarked = work.state === 'marked';
  const keeping = useKeeping(save, isMarked, among.nextHref);
  const changeMark = (id: string, part: Partial<TypedMark>) =>
    setTyped((before) => ({ ...before, [id]: { ...nothingTyped, ...before[id], ...part } }));
  const at = criteria.find(({ id }) => id === here) ?? null;
  const intoNow = at ? (typed[at.id] ?? nothingTyped) : null;
  const useRemark = ({ words, points: change }: SavedRemark) => {
    const joined = (before: string) => {
      if (before.split('\n').includes(words)) return before;
      return before.trim() === '' ? words : `${before.trimEnd()}\n${words}`;
    };
    if (!at || !intoNow) return setRemark(joined(remark));
    const own = pointsTyped(intoNow.points, at.id);
    const known = own.ok ? own.value : null;
    // What takes points takes them from all there are, where none were given yet.
    const from = known ?? ((change ?? 0) < 0 ? criterionFull(at) : 0);
    const next = Math.min(criterionFull(at), Math.max(0, from + (change ?? 0)));
    changeMark(at.id, {
      remark: joined(intoNow.remark),
      ...(change !== null && at.by === 'points' && { points: pointsText(next) }),
    });
  };
  const wrongIn = (field: string) => (keeping.problem?.field === field ? keeping.problem.sentence : null);
  return (
    <DeskFrame
      where={`${work.title} · ${work.course}`}
      among={among}
      isMarked={isMarked}
      keeping={keeping}
      fields={['points', 'remark', 'why', ...criteria.map(({ id }) => id)]}
      work={
        <article className={styles.board}>
          <WorkBoard
            {...{ text: work.text, files: work.files, drawing, selected }}
            locked={!drawing.loaded || (isMarked && why.trim() === '')}
            onSelect={setSelected}
          >
            <p className={styles.quiet}>
              {work.hidesName && 'Name hidden: '}
              <bdi>{work.learner}</bdi> · handed in {work.handedIn}
              {work.isLate && (
                <span className={styles.late}>late{work.latePercent > 0 && `, less ${work.latePercent} %`}</span>
              )}
              {work.link && (
                <>
                  {' · '}
                  <a href={work.link} target="_blank" rel="noreferrer">
                    {work.link}
                  </a>
                </>
              )}
              {work.text.trim() === '' && work.files.length > 0 && ' · without a text'}
            </p>
            {drawing.problem && (
              <p role="alert" className={wordStyles.problem}>
                {drawing.problem.sentence}{' '}
                {drawing.problem.code === 'conflict' && (
                  <button type="button" onClick={() => window.location.reload()}>
                    Show what is there now
                  </button>
                )}
              </p>
            )}
            {isMarked && why.trim() === '' && (
              <p className={styles.quiet}>Its learner has seen this. Say first why it is changed, then draw.</p>
            )}
          </WorkBoard>
        </article>
      }
    >
      <h1 className={styles.total}>
        Marks
        <span>
          <b>{criteria.length > 0 ? pointsText(total.points) : points.trim() || '–'}</b> of {pointsText(work.of)}
          {work.pass > 0 && ` · pass at ${pointsText(work.pass)}`}
        </span>
      </h1>
      <div className={styles.tools}>
        <SavedRemarks
          place={{ courseId: work.courseId, lessonId: work.lessonId }}
          saved={saved}
          into={{
            ...{ criterionId: at?.id ?? null, title: at?.title ?? 'the whole' },
            words: intoNow ? intoNow.remark : remark,
          }}
          onUse={useRemark}
        />
        {criteria.length > 1 && <ByCriterion criteria={criteria} by={by} href={`/marking/${work.id}`} />}
      </div>
      <LookDesk looks={work.looks} criteria={criteria} />
      {criteria.length > 0 ? (
        <>
          <p className={styles.quiet}>
            {total.missing.length === 0
              ? 'Every criterion has its points.'
              : `Nothing is decided yet for: ${total.missing.map(({ title }) => title).join('; ')}.`}
            {work.latePercent > 0 &&
              ` Late: ${toShort(afterLateness(total.points, work.latePercent))} of them are left.`}
          </p>
          <CriteriaMarks
            {...{ criteria: shown, others }}
            typed={typed}
            marks={marks.ok ? marks.value : []}
            problem={keeping.problem ?? (marks.ok ? null : marks.problem)}
            onChange={changeMark}
            onEnter={setHere}
          />
        </>
      ) : (
        <TextInput
          readOnly={!ready}
          label={`Points of ${pointsText(work.of)}`}
          inputMode="decimal"
          value={points}
          onChange={(event) => setPoints(event.currentTarget.value)}
          error={wrongIn('points')}
          data-autofocus
        />
      )}
      <Textarea
        readOnly={!ready}
        label="Remark to the learner"
        autosize
        minRows={6}
        maxRows={18}
        value={remark}
        onChange={(event) => setRemark(event.currentTarget.value)}
        onFocus={() => setHere(null)}
        error={wrongIn('remark')}
      />
      {isMarked && (
        <TextInput
          readOnly={!ready}
          label="Why it is changed, where you change it"
          description="Kept with the mark; its learner does not see it."
          value={why}
          onChange={(event) => setWhy(event.currentTarget.value)}
          error={wrongIn('why')}
        />
      )}
      {work.history.length > 0 && (
        <details className={styles.task}>
          <summary>Marks so far: {work.history.length}</summary>
          <ul className={styles.before}>
            {work.history.map(({ id, at, marker, points: given, finished, why: reason }) => (
              <li key={id}>
                {given === null ? '–' : pointsText(given)} points, {finished ? 'finished' : 'kept'} {at} by{' '}
                <bdi>{marker}</bdi>
                {reason && (
                  <>
                    : <bdi>{reason}</bdi>
                  </>
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
      <GiveBack workId={work.id} returned={work.returned} />
      <DrawnList drawn={drawing.drawn} files={work.files} selected={selected} onSelect={setSelected} />
      <Folded summary="Model answer" text={work.model} />
      <details className={styles.task}>
        <summary>What was asked</summary>
        {task}
      </details>
    </DeskFrame>
  );
}
