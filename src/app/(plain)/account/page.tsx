import { signedIn } from '@/app/_server/doors';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import { occasionNames, occasionOf } from '@/core/message';
import { localeChoices, zonesWith } from '@/core/people';
import { instantFrom } from '@/server/enrolment';
import { choicesOf, lettersTo } from '@/server/message';
import { nameAsked } from '@/server/people';
import controls from '@/ui/plain/controls.module.css';
import { LearnerBar } from '../_learn/LearnerBar';
import { LeaveButton } from '../_learn/LeaveButton';
import styles from '../_learn/learn.module.css';
import own from './account.module.css';
import { ChangeName } from './ChangeName';
import { ChangePassword } from './ChangePassword';
import { ChooseMessages } from './ChooseMessages';
import { ChooseLocale, ChooseZone } from './ChooseNames';

export const metadata = { title: 'Your account' };

export default async function AccountPage() {
  const { person, db } = await signedIn('/account');
  const [asked, choices, letters] = await Promise.all([
    nameAsked(db, person.id),
    choicesOf(db, person.id),
    lettersTo(db, person.id),
  ]);
  const occasions = occasionNames.map((name) => ({ name, words: occasionOf(name).choice }));
  return (
    <>
      <LearnerBar name={person.name} at={null} />
      <main className={styles.cards}>
        <h1>Your account</h1>
        <p className={controls.quiet}>
          <bdi>{person.name}</bdi> · {person.email} · {person.role} · <a href="/">Back to your work</a>
        </p>
        <ChangeName name={person.name} asked={asked} />
        <ChooseZone zone={person.zone} zones={zonesWith(person.zone)} />
        <ChooseLocale
          locale={person.locale}
          choices={localeChoices(person.locale, Temporal.Now.instant(), person.zone)}
        />
        <section id="messages" className={own.messages}>
          <h2>Messages</h2>
          <ChooseMessages choices={choices} occasions={occasions} zone={person.zone} />
          {letters.length > 0 && (
            <>
              <h2>What you were sent</h2>
              <ul className={own.letters}>
                {letters.map(({ id, subject, text, sentAt }) => (
                  <li key={id}>
                    <details>
                      <summary>
                        <bdi>{subject}</bdi>
                        <span className={controls.quiet}>{dateTimeText(instantFrom(sentAt), person)}</span>
                      </summary>
                      <pre dir="auto">{text}</pre>
                    </details>
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
        <ChangePassword />
        <section className={styles.card}>
          <p>Signed in on a machine that is not yours, or lost one? This ends it in every browser, here as well.</p>
          <LeaveButton everywhere />
        </section>
      </main>
    </>
  );
}
