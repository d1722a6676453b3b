import { signedIn } from '@/app/_server/doors';
import { nameAsked } from '@/server/people';
import controls from '@/ui/plain/controls.module.css';
import { LearnerBar } from '../_learn/LearnerBar';
import styles from '../_learn/learn.module.css';
import { ChangeName } from './ChangeName';
import { ChangePassword } from './ChangePassword';
import { ChooseZone } from './ChooseZone';

export const metadata = { title: 'Your account' };

export default async function AccountPage() {
  const { person, db } = await signedIn('/account');
  const asked = await nameAsked(db, person.id);
  return (
    <>
      <LearnerBar name={person.name} />
      <main className={styles.cards}>
        <h1>Your account</h1>
        <p className={controls.quiet}>
          <bdi>{person.name}</bdi> · {person.email} · {person.role} · <a href="/">Back to your work</a>
        </p>
        <ChangeName name={person.name} asked={asked} />
        <ChooseZone zone={person.zone} />
        <ChangePassword />
      </main>
    </>
  );
}
