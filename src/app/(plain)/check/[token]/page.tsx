import { IconCircleCheck, IconCircleX } from '@tabler/icons-react';
import { anybody } from '@/app/_server/doors';
import { readDesign, showsField } from '@/core/certificate';
import { dateTimeText, longDayText, Temporal } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import { certificateByToken, issuedFacts, replacementOf } from '@/server/certificate';
import { instantFrom } from '@/server/enrolment';
import { schoolFacts } from '@/server/people';
import { Mark } from '@/ui/frame/Mark';
import styles from './check.module.css';

export const metadata = { title: 'Check a certificate', robots: { index: false } };

const stateText = (valid: boolean, withdrawn: boolean, replaced: boolean): string => {
  if (valid) return 'This certificate is valid';
  if (replaced) return 'This certificate was replaced';
  return withdrawn ? 'This certificate was withdrawn' : 'This certificate holds no more';
};

/** What anybody with the address may know of a certificate: whose, for what, by whom, and whether it stands. */
export default async function CheckPage({ params }: { readonly params: Promise<{ token: string }> }) {
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
  const now = Temporal.Now.instant();
  const isOver = row.expiresAt !== null && Temporal.Instant.compare(now, instantFrom(row.expiresAt)) >= 0;
  const valid = !row.withdrawnAt && !isOver;
  const next = row.withdrawnAt ? await replacementOf(db, row.id) : null;
  const facts = issuedFacts({ ...row, issuedAt: instantFrom(row.issuedAt).toString() }, school);
  return (
    <main className={styles.page}>
      <section className={styles.sheet} data-state={valid ? 'valid' : 'withdrawn'}>
        <p className={styles.school}>
          <Mark size={24} /> {row.school}
        </p>
        <h1>
          {valid ? <IconCircleCheck size={28} aria-hidden="true" /> : <IconCircleX size={28} aria-hidden="true" />}{' '}
          {stateText(valid, row.withdrawnAt !== null, next !== null)}
        </h1>
        <dl>
          <dt>Holder</dt>
          <dd>
            <bdi>{row.holder}</bdi>
          </dd>
          <dt>For</dt>
          <dd>{row.courseTitle}</dd>
          <dt>Issued by</dt>
          <dd>{row.school}</dd>
          <dt>On</dt>
          <dd>{longDayText(instantFrom(row.issuedAt), names)}</dd>
          <dt>Number</dt>
          <dd>{row.number}</dd>
          {row.grade && showsField(readDesign(row.design), 'grade') && (
            <>
              <dt>Course grade</dt>
              <dd>{row.grade}</dd>
            </>
          )}
          {row.expiresAt && (
            <>
              <dt>{isOver ? 'Held until' : 'Holds until'}</dt>
              <dd>{longDayText(instantFrom(row.expiresAt).subtract({ milliseconds: 1 }), names)}</dd>
            </>
          )}
          {facts.minutes !== null && (
            <>
              <dt>Work</dt>
              <dd>about {counted(Math.max(1, Math.round(facts.minutes / 60)), 'hour')}</dd>
            </>
          )}
          {facts.outcomes.length > 0 && (
            <>
              <dt>What was learnt</dt>
              <dd>
                <ul>
                  {facts.outcomes.map((one) => (
                    <li key={one} dir="auto">
                      {one}
                    </li>
                  ))}
                </ul>
              </dd>
            </>
          )}
          {row.withdrawnAt && (
            <>
              <dt>Withdrawn</dt>
              <dd>
                {dateTimeText(instantFrom(row.withdrawnAt), names)}: {row.withdrawnWhy}
              </dd>
            </>
          )}
        </dl>
        {next && (
          <p>
            It was issued anew: <a href={`/check/${next.token}`}>No. {next.number}</a>
          </p>
        )}
      </section>
    </main>
  );
}
