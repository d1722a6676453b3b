'use client';
import { Select, Switch, TagsInput } from '@mantine/core';
import { IconBook } from '@tabler/icons-react';
import { useState } from 'react';
import { hostOf } from '@/core/kernel/host';
import {
  accents,
  type CourseSettings,
  type DoneRule,
  type LessonKind,
  lessonKindOf,
  lessonKinds,
  looks,
} from '@/core/outline';
import { NumberField } from '@/ui/fields/fields';
import { kinds } from '@/ui/tile/kinds';
import { useCourse, useDesk } from '../_course/CourseProvider';
import { AccessPart } from './AccessPart';
import { doneNames, doneRuleBy } from './done-names';
import styles from './inspector.module.css';

const lookNames: Record<(typeof looks)[number], string> = {
  device: 'as each learner has chosen',
  light: 'light',
  dark: 'dark',
};

/** What holds for the whole course, unless a lesson differs. */
export function CourseInspector() {
  const { store } = useDesk();
  const course = useCourse();
  const { settings } = course;
  const [problem, setProblem] = useState<string | null>(null);
  const set = (part: Partial<CourseSettings>) =>
    store.edit({ do: 'set', table: 'course', id: course.id, fields: { settings: { ...settings, ...part } } });
  const setDone = (kind: LessonKind, rule: DoneRule | null) => {
    const { [kind]: _old, ...others } = settings.done;
    set({ done: rule ? { ...others, [kind]: rule } : others });
  };
  return (
    <>
      <h2 className={styles.title}>
        <IconBook size={20} stroke={1.75} aria-hidden="true" /> The whole course
      </h2>
      <div className={styles.group}>
        <Select
          label="Learners see it"
          value={settings.look}
          data={looks.map((look) => ({ value: look, label: lookNames[look] }))}
          allowDeselect={false}
          onChange={(look) => look && set({ look: look as CourseSettings['look'] })}
        />
        <Select
          label="Colour"
          value={settings.accent}
          data={[...accents]}
          allowDeselect={false}
          onChange={(accent) => accent && set({ accent: accent as CourseSettings['accent'] })}
        />
      </div>
      <Switch
        label="Contents stand beside each lesson"
        checked={settings.surroundings}
        onChange={(event) => set({ surroundings: event.currentTarget.checked })}
      />
      <Switch
        label={'A long description is folded behind "Show more"'}
        checked={settings.foldsDescription}
        onChange={(event) => set({ foldsDescription: event.currentTarget.checked })}
      />
      <Switch
        label="After a film, the next lesson by itself"
        checked={settings.goesOn}
        onChange={(event) => set({ goesOn: event.currentTarget.checked })}
      />
      <Switch
        label="Documents may be downloaded"
        checked={settings.downloads}
        onChange={(event) => set({ downloads: event.currentTarget.checked })}
      />
      <Switch
        label="Markers may look at it without enrolment"
        checked={settings.staffLook}
        onChange={(event) => set({ staffLook: event.currentTarget.checked })}
      />
      <TagsInput
        label="Links lead only to"
        description="Hosts such as river.example. With none named, anywhere."
        value={[...settings.sources]}
        maxTags={50}
        error={problem}
        onChange={(sources) => {
          const done = set({ sources: sources.map((one) => hostOf(`https://${one}`) ?? one.trim().toLowerCase()) });
          setProblem(done.ok ? null : done.problem.sentence);
        }}
      />
      <AccessPart />
      <h3 className={styles.part}>Done when, by kind</h3>
      {lessonKinds.map((kind) => {
        const rule = settings.done[kind];
        return (
          <div key={kind} className={rule?.by === 'watched' ? styles.pair : styles.group}>
            <Select
              label={kinds[kind].name}
              value={rule?.by ?? ''}
              data={[
                { value: '', label: 'the usual rule' },
                ...lessonKindOf(kind).doneBy.map((by) => ({ value: by, label: doneNames[by] })),
              ]}
              allowDeselect={false}
              onChange={(by) => setDone(kind, doneRuleBy(by))}
            />
            {rule?.by === 'watched' && (
              <NumberField
                label="Share"
                unit="%"
                value={rule.percent}
                onSave={(percent) =>
                  store.edit({
                    do: 'set',
                    table: 'course',
                    id: course.id,
                    fields: {
                      settings: { ...settings, done: { ...settings.done, [kind]: { by: 'watched', percent } } },
                    },
                  })
                }
              />
            )}
          </div>
        );
      })}
    </>
  );
}
