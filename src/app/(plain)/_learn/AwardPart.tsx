import type { LearnerView } from '@/core/learning';
import type { CertificateRow } from '@/server/certificate';
import controls from '@/ui/plain/controls.module.css';
import { CommandButton } from './CommandButton';
import styles from './learn.module.css';
import type { Place } from './place';

/** Whether there is anything to say of the certificate or of the end of the course. */
export const showsAward = (view: LearnerView) =>
  view.award !== null || view.completion.mayFinish || view.completion.complete;

/** Where a certificate that holds is to be had. */
export const CertificateLinks = ({ certificate }: { readonly certificate: CertificateRow }) =>
  certificate.withdrawnAt === null && (
    <p style={{ display: 'flex', gap: 8, marginTop: 10, flexWrap: 'wrap' }}>
      <a className={controls.primary} href={`/certificate/${certificate.token}/pdf`}>
        Download the PDF
      </a>
      <a className={controls.button} href={`/check/${certificate.token}`}>
        Check page
      </a>
      <a className={controls.button} href="/learn/certificates">
        Show it to others
      </a>
    </p>
  );

/**
 * Where the certificate stands: earned, or what is still missing; and finishing, where that is the learner's to say.
 */
export function AwardPart({
  view,
  place,
  certificate,
}: {
  readonly view: LearnerView;
  readonly place: Place;
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
        <CertificateLinks certificate={certificate} />
      </section>
    );
  }
  return (
    <section className={styles.award} aria-label="Certificate">
      {place.isView ? (
        (completion.mayFinish || award?.earned) && (
          <p className={controls.quiet}>
            {award?.earned ? 'The certificate is earned here.' : 'A learner could finish the course here.'} This is a
            view: none is made.
          </p>
        )
      ) : (
        <>
          {completion.mayFinish && (
            <CommandButton command="enrolment.finish" input={{ courseId: place.courseId }} label="Finish the course" />
          )}
          {award?.earned && view.document.course.award.approved && (
            <p className={controls.quiet}>You have earned the certificate. Somebody of the school looks at it first.</p>
          )}
          {award?.earned && !view.document.course.award.approved && (
            <CommandButton
              command="certificate.claim"
              input={{ courseId: place.courseId }}
              label="Get your certificate"
            />
          )}
        </>
      )}
      {award && !award.earned && (
        <div className={styles.certificate}>
          {/* Drawn small: it says what it is for, and what it lacks stands behind one link. */}
          <span className={styles.sheet} aria-hidden="true">
            <b>Certificate</b>
            <i dir="auto">{view.document.course.title}</i>
          </span>
          <div>
            <h2>The certificate</h2>
            <details>
              <summary>
                {award.missing.length === 1 ? 'One thing is' : `${award.missing.length} things are`} still missing
              </summary>
              <ul>
                {award.missing.map((one) => (
                  <li key={one}>{one}</li>
                ))}
              </ul>
            </details>
          </div>
        </div>
      )}
      {!award && completion.complete && <p>You have completed this course.</p>}
    </section>
  );
}
