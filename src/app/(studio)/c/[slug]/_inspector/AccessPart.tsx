'use client';
import { Select } from '@mantine/core';
import { type CountdownForm, type Course, countdownForms } from '@/core/outline';
import { TextField } from '@/ui/fields/fields';
import { useCourse, useDesk } from '../_course/CourseProvider';
import styles from './inspector.module.css';
import { RuleField } from './RuleField';

const accessKinds = ['after-start', 'on-date'] as const;
const countdownNames: Record<CountdownForm, string> = {
  full: 'a countdown to the second',
  days: 'a countdown in days and hours',
  date: 'the date alone',
};

/** How long learners can use the course, what is said afterwards, and how closed lessons count down. */
export function AccessPart() {
  const { store } = useDesk();
  const course = useCourse();
  const set = (fields: Partial<Course>) => store.edit({ do: 'set', table: 'course', id: course.id, fields });
  return (
    <>
      <h3 className={styles.part}>Access</h3>
      <RuleField
        label="Can be used until"
        kinds={accessKinds}
        value={course.access}
        inherits="for ever"
        zone={course.zone}
        onSave={(access) => set({ access })}
      />
      {course.access && (
        <TextField
          label="Said afterwards"
          placeholder="Thank you for surveying with us. Write to us if you need more time."
          lines={2}
          value={course.accessNote}
          onSave={(accessNote) => set({ accessNote })}
        />
      )}
      <Select
        label="A lesson that is not open yet shows"
        value={course.countdown}
        data={countdownForms.map((form) => ({ value: form, label: countdownNames[form] }))}
        allowDeselect={false}
        onChange={(countdown) => countdown && set({ countdown: countdown as CountdownForm })}
      />
    </>
  );
}
