'use client';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useLayoutEffect, useRef, useState } from 'react';
import { isGraded, type Lesson, lessonKindOf, outcomesOf, questionsOf } from '@/core/outline';
import { Link } from '@/ui/frame/Link';
import wordStyles from '@/ui/plain/words.module.css';
import { Tile } from '@/ui/tile/Tile';
import type { LessonTile, SectionTiles } from '@/ui/tile/tiles';
import { useDesk } from '../../_course/CourseProvider';
import { Workbench } from '../../_course/Workbench';
import { ReadinessList } from '../../_inspector/ReadinessList';
import { PlanTabs } from '../PlanTabs';
import styles from './coverage.module.css';

type Line =
  | { readonly is: 'section'; readonly row: SectionTiles }
  | { readonly is: 'lesson'; readonly tile: LessonTile }
  | {
      readonly is: 'question';
      readonly id: string;
      readonly lesson: Lesson;
      readonly number: number;
      readonly prompt: string;
      readonly outcomes: readonly string[];
    };

const height = 34;

/** Which lesson teaches which outcome, and what asks for it. */
export default function CoveragePage() {
  const { rows, state, store, head, findings } = useDesk();
  const outcomes = outcomesOf(state.outline);
  const list = useRef<HTMLTableSectionElement>(null);
  const [top, setTop] = useState(0);
  useLayoutEffect(() => setTop(list.current ? list.current.getBoundingClientRect().top + window.scrollY : 0), []);
  const lines: Line[] = rows.flatMap((row): Line[] => [
    { is: 'section', row },
    ...row.tiles.flatMap((tile): Line[] => [
      { is: 'lesson', tile },
      ...(lessonKindOf(tile.kind).asks
        ? questionsOf(state.outline, tile.lesson.id).map(
            (question, i): Line => ({
              is: 'question',
              id: question.id,
              lesson: tile.lesson,
              number: i + 1,
              prompt: question.prompt,
              outcomes: question.outcomes,
            }),
          )
        : []),
    ]),
  ]);
  const visible = useWindowVirtualizer({
    count: lines.length,
    estimateSize: () => height,
    overscan: 12,
    scrollMargin: top,
    initialRect: { width: 1280, height: 800 },
    // Also where the reader has scrolled before it could listen: what is drawn first has to be what came.
    initialOffset: 0,
  });
  const lessons = rows.flatMap((row) => row.tiles);
  const questions = Object.values(state.outline.question);
  const drawn = visible.getVirtualItems();
  const toggle = (table: 'lesson' | 'question', id: string, now: readonly string[], outcomeId: string) =>
    store.edit({
      do: 'set',
      table,
      id,
      fields: { outcomes: now.includes(outcomeId) ? now.filter((one) => one !== outcomeId) : [...now, outcomeId] },
    });
  const gap = (id: string, rule: string) =>
    findings.some((finding) => finding.rule === rule && finding.place.id === id);

  return (
    <Workbench inspector={<ReadinessList />} label="Readiness">
      <PlanTabs />
      <div className={styles.page}>
        {outcomes.length > 0 && (
          <ol className={styles.key}>
            {outcomes.map((outcome) => (
              <li key={outcome.id}>{outcome.text}</li>
            ))}
          </ol>
        )}
        {outcomes.length === 0 && (
          <p className={wordStyles.empty}>
            There are no outcomes yet. <Link href={`/c/${head.slug}/plan`}>Write the first one under Promise</Link>.
            Then tick here which lessons serve it.
          </p>
        )}
        {outcomes.length > 0 && lines.length === 0 && <p className={wordStyles.empty}>There are no lessons yet.</p>}
        {outcomes.length > 0 && lines.length > 0 && (
          <table
            className={styles.table}
            aria-label="Which lessons serve which outcomes"
            aria-rowcount={lines.length + 3}
          >
            <thead>
              <tr>
                <th scope="col">Lesson</th>
                {outcomes.map((outcome, i) => (
                  <th
                    key={outcome.id}
                    scope="col"
                    title={outcome.text}
                    aria-label={`Outcome ${i + 1}: ${outcome.text}`}
                  >
                    {i + 1}
                  </th>
                ))}
              </tr>
              <Sum
                name="taught by lessons"
                values={outcomes.map((outcome) => ({
                  id: outcome.id,
                  count: lessons.filter((tile) => !isGraded(tile.kind) && tile.lesson.outcomes.includes(outcome.id))
                    .length,
                  gap: gap(outcome.id, 'outcome-untaught'),
                }))}
              />
              <Sum
                name="asked for by questions and assignments"
                values={outcomes.map((outcome) => ({
                  id: outcome.id,
                  count:
                    lessons.filter((tile) => isGraded(tile.kind) && tile.lesson.outcomes.includes(outcome.id)).length +
                    questions.filter((question) => question.outcomes.includes(outcome.id)).length,
                  gap: gap(outcome.id, 'outcome-unassessed'),
                }))}
              />
            </thead>
            <tbody ref={list}>
              <Space height={(drawn[0]?.start ?? top) - top} columns={outcomes.length + 1} />
              {drawn.map(({ index }) => {
                const line = lines[index];
                if (!line) return null;
                if (line.is === 'section')
                  return (
                    <tr key={line.row.section.id} className={styles.section}>
                      <th scope="rowgroup" colSpan={outcomes.length + 1}>
                        {line.row.number} {line.row.section.title}
                      </th>
                    </tr>
                  );
                const [table, id, served, name] =
                  line.is === 'lesson'
                    ? (['lesson', line.tile.lesson.id, line.tile.lesson.outcomes, line.tile.lesson.title] as const)
                    : (['question', line.id, line.outcomes, `${line.lesson.title}, question ${line.number}`] as const);
                return (
                  <tr key={id} className={styles.line} data-question={line.is === 'question' || undefined}>
                    <th scope="row" data-gap={(line.is === 'lesson' && gap(id, 'lesson-serves-none')) || undefined}>
                      {line.is === 'lesson' ? (
                        <span className={styles.name}>
                          <span className={styles.number}>{line.tile.number}</span> <Tile {...line.tile} />{' '}
                          <span className={styles.title}>{line.tile.lesson.title}</span>
                        </span>
                      ) : (
                        <span className={styles.name}>
                          <span className={styles.title}>
                            {line.number}. {line.prompt || 'a question without words'}
                          </span>
                        </span>
                      )}
                    </th>
                    {outcomes.map((outcome, i) => (
                      <td key={outcome.id}>
                        <input
                          type="checkbox"
                          checked={served.includes(outcome.id)}
                          aria-label={`${name} serves outcome ${i + 1}`}
                          onChange={() => toggle(table, id, served, outcome.id)}
                        />
                      </td>
                    ))}
                  </tr>
                );
              })}
              <Space
                height={visible.getTotalSize() - ((drawn.at(-1)?.end ?? top) - top)}
                columns={outcomes.length + 1}
              />
            </tbody>
          </table>
        )}
      </div>
    </Workbench>
  );
}

type SumProps = {
  readonly name: string;
  readonly values: readonly { readonly id: string; readonly count: number; readonly gap: boolean }[];
};

/** How often each outcome is served; a gap says so in words too. */
const Sum = ({ name, values }: SumProps) => (
  <tr className={styles.sum}>
    <th scope="row">{name}</th>
    {values.map(({ id, count, gap }) => (
      <td key={id} data-gap={gap || undefined}>
        {count === 0 ? 'none' : count}
      </td>
    ))}
  </tr>
);

/** The room of the lines that are not drawn. */
const Space = ({ height: room, columns }: { readonly height: number; readonly columns: number }) =>
  room > 0 ? (
    <tr>
      <td colSpan={columns} style={{ height: room, padding: 0 }} />
    </tr>
  ) : null;
