import { signedIn } from '@/app/_server/doors';
import { profileValues, type Shared, shareWords } from '@/core/certificate';
import { longDayText } from '@/core/kernel/time';
import {
  type CertificateRow,
  certificatesOfPerson,
  certificateTold,
  checkAddress,
  sharing,
  type Told,
} from '@/server/certificate';
import { instantFrom } from '@/server/enrolment';
import controls from '@/ui/plain/controls.module.css';
import { LearnerBar } from '../../_learn/LearnerBar';
import learn from '../../_learn/learn.module.css';
import styles from './certificates.module.css';
import { ProfileFields } from './ProfileFields';
import { ShareFields } from './ShareFields';

export const metadata = { title: 'My certificates' };

const stateText = { valid: 'valid', replaced: 'replaced', withdrawn: 'withdrawn', over: 'holds no more' } as const;

/** Whatever somebody was issued: to look at, to take along and to show to others. */
export default async function MyCertificates() {
  const { person, db } = await signedIn('/learn/certificates');
  const rows = await certificatesOfPerson(db, person.id);
  const [told, { words, places }] = await Promise.all([
    Promise.all(rows.map((row) => certificateTold(db, row))),
    sharing(db),
  ]);
  const sharedOf = (row: CertificateRow, { issuedAt, expiresAt, zone }: Told): Shared => ({
    ...{ course: row.courseTitle, school: row.school, number: row.number, address: checkAddress(row.token) },
    ...{ issuedAt, expiresAt, zone },
  });
  return (
    <>
      <LearnerBar name={person.name} at="/learn/certificates" />
      <main className={learn.cards}>
        <h1>My certificates</h1>
        {rows.length === 0 && (
          <p className={controls.quiet}>You have no certificate yet. They stand here as you earn them.</p>
        )}
        {rows.map((row, i) => {
          const own = told[i];
          if (!own) return null;
          const { state } = own;
          const shared = sharedOf(row, own);
          return (
            <section key={row.id} className={styles.card} aria-label={`${row.courseTitle}, No. ${row.number}`}>
              <a href={`/certificate/${row.token}/pdf`} className={styles.picture}>
                <img
                  src={`/certificate/${row.token}/picture`}
                  alt={`The certificate for ${row.courseTitle}`}
                  loading="lazy"
                />
              </a>
              <div className={styles.words}>
                <h2 dir="auto">{row.courseTitle}</h2>
                <p className={controls.quiet}>
                  No. {row.number} · {longDayText(instantFrom(row.issuedAt), person)} · {stateText[state]}
                </p>
                <p className={styles.links}>
                  <a className={controls.primary} href={`/certificate/${row.token}/pdf`}>
                    Download the PDF
                  </a>
                  <a
                    className={controls.button}
                    href={`/certificate/${row.token}/picture`}
                    download={`${row.number}.png`}
                  >
                    Download the picture
                  </a>
                  <a className={controls.button} href={`/check/${row.token}`}>
                    Check page
                  </a>
                </p>
                {(state === 'valid' || state === 'over') && (
                  <div className={styles.badge}>
                    <img src={`/issuer/achievements/${row.lessonId ?? row.courseId}/image`} alt="" loading="lazy" />
                    <p>
                      Your badge: a picture with the signed certificate inside, which others can check without asking
                      anybody. <a href={`/certificate/${row.token}/badge/png`}>Badge as a picture</a>,{' '}
                      <a href={`/certificate/${row.token}/badge/svg`}>as a drawing (SVG)</a>,{' '}
                      <a href={`/certificate/${row.token}/badge/json`}>as signed data</a>
                    </p>
                  </div>
                )}
                {state === 'valid' && (
                  <>
                    <ShareFields
                      certificateId={row.id}
                      address={shared.address}
                      words={shareWords(words, shared)}
                      isPrivate={row.isPrivate}
                      showsGrade={row.showsGrade}
                      hasGrade={row.grade !== null}
                    />
                    <ProfileFields values={profileValues(shared)} places={places} />
                  </>
                )}
              </div>
            </section>
          );
        })}
      </main>
    </>
  );
}
