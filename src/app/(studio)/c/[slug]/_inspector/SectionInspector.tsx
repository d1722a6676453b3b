'use client';
import { IconLayoutRows } from '@tabler/icons-react';
import { useCallback, useMemo } from 'react';
import type { Lesson, Section } from '@/core/outline';
import { planText } from '@/core/release';
import { TextField } from '@/ui/fields/fields';
import { useCourse, useDesk } from '../_course/CourseProvider';
import { closingKinds } from './closing-kinds';
import styles from './inspector.module.css';
import { OpeningField } from './OpeningField';
import { RemoveButton } from './RemoveButton';
import { RuleField } from './RuleField';

export function SectionInspector({ section }: { readonly section: Section }) {
  const { store, rows } = useDesk();
  const course = useCourse();
  const set = (fields: Partial<Section>) => store.edit({ do: 'set', table: 'section', id: section.id, fields });
  const isElsewhere = useCallback((lesson: Lesson) => lesson.sectionId !== section.id, [section.id]);
  const at = rows.findIndex((row) => row.section.id === section.id);
  const before = useMemo(() => rows.slice(0, at).flatMap(({ tiles }) => tiles.map(({ lesson }) => lesson)), [rows, at]);
  const inside = rows.find((row) => row.section.id === section.id)?.tiles.length ?? 0;
  return (
    <>
      <h2 className={styles.title}>
        <IconLayoutRows size={20} stroke={1.75} aria-hidden="true" /> {section.title}
      </h2>
      <TextField label="Title" value={section.title} onSave={(title) => set({ title })} />
      <OpeningField
        value={section.opens}
        inherits={course.rhythm ? 'by the rhythm of the course' : 'at the start of the course'}
        zone={course.zone}
        before={before}
        of={isElsewhere}
        onSave={(opens) => set({ opens })}
      />
      {!section.opens && <p className={styles.inherits}>From the course: {planText(course).toLowerCase()}</p>}
      <RuleField
        label="Closes again"
        kinds={closingKinds}
        value={section.closes}
        inherits="never"
        zone={course.zone}
        onSave={(closes) => set({ closes })}
      />
      <RemoveButton
        sections={[section.id]}
        label={`Remove section${inside > 0 ? ` with ${inside} ${inside === 1 ? 'lesson' : 'lessons'}` : ''}`}
        done={`"${section.title}" was removed.`}
      />
    </>
  );
}
