import { anybody } from '@/app/_server/doors';
import { usualLocale } from '@/core/kernel/locale';
import { sharing } from '@/server/certificate';
import { schoolFacts } from '@/server/people';
import { Mark } from '@/ui/frame/Mark';
import { CheckDesk } from './CheckDesk';
import styles from './check.module.css';

export const metadata = { title: 'Check a certificate' };

/** For whoever was given a certificate or a badge of this school: whether it is genuine, and holds. */
export default async function CheckAny() {
  const { db } = await anybody();
  const [{ isFound }, school] = await Promise.all([sharing(db), schoolFacts(db)]);
  const names = { locale: school?.locale ?? usualLocale, zone: school?.zone ?? 'UTC' };
  return (
    <main className={styles.desk}>
      <p className={styles.school}>
        <Mark size={24} /> {school?.name}
      </p>
      <h1>Check a certificate or a badge</h1>
      <CheckDesk isFound={isFound} names={names} />
    </main>
  );
}
