import { IconCircleX } from '@tabler/icons-react';
import type { Metadata } from 'next';
import { anybody } from '@/app/_server/doors';
import { usualLocale } from '@/core/kernel/locale';
import { certificateByToken, certificateTold, checkAddress } from '@/server/certificate';
import { schoolFacts } from '@/server/people';
import styles from '../check.module.css';
import { ToldSheet } from '../ToldSheet';

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

/** What anybody with the address may know of a certificate: whose, for what, by whom, and whether it stands. */
export default async function CheckPage({ params }: Props) {
  const { token } = await params;
  const { db } = await anybody();
  const [row, school] = await Promise.all([certificateByToken(db, token), schoolFacts(db)]);
  const names = { locale: school?.locale ?? usualLocale, zone: school?.zone ?? 'UTC' };
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
          <p>
            <a href="/check">Check a badge, or look by number</a>
          </p>
        </section>
      </main>
    );
  }
  const told = await certificateTold(db, row);
  return (
    <main className={styles.page}>
      <ToldSheet told={told} names={names}>
        {told.of && told.state !== 'withdrawn' && told.state !== 'replaced' && (
          <p className={styles.badge}>
            <img src={`/issuer/achievements/${row.lessonId ?? row.courseId}/image`} alt="" width={64} height={64} />
            <span>
              It is a signed badge as well, which can be checked without asking anybody:{' '}
              <a href={`/certificate/${token}/badge/png`}>picture</a>,{' '}
              <a href={`/certificate/${token}/badge/json`}>signed data</a>
            </span>
          </p>
        )}
        <p className={styles.data}>
          <a href={`/certificate/${token}/data`}>The same for programs</a> · <a href="/check">Check another one</a>
        </p>
      </ToldSheet>
    </main>
  );
}
