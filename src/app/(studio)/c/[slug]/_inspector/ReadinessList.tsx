'use client';
import { Button, UnstyledButton } from '@mantine/core';
import { IconAlertSquare, IconAlertTriangle, IconCircleCheck } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Finding } from '@/core/outline';
import { useDesk } from '../_course/CourseProvider';
import { tellUndoable } from '../_course/undo-notice';
import styles from './inspector.module.css';

const shown = 6;

/** What stands in the way of the next edition, and what is worth a look. A click goes there. */
export function ReadinessList() {
  const { findings, store, head } = useDesk();
  const router = useRouter();
  const [all, setAll] = useState(false);
  const settle = findings.filter((finding) => finding.level === 'settle').length;
  const go = ({ place, rule }: Finding) => {
    if (place.table === 'lesson' || place.table === 'section') store.select({ table: place.table, id: place.id });
    // What is missing between lessons and outcomes is put right in the table of both.
    const page = place.table === 'outcome' || rule === 'lesson-serves-none' ? 'plan/coverage' : place.stage;
    router.push(`/c/${head.slug}/${page}`);
  };
  const fix = (finding: Finding) => {
    if (!finding.fix) return;
    const done = store.edit(finding.fix.edit);
    if (done.ok) tellUndoable(store, `${finding.fix.label}: done.`);
  };
  return (
    <section className={styles.readiness} aria-label="Readiness">
      <div className={styles.readinessHead}>
        <h2>Before the next edition</h2>
        <span className={styles.inherits}>{settle > 0 ? `${settle} to settle` : 'nothing to settle'}</span>
      </div>
      {findings.length === 0 && (
        <p className={styles.facts}>
          <span>
            <IconCircleCheck size={15} aria-hidden="true" /> Everything is settled.
          </span>
        </p>
      )}
      <ul className={styles.findings}>
        {findings.slice(0, all ? undefined : shown).map((finding) => (
          <li key={`${finding.rule}/${finding.place.id}/${finding.sentence}`}>
            <UnstyledButton className={styles.finding} data-level={finding.level} onClick={() => go(finding)}>
              {finding.level === 'settle' ? (
                <IconAlertSquare size={16} aria-label="To settle" />
              ) : (
                <IconAlertTriangle size={16} aria-label="Worth a look" />
              )}
              <span>{finding.sentence}</span>
            </UnstyledButton>
            {finding.fix && (
              <Button className={styles.fix} size="compact-sm" variant="default" onClick={() => fix(finding)}>
                {finding.fix.label}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {findings.length > shown && (
        <Button variant="subtle" size="compact-sm" onClick={() => setAll(!all)}>
          {all ? 'Show fewer' : `Show all ${findings.length}`}
        </Button>
      )}
    </section>
  );
}
