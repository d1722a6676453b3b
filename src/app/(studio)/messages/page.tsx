import { FindField } from '@/app/_client/FindField';
import { schoolDoor } from '@/app/_server/doors';
import { isId } from '@/core/kernel/ids';
import { numberText } from '@/core/kernel/locale';
import { findIn, pageIn } from '@/core/kernel/page';
import { dateTimeText } from '@/core/kernel/time';
import { occasionOf } from '@/core/message';
import { can, makesCourses } from '@/core/people';
import { instantFrom } from '@/server/enrolment';
import { messageOf, messageStates, type OutboxRow, outboxPage } from '@/server/message';
import { coursesFor } from '@/server/outline';
import { Link } from '@/ui/frame/Link';
import { Pages } from '@/ui/table/Pages';
import { TopBar } from '../_frame/TopBar';
import { ChooseCourse } from './ChooseCourse';
import { MailView } from './MailView';
import styles from './messages.module.css';
import { Glyph, stateNames } from './states';

export const metadata = { title: 'Messages' };

type Query = { readonly [name: string]: string | string[] | undefined };

/** The outbox: everything anybody is told, with what became of it. */
export default async function MessagesPage({ searchParams }: { readonly searchParams: Promise<Query> }) {
  const [entered, asked] = await Promise.all([schoolDoor(makesCourses, '/messages'), searchParams]);
  const { person, db } = entered;
  const find = findIn(asked.find);
  const state = messageStates.find((one) => one === asked.state) ?? null;
  const courseId = isId(asked.course) ? asked.course : null;
  const chosen = isId(asked.message) ? asked.message : null;
  const [{ rows, found, counts, page }, mail, courses] = await Promise.all([
    outboxPage(db, person, { courseId, state, find, page: pageIn(asked.page) }),
    chosen ? messageOf(db, person, chosen) : null,
    coursesFor(db, person),
  ]);
  const given = { find, state: state ?? '', course: courseId ?? '', page: String(page) };
  const hrefOf = (other: { readonly [name: string]: string }) => {
    const all = Object.entries({ ...given, ...other }).filter(
      ([name, value]) => value !== '' && !(name === 'page' && value === '1'),
    );
    return `/messages${all.length > 0 ? `?${new URLSearchParams(all)}` : ''}`;
  };
  const total = messageStates.reduce((sum, one) => sum + counts[one], 0);
  const names = { locale: person.locale, zone: person.zone };
  const timeOf = (at: string) => dateTimeText(instantFrom(at), names, false);
  const isNarrowed = find !== '' || state !== null || courseId !== null;
  return (
    <>
      <TopBar entered={entered} here="messages" />
      <div className={styles.bench} data-chosen={mail !== null || undefined}>
        <main className={styles.main}>
          <div className={styles.head}>
            <h1>Messages</h1>
            <FindField label="Find a person" placeholder="Find a person or an address" find={find} />
            <ChooseCourse
              course={courseId ?? ''}
              courses={courses.map(({ id, title }) => ({
                id,
                title,
                href: hrefOf({ course: id, page: '', message: '' }),
              }))}
              allHref={hrefOf({ course: '', page: '', message: '' })}
            />
            {can(person, 'message.change') && (
              <Link href="/messages/texts" className={styles.away}>
                Texts of the school
              </Link>
            )}
          </div>
          <nav className={styles.states} aria-label="What became of them">
            <Link href={hrefOf({ state: '', page: '' })} aria-current={state === null || undefined}>
              <b>{numberText(total)}</b> all
            </Link>
            {messageStates.map((one) => (
              <Link
                key={one}
                href={hrefOf({ state: one, page: '' })}
                aria-current={state === one || undefined}
                data-state={one}
              >
                <Glyph state={one} /> <b>{numberText(counts[one])}</b> {stateNames[one]}
              </Link>
            ))}
          </nav>
          {found === 0 && (
            <p className={styles.empty}>
              {isNarrowed
                ? 'No message is like that. Choose another state or course, or look for somebody else.'
                : 'Nobody has been told anything yet. Messages appear here by themselves: when somebody is enrolled, when lessons open, before sessions, when work is marked.'}
            </p>
          )}
          <ol className={styles.rows}>
            {rows.map((row) => (
              <li key={row.id} data-chosen={row.id === chosen || undefined}>
                <Link href={hrefOf({ message: row.id })} scroll={false} data-state={row.state}>
                  <Glyph state={row.state} />
                  <span className={styles.what}>
                    <b>{occasionOf(row.occasion).title}</b>
                    <span dir="auto">{row.course}</span>
                  </span>
                  <span className={styles.whom}>
                    <bdi>{row.person}</bdi>
                  </span>
                  <span className={styles.when}>{whenText(row, timeOf)}</span>
                  {row.why && <span className={styles.why}>{row.why}</span>}
                </Link>
              </li>
            ))}
          </ol>
          <Pages page={page} found={found} what="messages" hrefOf={(other) => hrefOf({ page: String(other) })} />
        </main>
        {mail && (
          <aside className={styles.inspector} aria-label="The message that is chosen">
            <MailView
              key={mail.id}
              mail={mail}
              title={occasionOf(mail.occasion).title}
              when={whenText(mail, timeOf)}
              mayChange={can(person, 'message.change', { courseId: mail.courseId })}
              closeHref={hrefOf({ message: '' })}
            />
          </aside>
        )}
      </div>
    </>
  );
}

function whenText({ state, sentAt, dueAt, madeAt }: OutboxRow, timeOf: (at: string) => string): string {
  if (sentAt) return `sent ${timeOf(sentAt)}`;
  return state === 'waiting' ? `goes ${timeOf(dueAt)}` : timeOf(madeAt);
}
