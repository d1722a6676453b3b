'use client';
import { Autocomplete, Select } from '@mantine/core';
import { useState } from 'react';
import type { Course } from '@/core/outline';
import { NumberField, TextField } from '@/ui/fields/fields';
import { useCourse, useDesk } from '../_course/CourseProvider';
import { Workbench } from '../_course/Workbench';
import { ReadinessList } from '../_inspector/ReadinessList';
import { Outcomes } from './Outcomes';
import { PlanTabs } from './PlanTabs';
import styles from './plan.module.css';

/** What the course is: everything here can be written later, in any order. */
export default function PlanPage() {
  const { store, head } = useDesk();
  const course = useCourse();
  const set = (fields: Partial<Course>) => store.edit({ do: 'set', table: 'course', id: course.id, fields });
  const [moved, setMoved] = useState(false);
  return (
    <Workbench inspector={<ReadinessList />} label="Readiness">
      <PlanTabs />
      <div className={styles.page}>
        <section className={styles.sheet}>
          <h2>The course</h2>
          <TextField label="Title" value={course.title} onSave={(title) => set({ title })} />
          <TextField
            label="Address"
            description={
              moved
                ? 'The address has changed: the page moves with you when you open it again.'
                : `Learners find it under /learn/${course.slug}`
            }
            value={course.slug}
            onSave={(slug) => {
              const saved = set({ slug });
              setMoved(saved.ok && slug !== head.slug);
              return saved;
            }}
          />
          <TextField
            label="Description"
            description="Two or three sentences for somebody who does not know it yet."
            lines={3}
            value={course.description}
            onSave={(description) => set({ description })}
          />
        </section>
        <section className={styles.sheet}>
          <h2>The promise</h2>
          <TextField label="Who it is for" lines={2} value={course.audience} onSave={(audience) => set({ audience })} />
          <TextField
            label="What a learner can do afterwards"
            lines={2}
            value={course.promise}
            onSave={(promise) => set({ promise })}
          />
          <TextField
            label="What it is not about"
            description="Said early, it saves a learner the wrong course."
            lines={2}
            value={course.notAbout}
            onSave={(notAbout) => set({ notAbout })}
          />
        </section>
        <Outcomes />
        <section className={styles.sheet}>
          <h2>How it runs</h2>
          <div className={styles.pair}>
            <Zone value={course.zone} onSave={(zone) => set({ zone })} />
            <NumberField
              label="Aim: at most this much a week"
              unit="min"
              value={course.weekLimit}
              onSave={(weekLimit) => set({ weekLimit: weekLimit ?? 0 })}
            />
          </div>
          <Select
            label="The course is complete when"
            value={course.completion.mode}
            data={[
              { value: 'strict', label: 'every required lesson is done and every required assessment passed' },
              { value: 'share', label: 'a share of the required lessons is done' },
              { value: 'free', label: 'the learner says so' },
            ]}
            onChange={(mode) =>
              mode &&
              set({ completion: mode === 'share' ? { mode, percent: 80 } : { mode: mode as 'strict' | 'free' } })
            }
          />
          {course.completion.mode === 'share' && (
            <NumberField
              label="Share of the required lessons"
              unit="%"
              value={course.completion.percent}
              onSave={(percent) => set({ completion: { mode: 'share', percent: percent ?? 80 } })}
            />
          )}
          <Select
            label="Work that is missing"
            value={course.missing}
            data={[
              { value: 'left-out', label: 'is left out of the grade until it is there' },
              { value: 'zero', label: 'counts as zero points' },
            ]}
            onChange={(missing) => missing && set({ missing: missing as Course['missing'] })}
          />
        </section>
      </div>
    </Workbench>
  );
}

const zones = Intl.supportedValuesOf('timeZone');

function Zone({ value, onSave }: { readonly value: string; readonly onSave: (zone: string) => { ok: boolean } }) {
  const [draft, setDraft] = useState(value);
  const known = zones.includes(draft) || draft === 'UTC';
  return (
    <Autocomplete
      label="Time zone of the course"
      data={zones}
      limit={40}
      value={draft}
      error={known ? null : 'Choose a time zone by its name, for example Europe/London.'}
      onChange={(zone) => {
        setDraft(zone);
        if (zones.includes(zone) || zone === 'UTC') onSave(zone);
      }}
    />
  );
}
