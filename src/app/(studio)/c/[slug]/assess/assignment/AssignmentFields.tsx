'use client';
import { MultiSelect, Select, Switch } from '@mantine/core';
import {
  type AssignmentSettings,
  type FileKind,
  fileKindName,
  fileKinds,
  type LateRule,
  latePers,
  lateText,
  usualLate,
} from '@/core/assignment';
import type { Result } from '@/core/kernel/problem';
import type { Lesson } from '@/core/outline';
import { NumberField } from '@/ui/fields/fields';
import { Link } from '@/ui/frame/Link';
import wordStyles from '@/ui/plain/words.module.css';
import { useCourse, useDesk } from '../../_course/CourseProvider';
import inspector from '../../_inspector/inspector.module.css';
import { RuleField } from '../../_inspector/RuleField';

const dueKinds = ['start', 'after-start', 'on-date'] as const;
const perNames: Record<LateRule['per'], string> = { once: 'once', hour: 'each hour begun', day: 'each day begun' };

type Props = { readonly lesson: Lesson; readonly settings: AssignmentSettings };

/** What is handed in, how often and until when, and what it is worth. */
export function AssignmentFields({ lesson, settings }: Props) {
  const { store } = useDesk();
  const course = useCourse();
  const set = (part: Partial<AssignmentSettings>) =>
    store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields: { assignment: { ...settings, ...part } } });
  const isByCriteria = (settings.criteria ?? []).length > 0;
  const hasLimit = settings.due !== null || Boolean(settings.minutes);
  return (
    <>
      <div className={inspector.pair}>
        {isByCriteria ? (
          <p className={wordStyles.quiet}>
            Points
            <br />
            <b>{settings.points / 1000}</b>, as the criteria say
          </p>
        ) : (
          <NumberField
            label="Points"
            value={settings.points}
            scale={1000}
            onSave={(points) => set({ points: points ?? 0 })}
          />
        )}
        <NumberField
          label="Pass mark"
          unit="points"
          value={settings.passPoints}
          scale={1000}
          onSave={(passPoints) => set({ passPoints: passPoints ?? 0 })}
        />
      </div>
      <Switch
        label="Takes a text"
        checked={settings.takesText}
        onChange={(event) => set({ takesText: event.currentTarget.checked })}
      />
      <Switch
        label="Takes an address of the web"
        checked={settings.takesLink ?? false}
        onChange={(event) => set({ takesLink: event.currentTarget.checked })}
      />
      <div className={inspector.pair}>
        <NumberField label="Files, at most" value={settings.files} onSave={(files) => set({ files: files ?? 0 })} />
        {settings.files > 0 && (
          <NumberField
            label="Each at most"
            unit="MB"
            value={settings.megabytes}
            onSave={(megabytes) => set({ megabytes: megabytes ?? 0 })}
          />
        )}
      </div>
      <Select
        label="A recording made in the browser"
        data={[
          { value: 'sound', label: 'of sound' },
          { value: 'film', label: 'of film' },
        ]}
        placeholder="not asked for"
        clearable
        value={settings.takesRecording ?? null}
        onChange={(kind) => set({ takesRecording: (kind as 'sound' | 'film' | null) ?? null })}
      />
      {settings.files > 0 && (
        <MultiSelect
          label="Kinds of files"
          placeholder={settings.kinds?.length ? '' : 'all of them'}
          data={fileKinds.map((kind) => ({ value: kind, label: fileKindName(kind) }))}
          value={[...(settings.kinds ?? [])]}
          onChange={(chosen) => set({ kinds: chosen as FileKind[] })}
        />
      )}
      <NumberField
        label="Time from when it is begun"
        unit="min"
        empty="no limit"
        value={settings.minutes ?? null}
        onSave={(minutes) => set({ minutes })}
      />
      <RuleField
        label="Due"
        kinds={dueKinds}
        value={settings.due}
        inherits="not at all"
        zone={course.zone}
        onSave={(due) => set({ due })}
      />
      {hasLimit && (
        <Switch
          label="Late work is taken, and marked as late"
          checked={settings.takesLate}
          onChange={(event) => set({ takesLate: event.currentTarget.checked })}
        />
      )}
      {hasLimit && settings.takesLate && (
        <LateFields late={settings.late ?? usualLate} onSave={(late) => set({ late })} />
      )}
      <Select
        label="Learners see a mark"
        allowDeselect={false}
        data={[
          { value: 'at-once', label: 'as soon as it is finished' },
          { value: 'together', label: 'once results are released, under Marking' },
        ]}
        value={settings.releases ?? 'at-once'}
        onChange={(releases) => releases && set({ releases: releases as 'at-once' | 'together' })}
      />
      <Switch
        label="Those who mark see no names until the result is out"
        checked={settings.hidesNames ?? false}
        onChange={(event) => set({ hidesNames: event.currentTarget.checked })}
      />
      <NumberField
        label="May be handed in"
        unit="times"
        value={settings.attempts}
        onSave={(attempts) => set({ attempts: attempts ?? 1 })}
      />
      <p className={wordStyles.quiet}>
        Written by hand? <Link href={`/c/${course.slug}/run/scripts/${lesson.id}`}>Load scanned scripts</Link> and hand
        them in for their learners.
      </p>
    </>
  );
}

function LateFields({
  late,
  onSave,
}: {
  readonly late: LateRule;
  readonly onSave: (late: LateRule) => Result<unknown>;
}) {
  const set = (part: Partial<LateRule>) => onSave({ ...late, ...part });
  return (
    <>
      <div className={inspector.pair}>
        <NumberField
          label="Late work loses"
          unit="%"
          value={late.percent}
          onSave={(percent) => set({ percent: percent ?? 0 })}
        />
        <Select
          label="How often"
          allowDeselect={false}
          data={latePers.map((per) => ({ value: per, label: perNames[per] }))}
          value={late.per}
          onChange={(per) => per && set({ per: per as LateRule['per'] })}
        />
      </div>
      <div className={inspector.pair}>
        {late.per !== 'once' && late.percent > 0 && (
          <NumberField label="At most" unit="%" value={late.most} onSave={(most) => set({ most: most ?? 100 })} />
        )}
        <NumberField
          label="Taken until"
          unit="hours after"
          empty="no end"
          value={late.lastHours}
          onSave={(lastHours) => set({ lastHours })}
        />
      </div>
      <p className={wordStyles.quiet}>Late work {lateText(late)}.</p>
    </>
  );
}
