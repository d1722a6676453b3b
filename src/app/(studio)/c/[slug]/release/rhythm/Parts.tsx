'use client';
import { Button, Table } from '@mantine/core';
import { useMemo } from 'react';
import { namesIn } from '@/core/kernel/locale';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import { type OpeningRule, ruleText, type Unfolded } from '@/core/release';
import { DayField } from '@/ui/fields/DayField';
import wordStyles from '@/ui/plain/words.module.css';
import { DataTable } from '@/ui/table/DataTable';
import { Tile } from '@/ui/tile/Tile';
import { useDesk } from '../../_course/CourseProvider';
import styles from './rhythm.module.css';
import type { RhythmDraft } from './use-rhythm';

const dayMs = 86_400_000;

const partName = ({ part }: Unfolded) => (part === null ? 'start' : `part ${part + 1}`);

/**
 * A plan unfolded: each part with its day. What was set by hand is marked, can follow the rhythm again, and any part
 * can get a day of its own.
 */
export function Parts({ rhythm }: { readonly rhythm: RhythmDraft }) {
  const { rows, state } = useDesk();
  const { parts, sections, handRules, byHand, draft } = rhythm;
  const { clock } = rhythm.controls.eyes;
  const names = namesIn(clock.zone);
  const tiles = useMemo(() => new Map(rows.flatMap((row) => row.tiles.map((tile) => [tile.lesson.id, tile]))), [rows]);
  const titles = useMemo(() => new Map([...tiles].map(([id, { lesson }]) => [id, lesson.title])), [tiles]);
  const ruleOf = ({ byHand: own }: Unfolded): OpeningRule | null =>
    own
      ? (sections.find(({ id }) => id === own.id)?.opens ??
        sections.flatMap(({ lessons }) => lessons).find(({ id }) => id === own.id)?.opens ??
        null)
      : null;
  /** A day of the calendar as a rule that holds for whoever starts on another day. */
  const onDay = (part: Unfolded, day: string) => {
    const start = clock.start.toZonedDateTimeISO(clock.zone).toPlainDate();
    const amount = Math.round((Date.parse(`${day}T00:00Z`) - Date.parse(`${start}T00:00Z`)) / dayMs);
    if (!(amount >= 0)) return;
    const rule = { when: 'after-start', amount, unit: 'days', at: draft.at } as const;
    const isWhole = sections.find(({ id }) => id === part.sectionId)?.lessons.length === part.lessonIds.length;
    if (part.byHand) byHand(part.byHand, rule);
    else if (isWhole && draft.unit === 'section') byHand({ table: 'section', id: part.sectionId }, rule);
    else for (const id of part.lessonIds) byHand({ table: 'lesson', id }, rule);
  };
  let last = Number.NaN;
  return (
    <DataTable
      names={['Opens', 'What', 'Minutes', 'By', 'Another day']}
      className={styles.parts}
      aria-label="What opens on which day"
      verticalSpacing={6}
    >
      {parts.map((part, i) => {
        const { opening } = part;
        const isSame = opening.ms === last;
        last = opening.ms;
        const rule = ruleOf(part);
        const minutes = part.lessonIds.reduce((total, id) => total + (tiles.get(id)?.minutes ?? 0), 0);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the same part can stand in several sections
          <Table.Tr key={`${part.key} ${i}`} data-by-hand={part.byHand !== null || undefined}>
            <Table.Td className={styles.when}>
              {opening.at ? (
                <span className={isSame ? styles.again : undefined}>{dateTimeText(opening.at, names)}</span>
              ) : (
                'once something has happened'
              )}
            </Table.Td>
            <Table.Td>
              <b>{state.outline.section[part.sectionId]?.title}</b>
              <div className={styles.tiles}>
                {part.lessonIds.map((id) => {
                  const tile = tiles.get(id);
                  return tile && <Tile key={id} {...tile} />;
                })}
              </div>
              <span className={wordStyles.quiet}>
                {part.lessonIds.flatMap((id) => titles.get(id) ?? []).join(' · ')}
              </span>
            </Table.Td>
            <Table.Td>{minutes}</Table.Td>
            <Table.Td className={styles.by}>
              {part.byHand && rule ? (
                <>
                  <span className={styles.hand}>by hand</span>: {ruleText(rule, titles)}
                  <Button size="compact-xs" variant="subtle" onClick={() => part.byHand && byHand(part.byHand, null)}>
                    Follow the rhythm
                  </Button>
                </>
              ) : (
                partName(part)
              )}
              {part.lessonIds.some((id) => handRules.has(id)) && <span className={styles.hand}> changed</span>}
            </Table.Td>
            <Table.Td>
              <DayField
                hideLabel
                label={`Another day for ${state.outline.section[part.sectionId]?.title ?? 'this part'}`}
                value={
                  opening.at
                    ? Temporal.Instant.from(opening.at).toZonedDateTimeISO(clock.zone).toPlainDate().toString()
                    : ''
                }
                onChange={(day) => day && onDay(part, day)}
                w={140}
              />
            </Table.Td>
          </Table.Tr>
        );
      })}
    </DataTable>
  );
}
