'use client';
import { IconLayoutRows } from '@tabler/icons-react';
import type { Section } from '@/core/outline';
import { planText } from '@/core/release';
import { TextField } from '@/ui/fields/fields';
import { useCourse, useDesk } from '../_course/CourseProvider';
import styles from './inspector.module.css';
import { OpeningField } from './OpeningField';
import { RemoveButton } from './RemoveButton';

export function SectionInspector({ section }: { readonly section: Section }) {
  const { store, rows } = useDesk();
  const course = useCourse();
  const set = (fields: Partial<Section>) => store.edit({ do: 'set', table: 'section', id: section.id, fields });
  const inside = rows.find((row) => row.section.id === section.id)?.tiles.length ?? 0;
  return (
    <>
      <h2 className={styles.title}>
        <IconLayoutRows size={20} stroke={1.75} aria-hidden="true" /> {section.title}
      </h2>
      <TextField label="Title" value={section.title} onSave={(title) => set({ title })} />
      <OpeningField
        label="Opens"
        value={section.opens}
        inherits={course.rhythm ? 'by the rhythm of the course' : 'at the start of the course'}
        zone={course.zone}
        onSave={(opens) => set({ opens })}
      />
      {!section.opens && <p className={styles.inherits}>From the course: {planText(course).toLowerCase()}</p>}
      <RemoveButton
        sections={[section.id]}
        label={`Remove section${inside > 0 ? ` with ${inside} ${inside === 1 ? 'lesson' : 'lessons'}` : ''}`}
        done={`"${section.title}" was removed.`}
      />
    </>
  );
}
