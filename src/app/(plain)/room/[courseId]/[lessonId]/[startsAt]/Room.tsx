'use client';
import { IconBroadcast, IconHandStop } from '@tabler/icons-react';
import { useEffect, useRef } from 'react';
import { useDeed } from '@/app/_client/use-deed';
import { Temporal, timeText } from '@/core/kernel/time';
import type { LiveForm, Meeting, RoomState } from '@/core/live';
import type { RoomPlace, RoomView } from '@/server/live';
import { useReady } from '@/ui/plain/useReady';
import { Chat } from './Chat';
import { People, Tiles } from './People';
import styles from './room.module.css';
import { useRoom } from './use-room';

type Linked = { readonly href: string; readonly title: string };
type Props = {
  readonly place: RoomPlace;
  readonly me: string;
  readonly title: string;
  readonly course: string;
  readonly back: string;
  readonly isHost: boolean;
  readonly form: LiveForm;
  readonly counts: number;
  readonly meeting: Meeting;
  readonly plan: readonly { readonly title: string; readonly from: number; readonly to: number }[];
  readonly before: readonly Linked[];
  readonly after: readonly Linked[];
  readonly locale: string;
  readonly zone: string;
  readonly initial: RoomView;
};

const stateWords: Record<RoomState, string> = {
  'not-begun': 'not begun',
  waiting: 'waiting for the host',
  'under-way': 'under way',
  over: 'over',
};
const formNames: Record<LiveForm, string> = { meeting: 'small meeting', lecture: 'large lecture' };
/** A classroom with a plan: who is here, who would like to speak, what is written, and where in the hour one is. */
export function Room(props: Props) {
  const { title, course, form, meeting, isHost, initial, counts } = props;
  const { room, problem, isIn, perform } = useRoom(props.place, initial);
  const ready = useReady();
  const deed = useDeed();
  const time = (ms: number) => timeText(Temporal.Instant.fromEpochMilliseconds(ms), props);
  const own = room.people.find(({ personId }) => personId === props.me);
  return (
    <div className={styles.room}>
      <header className={styles.top}>
        <h1>{title}</h1>
        <span>
          {course} · {formNames[form]} · times in {props.zone}
        </span>
        <span className={styles.state} data-state={room.state} role="status">
          <IconBroadcast size={16} stroke={1.75} aria-hidden="true" /> {stateWords[room.state]} ·{' '}
          {room.state === 'under-way' ? `${time(room.now)} of ${time(meeting.ends)}` : time(meeting.starts)}
        </span>
        {isHost && room.state === 'waiting' && (
          <button type="button" className={styles.act} disabled={!ready} onClick={() => perform('live.start')}>
            Begin
          </button>
        )}
        {isHost && room.state === 'under-way' && (
          <button type="button" className={styles.act} disabled={!ready} onClick={() => perform('live.end')}>
            End
          </button>
        )}
        <a className={styles.leave} href={props.back}>
          Leave
        </a>
      </header>
      <main className={styles.stage}>
        <section className={styles.page}>
          <Says state={room.state} isHost={isHost} starts={time(meeting.starts)} opens={time(meeting.opens)} />
          {problem && <p role="alert">{problem}</p>}
        </section>
        <Tiles room={room} counts={counts} />
        {isIn && room.state === 'under-way' && !isHost && (
          <HandButton up={own?.handAt != null} ready={ready} onHand={(up) => perform('live.hand', { up })} />
        )}
        <Plan plan={props.plan} meeting={meeting} nowMs={room.now} state={room.state} time={time} />
        <footer className={styles.around}>
          <Links name="before" links={props.before} />
          <Links name="after" links={props.after} />
        </footer>
      </main>
      <aside className={styles.side}>
        <People
          room={room}
          me={props.me}
          isHost={isHost}
          counts={counts}
          ready={ready}
          onSpeaks={(personId, speaks) => perform('live.let-speak', { personId, speaks })}
        />
        <Chat
          room={room}
          isIn={isIn}
          ready={ready}
          time={time}
          onSay={async (words) => {
            const said = await perform('live.say', { id: deed.nameOf({ words }), words });
            if (said.ok) deed.isDone();
            return said;
          }}
        />
      </aside>
    </div>
  );
}

/** What somebody in the room has to know of how it stands. */
function Says({
  state,
  isHost,
  starts,
  opens,
}: {
  readonly state: RoomState;
  readonly isHost: boolean;
  readonly starts: string;
  readonly opens: string;
}) {
  const words: Record<RoomState, readonly [string, string]> = {
    'not-begun': [
      'This session has not begun',
      `It begins at ${starts}. You can come in from ${opens} on; this page lets you in.`,
    ],
    waiting: isHost
      ? ['Begin when you are ready', `It is planned for ${starts}. Who has come in waits for you.`]
      : ['Waiting for the host', `You are in. It is planned for ${starts}, and begins when the host does.`],
    'under-way': ['Under way', 'Write to everybody at the side, or put your hand up when you would like to speak.'],
    over: ['This session is over', 'What was written stays here. A recording, if there is one, comes into the lesson.'],
  };
  return (
    <>
      <h2>{words[state][0]}</h2>
      <p>{words[state][1]}</p>
    </>
  );
}

function HandButton({
  up,
  ready,
  onHand,
}: {
  readonly up: boolean;
  readonly ready: boolean;
  readonly onHand: (up: boolean) => void;
}) {
  const latest = useRef(onHand);
  useEffect(() => {
    latest.current = onHand;
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const isTyping = event.target instanceof HTMLElement && event.target.matches('input, textarea');
      if (event.key.toLowerCase() !== 'h' || isTyping || event.ctrlKey || event.metaKey || event.altKey) return;
      latest.current(!up);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [up]);
  return (
    <button type="button" className={styles.hand} aria-pressed={up} disabled={!ready} onClick={() => onHand(!up)}>
      <IconHandStop size={18} stroke={1.75} aria-hidden="true" /> {up ? 'Hand down' : 'Hand up'} <kbd>H</kbd>
    </button>
  );
}

/** The plan of the hour as a row of tiles, with the present moment in it. */
function Plan({
  plan,
  meeting,
  nowMs,
  state,
  time,
}: {
  readonly plan: Props['plan'];
  readonly meeting: Meeting;
  readonly nowMs: number;
  readonly state: RoomState;
  readonly time: (ms: number) => string;
}) {
  if (plan.length === 0) return null;
  const share = (nowMs - meeting.starts) / (meeting.ends - meeting.starts);
  return (
    <section className={styles.plan} aria-label="Plan">
      <p>
        <span>{time(meeting.starts)}</span>
        <span>{time(meeting.ends)}</span>
      </p>
      <ol>
        {plan.map(({ title, from, to }) => (
          <li
            key={`${from} ${title}`}
            style={{ flexGrow: Math.round((to - from) * 1000) }}
            data-now={(state === 'under-way' && share >= from && share < to) || undefined}
          >
            {title}
          </li>
        ))}
      </ol>
      {state === 'under-way' && share >= 0 && share <= 1 && <i style={{ insetInlineStart: `${share * 100}%` }} />}
    </section>
  );
}

const Links = ({ name, links }: { readonly name: string; readonly links: readonly Linked[] }) =>
  links.length > 0 && (
    <p>
      {name}:{' '}
      {links.map(({ href, title }) => (
        <a key={href} href={href}>
          {title}
        </a>
      ))}
    </p>
  );
