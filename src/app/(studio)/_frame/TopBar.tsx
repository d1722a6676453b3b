import {
  IconAlertTriangle,
  IconBooks,
  IconCalendar,
  IconInbox,
  IconMail,
  IconPhotoVideo,
  IconTable,
  IconUsers,
} from '@tabler/icons-react';
import type { Entered } from '@/app/_server/doors';
import { beginsWith, can, makesCourses } from '@/core/people';
import { countWaiting } from '@/server/marking';
import { schoolFacts } from '@/server/people';
import { diskWarning } from '@/server/platform/disk';
import { Link } from '@/ui/frame/Link';
import { Mark } from '@/ui/frame/Mark';
import { FindAnything } from './FindAnything';
import styles from './frame.module.css';
import { PersonMenu } from './PersonMenu';

type Props = {
  readonly entered: Entered;
  readonly here: 'courses' | 'calendar' | 'library' | 'catalogue' | 'marking' | 'messages' | 'people' | 'school';
};

export async function TopBar({ entered: { person, db }, here }: Props) {
  const [school, waiting, warning] = await Promise.all([
    schoolFacts(db),
    countWaiting(db, person),
    can(person, 'people.manage') ? diskWarning().catch(() => null) : null,
  ]);
  const makes = makesCourses(person);
  return (
    <>
      <header className={styles.bar} data-steers>
        <Link href="/" className={styles.brand} aria-label={`Mosaik, ${school?.name ?? ''}`}>
          <Mark />
          <b>Mosaik</b>
          <span className={styles.school}>{school?.name}</span>
        </Link>
        <FindAnything makes={makes} manages={can(person, 'people.manage')} />
        <nav className={styles.nav} aria-label="School">
          {makes && (
            <Link href="/courses" className={styles.link} aria-current={here === 'courses' ? 'page' : undefined}>
              <IconBooks size={18} stroke={1.75} aria-hidden="true" />
              <span>Courses</span>
            </Link>
          )}
          {makes && (
            <Link href="/library" className={styles.link} aria-current={here === 'library' ? 'page' : undefined}>
              <IconPhotoVideo size={18} stroke={1.75} aria-hidden="true" />
              <span>Library</span>
            </Link>
          )}
          {makes && (
            <Link href="/calendar" className={styles.link} aria-current={here === 'calendar' ? 'page' : undefined}>
              <IconCalendar size={18} stroke={1.75} aria-hidden="true" />
              <span>Calendar</span>
            </Link>
          )}
          {makes && (
            <Link href="/messages" className={styles.link} aria-current={here === 'messages' ? 'page' : undefined}>
              <IconMail size={18} stroke={1.75} aria-hidden="true" />
              <span>Messages</span>
            </Link>
          )}
          {makes && (
            <Link href="/catalogue" className={styles.link} aria-current={here === 'catalogue' ? 'page' : undefined}>
              <IconTable size={18} stroke={1.75} aria-hidden="true" />
              <span>Catalogue</span>
            </Link>
          )}
          {(makes || waiting > 0 || beginsWith(person) === 'marking') && (
            <Link href="/marking" className={styles.link} aria-current={here === 'marking' ? 'page' : undefined}>
              <IconInbox size={18} stroke={1.75} aria-hidden="true" />
              <span>Marking</span>
              {waiting > 0 && (
                <b className={styles.count}>
                  {waiting}
                  <span className="visually-hidden"> waiting</span>
                </b>
              )}
            </Link>
          )}
          {can(person, 'people.manage') && (
            <Link href="/people" className={styles.link} aria-current={here === 'people' ? 'page' : undefined}>
              <IconUsers size={18} stroke={1.75} aria-hidden="true" />
              <span>People</span>
            </Link>
          )}
          <PersonMenu name={person.name} email={person.email} manages={can(person, 'school.change')} />
        </nav>
      </header>
      {warning && (
        <p className={styles.warning} role="alert">
          <IconAlertTriangle size={16} stroke={1.75} aria-hidden="true" /> {warning}
        </p>
      )}
    </>
  );
}
