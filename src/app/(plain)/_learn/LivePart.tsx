import { IconBroadcast } from '@tabler/icons-react';
import { roomHref } from '@/app/_client/room-href';
import { dateTimeText, Temporal } from '@/core/kernel/time';
import type { LearnerView, LessonView } from '@/core/learning';
import { type Meeting, meetingAt, meetingsOf, type RoomFacts, type RoomState, roomState, startOf } from '@/core/live';
import { isOpen } from '@/core/release';
import controls from '@/ui/plain/controls.module.css';
import { Countdown } from './Countdown';
import styles from './learn.module.css';
import { lessonHref, type Place } from './place';
import { Renewed } from './Renewed';

type Props = {
  readonly view: LearnerView;
  readonly one: LessonView;
  readonly place: Place;
  /** What has happened in its rooms, by the moment each meeting begins. */
  readonly rooms: ReadonlyMap<string, RoomFacts>;
};

const nothing: RoomFacts = { startedAt: null, endedAt: null };

/** When a session meets for its learner, and the way into its room; with what to look at before, and to do after. */
export function LivePart({ view, one, place, rooms }: Props) {
  const { lesson } = one;
  if (!lesson.live) return null;
  const meetings = meetingsOf(lesson, view.clock);
  const nowMs = view.now.epochMilliseconds;
  const factsOf = (meeting: Meeting) => rooms.get(`${lesson.id} ${meeting.starts}`) ?? nothing;
  const next = meetings.find((meeting) => roomState(meeting, factsOf(meeting), nowMs) !== 'over');
  const shown = next ?? meetingAt(meetings, nowMs);
  if (!shown) return <p className={controls.notice}>This session has no time yet.</p>;
  const state = roomState(shown, factsOf(shown), nowMs);
  return (
    <section className={styles.live} aria-label="Live session">
      <p className={styles.when}>
        <IconBroadcast size={18} stroke={1.75} aria-hidden="true" /> {dateTimeText(startOf(shown), place)} ({place.zone}
        ), {lesson.live.minutes} min
      </p>
      <Stands state={state} meeting={shown} view={view} one={one} place={place} />
      {meetings.length > 1 && (
        <details>
          <summary>It meets {meetings.length} times</summary>
          <ol>
            {meetings.map((meeting) => (
              <li key={meeting.starts}>
                {dateTimeText(startOf(meeting), place)}
                {roomState(meeting, factsOf(meeting), nowMs) === 'over' && ', over'}
              </li>
            ))}
          </ol>
        </details>
      )}
      <Lessons name="Before it" ids={lesson.live.before} view={view} place={place} />
      <Lessons name="Afterwards" ids={lesson.live.after} view={view} place={place} />
      {!place.isView && state !== 'over' && (
        <Renewed at={nowMs < shown.opens ? shown.opens : null} now={nowMs} often={state === 'waiting'} />
      )}
    </section>
  );
}

function Stands({
  state,
  meeting,
  view,
  one,
  place,
}: {
  readonly state: RoomState;
  readonly meeting: Meeting;
} & Pick<Props, 'view' | 'one' | 'place'>) {
  const nowMs = view.now.epochMilliseconds;
  const href = roomHref(place.courseId, one.lesson.id, meeting.starts);
  if (state === 'over')
    return (
      <p>
        This session is over.{' '}
        {one.lesson.media ? 'Its recording is above.' : 'A recording, if there is one, will stand here.'}
      </p>
    );
  if (state === 'not-begun') {
    const opens = Temporal.Instant.fromEpochMilliseconds(meeting.opens);
    return (
      <>
        <p>It has not begun. You can come in from {dateTimeText(opens, place, false)} on.</p>
        <p className={styles.countdown}>
          <Countdown at={meeting.starts} now={nowMs} form="days" live={!place.isView} />
        </p>
      </>
    );
  }
  const words = state === 'waiting' ? 'The room is open; it waits for the host.' : 'It is under way.';
  return (
    <p>
      {words}{' '}
      {!place.isView && (
        <a className={controls.primary} href={href}>
          Come in
        </a>
      )}
    </p>
  );
}

function Lessons({
  name,
  ids,
  view,
  place,
}: {
  readonly name: string;
  readonly ids: readonly string[];
} & Pick<Props, 'view' | 'place'>) {
  const found = ids.flatMap((id) => view.lessons.find(({ lesson }) => lesson.id === id) ?? []);
  if (found.length === 0) return null;
  return (
    <p>
      {name}:{' '}
      {found.map(({ lesson, opening }, i) => (
        <span key={lesson.id}>
          {i > 0 && ', '}
          <a href={lessonHref(place, lesson.id)}>{lesson.title}</a>
          {!isOpen(opening, view.now) && ' (not open yet)'}
        </span>
      ))}
    </p>
  );
}
