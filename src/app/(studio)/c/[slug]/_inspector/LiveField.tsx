'use client';
import { Button, CloseButton, SegmentedControl, Select, Switch } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { useCallback, useState } from 'react';
import type { Result } from '@/core/kernel/problem';
import { type LiveForm, type LiveSettings, liveForms } from '@/core/live';
import type { Lesson } from '@/core/outline';
import { NumberField, TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import { useCourse } from '../_course/CourseProvider';
import styles from './inspector.module.css';
import { LessonsSelect } from './LessonsSelect';
import { RuleField } from './RuleField';
import { SessionPart } from './SessionPart';

const formNames: Record<LiveForm, string> = { meeting: 'Small meeting', lecture: 'Large lecture' };
const whenKinds = ['after-start', 'on-date'] as const;
/** How a session repeats, as somebody chooses it; any other rule is written down. */
const rules = [
  { value: '', label: 'once' },
  { value: 'FREQ=WEEKLY', label: 'every week' },
  { value: 'FREQ=WEEKLY;INTERVAL=2', label: 'every two weeks' },
  { value: 'FREQ=DAILY', label: 'every day' },
  { value: 'FREQ=MONTHLY', label: 'every month' },
  { value: 'own', label: 'by a rule of its own' },
];
const countIn = (repeats: string) => /^(.*);COUNT=(\d+)$/.exec(repeats);

type Props = {
  readonly lesson: Lesson;
  readonly live: LiveSettings;
  readonly onSave: (live: LiveSettings) => Result<unknown>;
};

/** When a session meets, how its room is, and what belongs to it before and after. */
export function LiveField({ lesson, live, onSave }: Props) {
  const course = useCourse();
  const set = (part: Partial<LiveSettings>) => onSave({ ...live, ...part });
  const offers = useCallback((other: Lesson) => other.id !== lesson.id, [lesson.id]);
  return (
    <div className={styles.group}>
      <SegmentedControl
        fullWidth
        size="xs"
        aria-label="Form of the session"
        value={live.form}
        data={liveForms.map((form) => ({ value: form, label: formNames[form] }))}
        onChange={(form) => set({ form: form as LiveForm })}
      />
      <RuleField
        label="Meets"
        kinds={whenKinds}
        value={live.when}
        inherits="no time yet"
        zone={course.zone}
        onSave={(when) => set({ when })}
      />
      <div className={styles.pair}>
        <NumberField
          label="Length"
          unit="min"
          value={live.minutes}
          onSave={(minutes) => set({ minutes: minutes ?? 60 })}
        />
        <NumberField
          label="Doors open before"
          unit="min"
          value={live.joinBefore}
          onSave={(joinBefore) => set({ joinBefore: joinBefore ?? 0 })}
        />
      </div>
      <Repeats live={live} onSave={(repeats) => set({ repeats })} />
      <div className={styles.pair}>
        <NumberField label="Seats" value={live.seats} empty="any number" onSave={(seats) => set({ seats })} />
        <NumberField
          label="Attended from"
          unit="min"
          value={live.counts}
          onSave={(counts) => set({ counts: counts ?? 1 })}
        />
      </div>
      <SessionPart lessonId={lesson.id} />
      <Switch
        label="Muted on entry"
        checked={live.muted}
        onChange={(event) => set({ muted: event.currentTarget.checked })}
      />
      <LessonsSelect
        label="To look at before"
        value={live.before}
        offers={offers}
        onChange={(before) => set({ before })}
      />
      <LessonsSelect label="To do afterwards" value={live.after} offers={offers} onChange={(after) => set({ after })} />
      <h3 className={styles.part}>Plan of the session</h3>
      {live.plan.map((part, i) => {
        const change = (fields: Partial<typeof part>) =>
          set({ plan: live.plan.map((one) => (one.id === part.id ? { ...one, ...fields } : one)) });
        return (
          <div key={part.id} className={styles.joined}>
            <div className={styles.pair} style={{ gridTemplateColumns: '1fr 84px' }}>
              <TextField hideLabel label={`Part ${i + 1}`} value={part.title} onSave={(title) => change({ title })} />
              <NumberField
                hideLabel
                label={`Minutes of part ${i + 1}`}
                unit="min"
                value={part.minutes}
                onSave={(minutes) => change({ minutes: minutes ?? 5 })}
              />
            </div>
            <CloseButton
              aria-label={`Remove part ${i + 1}`}
              onClick={() => set({ plan: live.plan.filter(({ id }) => id !== part.id) })}
            />
          </div>
        );
      })}
      <Button
        variant="subtle"
        size="compact-sm"
        leftSection={<IconPlus size={14} />}
        onClick={() => set({ plan: [...live.plan, { id: newId(), title: 'Next part', minutes: 15 }] })}
      >
        Add a part
      </Button>
    </div>
  );
}

function Repeats({
  live,
  onSave,
}: {
  readonly live: LiveSettings;
  readonly onSave: (repeats: string) => Result<unknown>;
}) {
  const [, base = '', count = ''] = countIn(live.repeats) ?? [];
  const known = live.repeats === '' || rules.some(({ value }) => value === base && value !== '');
  const [own, setOwn] = useState(!known);
  const chosen = live.repeats === '' ? '' : base;
  return (
    <>
      <div className={styles.pair}>
        <Select
          label="Repeats"
          data={rules}
          value={own ? 'own' : chosen}
          allowDeselect={false}
          onChange={(value) => {
            setOwn(value === 'own');
            if (value !== null && value !== 'own') onSave(value === '' ? '' : `${value};COUNT=${count || 4}`);
          }}
        />
        {!own && live.repeats !== '' && (
          <NumberField label="Times" value={Number(count)} onSave={(times) => onSave(`${base};COUNT=${times ?? 1}`)} />
        )}
      </div>
      {own && (
        <TextField
          label="Rule (RFC 5545)"
          description="For example FREQ=WEEKLY;BYDAY=TU,TH;COUNT=8. It has to come to an end."
          value={live.repeats}
          onSave={onSave}
        />
      )}
    </>
  );
}
