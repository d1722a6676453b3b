import { redirect } from 'next/navigation';
import { anybody } from '@/app/_server/doors';
import { ownPath } from '@/app/_server/own-path';
import { samplePeople, schoolFacts } from '@/server/people';
import { Mark } from '@/ui/frame/Mark';
import { FirstOwner } from './FirstOwner';
import { SignIn } from './SignIn';
import styles from './sign-in.module.css';

export const metadata = { title: 'Sign in' };

const rows = [
  'malachite 3,malachite 2,malachite 2,plum 5',
  'malachite 2,malachite 4,malachite-l 1,plum 2,night-2 3',
  'malachite 3,night-2 1,lapis 6,saffron-mark 2',
  'malachite-l 2,malachite 3,lapis 5,plum 2',
  'night-2 1,plum 8,malachite 3',
];

export default async function SignInPage({
  searchParams,
}: {
  readonly searchParams: Promise<{ next?: string | string[] }>;
}) {
  const { person, db } = await anybody();
  const [{ next }, school, sample] = await Promise.all([searchParams, schoolFacts(db), samplePeople(db)]);
  if (person) redirect(ownPath(next));
  return (
    <main className={styles.page}>
      <div className={styles.scene}>
        <div className={styles.brand}>
          <Mark size={44} />
          Mosaik
        </div>
        <div aria-hidden="true" style={{ display: 'grid', gap: 3 }}>
          {rows.map((row) => (
            <div key={row} className={styles.tiles}>
              {row.split(',').map((tile, i) => {
                const [colour, span] = tile.split(' ');
                return (
                  <span
                    // biome-ignore lint/suspicious/noArrayIndexKey: a fixed picture
                    key={`${row}-${i}`}
                    className={styles.tile}
                    style={{ gridColumn: `span ${span}`, background: `var(--${colour})` }}
                  />
                );
              })}
            </div>
          ))}
        </div>
        <p className={styles.words}>
          A course is a mosaic. Lay it tile by tile, see at a glance what is missing, and let it open at the right pace.
        </p>
      </div>
      <div className={styles.side}>
        {school ? (
          <SignIn
            school={school.name}
            people={sample}
            next={ownPath(next)}
            samplePassword={sample.length > 0 ? await samplePasswordText() : null}
          />
        ) : (
          <FirstOwner />
        )}
      </div>
    </main>
  );
}

const samplePasswordText = async () => (await import('../../../../demo/people')).samplePassword;
