'use client';
import { Button, Checkbox, CloseButton, Modal, NumberInput, Select, TextInput } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { useState } from 'react';
import { type Rhythm, rhythmText, usualGap, weekdayName } from '@/core/release';
import { DayField, TimeField } from '@/ui/fields/DayField';
import { useCourse, useDesk } from '../_course/CourseProvider';
import styles from './board.module.css';

const usual: Rhythm = {
  unit: 'section',
  lessons: 1,
  weeks: 1,
  weekday: 1,
  at: '09:00',
  firstAtOnce: true,
  gap: usualGap(1),
  breaks: [],
};

/** The pattern a course is laid out by. Sections and lessons with a rule of their own keep it. */
export function RhythmDialog({ opened, onClose }: { readonly opened: boolean; readonly onClose: () => void }) {
  const course = useCourse();
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title={<b>Rhythm</b>}
      size="lg"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      {opened && <RhythmForm initial={course.rhythm ?? usual} onClose={onClose} />}
    </Modal>
  );
}

function RhythmForm({ initial, onClose }: { readonly initial: Rhythm; readonly onClose: () => void }) {
  const { store, state } = useDesk();
  const course = useCourse();
  const [draft, setDraft] = useState<Rhythm>(initial);
  const [problem, setProblem] = useState<string | null>(null);
  const change = (part: Partial<Rhythm>) => setDraft({ ...draft, ...part });
  const own =
    Object.values(state.outline.section).filter((section) => section.opens).length +
    Object.values(state.outline.lesson).filter((lesson) => lesson.opens).length;
  const save = (rhythm: Rhythm | null) => {
    const saved = store.edit({ do: 'set', table: 'course', id: course.id, fields: { rhythm } });
    if (saved.ok) onClose();
    else setProblem(saved.problem.sentence);
  };
  return (
    <div className={styles.form}>
      <div className={styles.formRow}>
        <Select
          label="What opens together"
          value={draft.unit === 'section' ? 'section' : String(draft.lessons)}
          data={[
            { value: 'section', label: 'one section' },
            ...[1, 2, 3, 4, 5].map((count) => ({
              value: String(count),
              label: `${count} ${count === 1 ? 'lesson' : 'lessons'}`,
            })),
          ]}
          onChange={(value) =>
            change(value === 'section' ? { unit: 'section' } : { unit: 'lessons', lessons: Number(value) })
          }
        />
        <Select
          label="Every"
          value={String(draft.weeks)}
          data={[1, 2, 3, 4].map((weeks) => ({ value: String(weeks), label: weeks === 1 ? 'week' : `${weeks} weeks` }))}
          onChange={(weeks) =>
            change({
              weeks: Number(weeks),
              ...(draft.gap === usualGap(draft.weeks) ? { gap: usualGap(Number(weeks)) } : {}),
            })
          }
        />
        <Select
          label="On"
          value={String(draft.weekday)}
          data={[1, 2, 3, 4, 5, 6, 7].map((weekday) => ({ value: String(weekday), label: weekdayName(weekday) }))}
          onChange={(weekday) => change({ weekday: Number(weekday) })}
        />
        <TimeField label="At" value={draft.at} onChange={(at) => change({ at })} />
      </div>
      <Checkbox
        label="The first part opens at the start, whatever day that is"
        checked={draft.firstAtOnce}
        onChange={(event) => change({ firstAtOnce: event.currentTarget.checked })}
      />
      {draft.firstAtOnce && (
        <NumberInput
          label="The second part opens at the earliest"
          description={`Counted from the day of the start; half a step would be ${usualGap(draft.weeks)} days.`}
          suffix={draft.gap === 1 ? ' day later' : ' days later'}
          min={1}
          max={366}
          allowDecimal={false}
          value={draft.gap}
          onChange={(gap) => typeof gap === 'number' && change({ gap })}
        />
      )}
      <div>
        <b>Breaks</b>
        <p className={styles.quiet}>Nothing new opens on these days; the plan moves on behind them.</p>
        {draft.breaks.map((one, i) => {
          const set = (part: Partial<typeof one>) =>
            change({ breaks: draft.breaks.map((other, o) => (o === i ? { ...other, ...part } : other)) });
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: breaks have no id, and their order does not change here
            <div key={i} className={styles.breakRow}>
              <TextInput
                aria-label="Name of the break"
                placeholder="Name"
                value={one.name}
                onChange={(event) => set({ name: event.currentTarget.value })}
              />
              <DayField hideLabel label="First day of the break" value={one.from} onChange={(from) => set({ from })} />
              <DayField hideLabel label="Last day of the break" value={one.to} onChange={(to) => set({ to })} />
              <CloseButton
                aria-label={`Remove the break ${one.name}`}
                onClick={() => change({ breaks: draft.breaks.filter((_, o) => o !== i) })}
              />
            </div>
          );
        })}
        <Button
          variant="subtle"
          size="compact-sm"
          leftSection={<IconPlus size={14} />}
          onClick={() => change({ breaks: [...draft.breaks, { from: '', to: '', name: '' }] })}
        >
          Add a break
        </Button>
      </div>
      <p>{rhythmText(draft)}</p>
      {own > 0 && (
        <p className={styles.quiet}>
          {own === 1
            ? 'One section or lesson has a rule of its own and keeps it.'
            : `${own} sections and lessons have rules of their own and keep them.`}
        </p>
      )}
      {problem && (
        <p role="alert" className={styles.settle}>
          {problem}
        </p>
      )}
      <div className={styles.decide}>
        {course.rhythm && (
          <Button variant="default" onClick={() => save(null)}>
            No rhythm
          </Button>
        )}
        <Button onClick={() => save(draft)}>Lay out by this rhythm</Button>
      </div>
    </div>
  );
}
