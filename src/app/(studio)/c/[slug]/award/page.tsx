'use client';
import { SegmentedControl, Select, Skeleton, Switch } from '@mantine/core';
import { IconAlertTriangle, IconCheck } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { send } from '@/app/_client/act';
import { type AwardSettings, faces, inks, papers } from '@/core/certificate';
import type { Drawn } from '@/server/certificate';
import { NumberField, TextField } from '@/ui/fields/fields';
import { useCourse, useDesk } from '../_course/CourseProvider';
import { Workbench } from '../_course/Workbench';
import inspector from '../_inspector/inspector.module.css';
import { SavedMark } from '../build/Toolbar';
import styles from './award.module.css';
import { Sheet } from './Sheet';

type Fit = {
  readonly name: string;
  readonly size: number;
  readonly problems: readonly string[];
  readonly lines: Drawn['texts'];
};
type Answer = {
  readonly sample: Drawn;
  readonly fits: readonly Fit[];
  /** How many are on the roll, all of whom were looked at, and who of them does not fit. */
  readonly rollCount: number;
  readonly misfits: readonly { readonly name: string; readonly problem: string }[];
};

const choices = (names: Record<string, { readonly name: string }>) =>
  Object.entries(names).map(([value, { name }]) => ({ value, label: name }));

/** The certificate of the course: its design seen as it will be printed, and when it is awarded. */
export default function AwardPage() {
  const { store, head } = useDesk();
  const { id, award } = useCourse();
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const set = (part: Partial<AwardSettings>) =>
    store.edit({ do: 'set', table: 'course', id, fields: { award: { ...award, ...part } } });

  useEffect(() => {
    let current = true;
    const timer = setTimeout(async () => {
      const laid = await send<Answer>(`/api/course/${head.id}/certificate`, { design: award });
      if (!current) return;
      if (laid.ok) setAnswer(laid.value);
      setProblem(laid.ok ? null : laid.problem.sentence);
    }, 120);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [award, head.id]);

  const misfits = answer?.fits.filter((fit) => fit.problems.length > 0) ?? [];
  const smallest = answer ? Math.min(...answer.fits.map((fit) => fit.size)) : 0;
  return (
    <Workbench
      inspector={
        <div className={inspector.inspector}>
          <h2 className={inspector.title}>Certificate</h2>
          <Switch
            label="This course awards a certificate"
            checked={award.on}
            onChange={(event) => set({ on: event.currentTarget.checked })}
          />
          <p className={inspector.inherits}>
            It is issued as soon as the course is complete and the grade below is reached.
          </p>
          <NumberField
            label="Course grade of at least"
            unit="%"
            value={award.minPercent}
            empty="no grade asked"
            onSave={(minPercent) => set({ minPercent })}
          />
          <TextField
            label="Number begins with"
            value={award.prefix}
            onSave={(prefix) => set({ prefix })}
            description={`Looks like ${award.prefix}-7K4Q-0182: four random characters and a count.`}
          />
          <h2 className={inspector.title}>Words</h2>
          <TextField label="Heading" value={award.heading} onSave={(heading) => set({ heading })} />
          <TextField label="Below the name" value={award.below} onSave={(below) => set({ below })} />
          <div className={inspector.pair}>
            <TextField label="Signed by" value={award.signer} onSave={(signer) => set({ signer })} />
            <TextField label="As" value={award.signerRole} onSave={(signerRole) => set({ signerRole })} />
          </div>
          <Switch
            label="Shows the course grade"
            checked={award.showsGrade}
            onChange={(event) => set({ showsGrade: event.currentTarget.checked })}
          />
          <h2 className={inspector.title}>Look</h2>
          <div className={inspector.pair}>
            <Select
              label="Frame"
              value={award.frame}
              data={choices(inks)}
              onChange={(frame) => frame && set({ frame: frame as AwardSettings['frame'] })}
            />
            <Select
              label="Ink"
              value={award.ink}
              data={choices(inks)}
              onChange={(ink) => ink && set({ ink: ink as AwardSettings['ink'] })}
            />
          </div>
          <Select
            label="Typeface of the name"
            value={award.nameFace}
            data={choices(faces)}
            onChange={(nameFace) => nameFace && set({ nameFace: nameFace as AwardSettings['nameFace'] })}
          />
          <div className={inspector.pair}>
            <NumberField
              label="Largest size"
              unit="pt"
              value={award.nameLargest}
              onSave={(nameLargest) => set({ nameLargest: nameLargest ?? 0 })}
            />
            <NumberField
              label="Never below"
              unit="pt"
              value={award.nameSmallest}
              onSave={(nameSmallest) => set({ nameSmallest: nameSmallest ?? 0 })}
            />
          </div>
          <p className={inspector.inherits}>A name that is too long shrinks, then goes on two lines.</p>
        </div>
      }
    >
      <div className={styles.bar}>
        <SegmentedControl
          size="sm"
          aria-label="Paper"
          value={award.paper}
          data={choices(papers)}
          onChange={(paper) => set({ paper: paper as AwardSettings['paper'] })}
        />
        <SavedMark />
      </div>
      <div className={styles.stage}>
        {problem && (
          <p role="alert" className={styles.problem}>
            {problem}
          </p>
        )}
        {answer ? (
          <Sheet
            drawn={answer.sample}
            label={`The certificate as it will be printed, with a sample name: ${award.heading}`}
          />
        ) : (
          <Skeleton className={styles.waiting} aria-label="The certificate is being set" role="status" />
        )}
      </div>
      <section className={styles.strip} aria-label="Does every name fit?">
        <p className={styles.stripHead}>
          <span>
            <b>Does every name fit?</b>{' '}
            <span className={styles.quiet}>hard names, the longest on the roll, and everybody else on it</span>
          </span>
          {answer &&
            (misfits.length === 0 ? (
              <span className={styles.good}>
                <IconCheck size={14} aria-hidden="true" /> all fit, smallest {smallest} pt
              </span>
            ) : (
              <span className={styles.bad}>
                <IconAlertTriangle size={14} aria-hidden="true" /> {misfits.length}{' '}
                {misfits.length === 1 ? 'does' : 'do'} not fit
              </span>
            ))}
        </p>
        {answer && answer.misfits.length > 0 && (
          <div className={styles.misfits} role="alert">
            <p>
              <b>
                {answer.misfits.length} of {answer.rollCount} on the roll {answer.misfits.length === 1 ? 'does' : 'do'}{' '}
                not fit
              </b>{' '}
              and would be held back until the design or the name is changed:
            </p>
            <ul>
              {answer.misfits.slice(0, 20).map((one) => (
                <li key={one.name}>
                  <bdi>{one.name}</bdi>: {one.problem}
                </li>
              ))}
            </ul>
          </div>
        )}
        <ul className={styles.names}>
          {answer?.fits.map((fit) => (
            <li key={fit.name} data-bad={fit.problems.length > 0 || undefined}>
              <NameStrip fit={fit} />
              <span className={styles.quiet}>{fit.problems[0] ?? `${fit.size} pt`}</span>
            </li>
          ))}
        </ul>
      </section>
    </Workbench>
  );
}

/** A name as it will be set, scaled to its box. */
function NameStrip({ fit }: { readonly fit: Fit }) {
  const width = 360;
  const top = Math.min(...fit.lines.map((line) => line.y - line.size));
  const height = Math.max(...fit.lines.map((line) => line.y + line.size * 0.4)) - top;
  const middle = fit.lines[0]?.x ?? 0;
  return (
    <svg
      viewBox={`${middle - 330} ${top} 660 ${height}`}
      width={width / 2}
      height={44}
      role="img"
      aria-label={fit.name}
    >
      {fit.lines.map((line) => (
        <path key={line.y} d={line.path} fill="var(--ink)" />
      ))}
    </svg>
  );
}
