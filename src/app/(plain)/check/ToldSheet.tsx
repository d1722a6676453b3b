import { IconCircleCheck, IconCircleX } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { dateTimeText, longDayText, type Names, Temporal } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import type { Told } from '@/server/certificate';
import { Mark } from '@/ui/frame/Mark';
import styles from './check.module.css';

const stateText: { readonly [S in Told['state']]: string } = {
  valid: 'This certificate is valid',
  replaced: 'This certificate was replaced',
  withdrawn: 'This certificate was withdrawn',
  over: 'This certificate holds no more',
};

type Props = { readonly told: Told; readonly names: Names; readonly children?: ReactNode };

/** What is told of a certificate: whether it stands, whose it is, for what and by whom. `children`: what goes with it. */
export function ToldSheet({ told, names, children }: Props) {
  const valid = told.state === 'valid';
  return (
    <section className={styles.sheet} data-state={valid ? 'valid' : 'withdrawn'}>
      <p className={styles.school}>
        <Mark size={24} /> {told.issuer}
      </p>
      <h1>
        {valid ? <IconCircleCheck size={28} aria-hidden="true" /> : <IconCircleX size={28} aria-hidden="true" />}{' '}
        {stateText[told.state]}
      </h1>
      <Facts told={told} names={{ ...names, zone: told.zone }} />
      {!told.of && <p>Its holder keeps the rest private.</p>}
      {told.replacedBy && (
        <p>
          It was issued anew: <a href={told.replacedBy.address}>No. {told.replacedBy.number}</a>
        </p>
      )}
      {children}
    </section>
  );
}

function Facts({ told, names }: { readonly told: Told; readonly names: Names }) {
  const { of, withdrawnAt, expiresAt } = told;
  return (
    <dl>
      {of && (
        <>
          <dt>Holder</dt>
          <dd>
            <bdi>{of.holder}</bdi>
          </dd>
          <dt>For</dt>
          <dd dir="auto">{of.title}</dd>
        </>
      )}
      <dt>Issued by</dt>
      <dd>{told.issuer}</dd>
      <dt>On</dt>
      <dd>{longDayText(Temporal.Instant.from(told.issuedAt), names)}</dd>
      <dt>Number</dt>
      <dd>{told.number}</dd>
      {of?.grade && (
        <>
          <dt>Course grade</dt>
          <dd>{of.grade}</dd>
        </>
      )}
      {expiresAt && (
        <>
          <dt>{told.state === 'over' ? 'Held until' : 'Holds until'}</dt>
          <dd>{longDayText(Temporal.Instant.from(expiresAt).subtract({ milliseconds: 1 }), names)}</dd>
        </>
      )}
      {of && of.minutes !== null && (
        <>
          <dt>Work</dt>
          <dd>about {counted(Math.max(1, Math.round(of.minutes / 60)), 'hour')}</dd>
        </>
      )}
      {of && of.outcomes.length > 0 && (
        <>
          <dt>What was learnt</dt>
          <dd>
            <ul>
              {of.outcomes.map((one) => (
                <li key={one} dir="auto">
                  {one}
                </li>
              ))}
            </ul>
          </dd>
        </>
      )}
      {withdrawnAt && (
        <>
          <dt>Withdrawn</dt>
          <dd>
            {dateTimeText(Temporal.Instant.from(withdrawnAt), names)}
            {told.withdrawnWhy && <>: {told.withdrawnWhy}</>}
          </dd>
        </>
      )}
    </dl>
  );
}
