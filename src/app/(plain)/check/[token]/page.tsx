import { IconCircleCheck, IconCircleX } from '@tabler/icons-react';
import type { Metadata } from 'next';
import { anybody } from '@/app/_server/doors';
import { dateTimeText, longDayText, type Names } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import { certificateByToken, certificateTold, checkAddress, type Told } from '@/server/certificate';
import { instantFrom } from '@/server/enrolment';
import { schoolFacts } from '@/server/people';
import { Mark } from '@/ui/frame/Mark';
import styles from './check.module.css';

type Props = { readonly params: Promise<{ token: string }> };

/** What places that show a link are given: the picture of what is shown, and nothing of what is private. */
export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { token } = await params;
  const { db } = await anybody();
  const row = await certificateByToken(db, token);
  const usual = { title: 'Check a certificate', robots: { index: false } };
  if (!row || row.isPrivate) return usual;
  const title = `${row.holder}: ${row.courseTitle}`;
  const picture = `${checkAddress(token).replace('/check/', '/certificate/')}/picture`;
  return { ...usual, openGraph: { title, siteName: row.school, images: [{ url: picture, width: 1200 }] } };
}

const stateText: { readonly [S in Told['state']]: string } = {
  valid: 'This certificate is valid',
  replaced: 'This certificate was replaced',
  withdrawn: 'This certificate was withdrawn',
  over: 'This certificate holds no more',
};

/** What anybody with the address may know of a certificate: whose, for what, by whom, and whether it stands. */
export default async function CheckPage({ params }: Props) {
  const { token } = await params;
  const { db } = await anybody();
  const [row, school] = await Promise.all([certificateByToken(db, token), schoolFacts(db)]);
  const names = { locale: school?.locale ?? 'en-GB', zone: school?.zone ?? 'UTC' };
  if (!row) {
    return (
      <main className={styles.page}>
        <section className={styles.sheet} data-state="none">
          <h1>
            <IconCircleX size={28} aria-hidden="true" /> No certificate at this address
          </h1>
          <p>
            No certificate of this school is checked here. Compare the address with the one on the certificate, letter
            by letter; capital and small letters differ.
          </p>
        </section>
      </main>
    );
  }
  const told = await certificateTold(db, row);
  const valid = told.state === 'valid';
  return (
    <main className={styles.page}>
      <section className={styles.sheet} data-state={valid ? 'valid' : 'withdrawn'}>
        <p className={styles.school}>
          <Mark size={24} /> {told.issuer}
        </p>
        <h1>
          {valid ? <IconCircleCheck size={28} aria-hidden="true" /> : <IconCircleX size={28} aria-hidden="true" />}{' '}
          {stateText[told.state]}
        </h1>
        <Facts told={told} names={names} />
        {!told.of && <p>Its holder keeps the rest private.</p>}
        {told.replacedBy && (
          <p>
            It was issued anew: <a href={told.replacedBy.address}>No. {told.replacedBy.number}</a>
          </p>
        )}
        <p className={styles.data}>
          <a href={`/certificate/${token}/data`}>The same for programs</a>
        </p>
      </section>
    </main>
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
      <dd>{longDayText(instantFrom(told.issuedAt), names)}</dd>
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
          <dd>{longDayText(instantFrom(expiresAt).subtract({ milliseconds: 1 }), names)}</dd>
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
            {dateTimeText(instantFrom(withdrawnAt), names)}
            {told.withdrawnWhy && <>: {told.withdrawnWhy}</>}
          </dd>
        </>
      )}
    </dl>
  );
}
