import { roomHref } from '@/app/_client/room-href';
import { orNotFound, signedIn } from '@/app/_server/doors';
import { isId } from '@/core/kernel/ids';
import { Temporal } from '@/core/kernel/time';
import { planSpans } from '@/core/live';
import { lessonsOf } from '@/core/outline';
import { courseHead } from '@/server/learning';
import { atDoor, roomView } from '@/server/live';
import { liveDocument } from '@/server/outline';
import controls from '@/ui/plain/controls.module.css';
import { Room } from './Room';
import styles from './room.module.css';

type Props = { readonly params: Promise<{ courseId: string; lessonId: string; startsAt: string }> };

export const metadata = { title: 'Live session' };

/** The room of a meeting: a classroom with a plan. */
export default async function RoomPage({ params }: Props) {
  const { courseId, lessonId, startsAt } = await params;
  const { person, db } = await signedIn(roomHref(courseId, lessonId, startsAt));
  const moment = Number(startsAt);
  const place = orNotFound(
    isId(courseId) && isId(lessonId) && Number.isSafeInteger(moment) ? { courseId, lessonId, startsAt: moment } : null,
  );
  const now = Temporal.Now.instant();
  const door = await atDoor(db, person, place, now);
  if (!door.ok) {
    // What is not theirs is not told apart from what is not there.
    orNotFound(door.problem.code === 'closed' || null);
    return (
      <main className={styles.shut}>
        <h1>{door.problem.sentence}</h1>
        <a className={controls.button} href="/learn">
          My courses
        </a>
      </main>
    );
  }
  const { lesson, settings, meeting, isHost, zone } = door.value;
  const head = orNotFound(await courseHead(db, courseId));
  const document = orNotFound(await liveDocument(db, head.liveEditionId));
  const titles = new Map(lessonsOf(document).map((one) => [one.id, one.title]));
  const linked = (ids: readonly string[]) =>
    ids.flatMap((id) => {
      const title = titles.get(id);
      return title ? [{ href: `/learn/${head.slug}/${id}`, title }] : [];
    });
  const spans = planSpans(settings.plan, settings.minutes);
  return (
    <Room
      place={place}
      me={person.id}
      title={lesson.title}
      course={document.course.title}
      back={isHost ? `/c/${head.slug}/release` : `/learn/${head.slug}/${lessonId}`}
      isHost={isHost}
      form={settings.form}
      counts={settings.counts}
      meeting={meeting}
      plan={settings.plan.map((part, i) => ({ title: part.title, ...(spans[i] ?? { from: 0, to: 0 }) }))}
      before={linked(settings.before)}
      after={linked(settings.after)}
      locale={person.locale}
      zone={zone}
      initial={await roomView(db, door.value, now)}
    />
  );
}
