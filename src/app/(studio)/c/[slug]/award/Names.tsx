import { IconAlertTriangle, IconCheck } from '@tabler/icons-react';
import { type Box, type Design, designFaults } from '@/core/certificate';
import type { NameSet } from '@/server/certificate';
import styles from './award.module.css';
import { Marks } from './Marks';
import type { Names as Asked } from './use-drawn';

/** Whether every name fits: hard ones and the longest of the roll in the real design, and whoever does not fit. */
export function Names({ names, design }: { readonly names: Asked | null; readonly design: Design }) {
  const bad = names?.seen.filter(({ faults }) => faults.length > 0) ?? [];
  const smallest = names ? Math.min(...names.seen.map(({ size }) => size)) : 0;
  const count = names?.misfits.length ?? 0;
  return (
    <section className={styles.strip} aria-label="Does every name fit?">
      <p className={styles.stripHead}>
        <span>
          <b>Does every name fit?</b>{' '}
          <span className={styles.quiet}>hard names, the longest on the roll, and everybody else on it</span>
        </span>
        {names?.box && (
          <span className={bad.length + count === 0 ? styles.good : styles.badMark} role="status">
            {bad.length + count === 0 ? (
              <>
                <IconCheck size={14} aria-hidden="true" /> all fit, smallest {smallest} pt
              </>
            ) : (
              <>
                <IconAlertTriangle size={14} aria-hidden="true" /> {count} of {names.rollCount} on the roll and{' '}
                {bad.length} hard {bad.length === 1 ? 'name does' : 'names do'} not fit
              </>
            )}
          </span>
        )}
      </p>
      <Faults design={design} />
      {count > 0 && (
        <div className={styles.misfits}>
          <p>
            <b>Held back until it is put right</b>: make the box larger, allow a smaller size or a second line, or have
            the name changed.
          </p>
          <table>
            <thead>
              <tr>
                <th scope="col">Name</th>
                <th scope="col">What does not fit</th>
              </tr>
            </thead>
            <tbody>
              {names?.misfits.slice(0, 200).map(({ name, sentence }) => (
                <tr key={name}>
                  <td>
                    <bdi>{name}</bdi>
                  </td>
                  <td>{sentence}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <ul className={styles.names}>
        {names?.seen.map((one) => (
          <li key={one.name} data-bad={one.faults.length > 0 || undefined}>
            {names.box && <NameStrip one={one} box={names.box} ground={design.ground} />}
            <span className={styles.quiet}>{one.faults[0]?.sentence ?? `${one.size} pt`}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What of the page itself is worth a look. */
function Faults({ design }: { readonly design: Design }) {
  const faults = designFaults(design);
  if (faults.length === 0) return null;
  return (
    <ul className={styles.faults}>
      {faults.map(({ sentence, stops }) => (
        <li key={sentence} data-stops={stops || undefined}>
          {sentence}
        </li>
      ))}
    </ul>
  );
}

/** A name as it will be set, in its own box. */
function NameStrip({ one, box, ground }: { readonly one: NameSet; readonly box: Box; readonly ground: string }) {
  const { x, y, width, height } = box;
  return (
    <svg
      viewBox={`${x} ${y} ${width} ${height}`}
      width={180}
      height={Math.min(60, (180 * height) / width)}
      role="img"
      aria-label={one.name}
      style={{ background: ground }}
    >
      <Marks marks={one.marks} />
    </svg>
  );
}
