import type { LearnerView } from '@/core/learning';
import type { CertificateRow } from '@/server/certificate';
import controls from '@/ui/plain/controls.module.css';
import { CommandButton } from './CommandButton';
import styles from './learn.module.css';

/** Where the certificate stands: earned, or what is still missing; and finishing, where that is the learner's to say. */
export function AwardPart({
  view,
  courseId,
  certificate,
}: {
  readonly view: LearnerView;
  readonly courseId: string;
  readonly certificate: CertificateRow | null;
}) {
  const { award, completion } = view;
  if (certificate) {
    return (
      <section className={styles.award} aria-label="Certificate">
        <h2>{certificate.withdrawnAt ? 'Your certificate was withdrawn' : 'Your certificate'}</h2>
        <p className={controls.quiet}>
          No. {certificate.number}
          {certificate.withdrawnWhy ? ` · ${certificate.withdrawnWhy}` : ''}
        </p>
        {!certificate.withdrawnAt && (
          <p style={{ display: 'flex', gap: 8, marginTop: 10, flexWrap: 'wrap' }}>
            <a className={controls.primary} href={`/certificate/${certificate.token}/pdf`}>
              Download the PDF
            </a>
            <a className={controls.button} href={`/check/${certificate.token}`}>
              Check page
            </a>
          </p>
        )}
      </section>
    );
  }
  return (
    <section className={styles.award} aria-label="Certificate">
      {completion.mayFinish && <CommandButton command="enrolment.finish" input={{ courseId }} label="Finish the course" />}
      {award?.earned && <CommandButton command="certificate.claim" input={{ courseId }} label="Get your certificate" />}
      {award && !award.earned && (
        <>
          <h2>The certificate</h2>
          <p className={controls.quiet}>Still needed:</p>
          <ul>
            {award.missing.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </>
      )}
      {!award && completion.complete && <p>You have completed this course.</p>}
    </section>
  );
}
