'use client';
import { IconBroadcast, IconHandStop, IconMicrophone, IconMicrophoneOff, IconSend } from '@tabler/icons-react';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import { useDeed } from '@/app/_client/use-deed';
import { Temporal, timeText } from '@/core/kernel/time';
import type { LiveForm, Meeting, RoomState } from '@/core/live';
import type { RoomPerson, RoomPlace, RoomView } from '@/server/live';
import { useReady } from '@/ui/plain/useReady';
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
const initials = (name: string) =>
  name
    .split(/\s+/)
    .slice(0, 2)
    .map((word) => [...word][0] ?? '')
    .join('')
    .toLocaleUpperCase();

/** A classroom with a plan: who is here, who would like to speak, what is written, and where in the hour one is. */
export function Room(props: Props) {
  const { title, course, form, meeting, isHost, initial, counts } = props;
  const { room, problem, isIn, perform } = useRoom(props.place, initial);
  const ready = useReady();
  const deed = useDeed();
  const time = (ms: number) => timeText(Temporal.Instant.fromEpochMilliseconds(ms), props);
  const own = room.people.find(({ personId }) => personId === props.me);
  const here = room.people.filter((one) => one.here);
  const hands = here.filter((one) => one.handAt !== null).sort((a, b) => (a.handAt ?? 0) - (b.handAt ?? 0));
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
        <ul className={styles.tiles} aria-label="People as tiles">
          {room.people.map((one) => (
            <li
              key={one.personId}
              className={styles.person}
              data-host={one.isHost || undefined}
              data-speaks={(one.here && one.speaks) || undefined}
              data-hand={(one.here && one.handAt !== null) || undefined}
              data-away={!one.here || undefined}
              title={one.name}
            >
              <span aria-hidden="true">{initials(one.name)}</span>
              <span className="visually-hidden">{personText(one)}</span>
            </li>
          ))}
          {room.expected.map(({ id, name }) => (
            <li key={id} className={styles.person} data-away title={name}>
              <span aria-hidden="true">{initials(name)}</span>
              <span className="visually-hidden">{name}, expected</span>
            </li>
          ))}
        </ul>
        <p className={styles.legend}>
          a tile is a person · lapis hosts · framed speaks · edge below: hand up · dashed: not here
        </p>
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
        <section aria-label="Who is here">
          <h2>
            Here: {here.length} of {room.people.length + room.expected.length}
          </h2>
          <p className={styles.quiet}>attendance counts from {counts} min</p>
          <ul className={styles.people}>
            {[...hands, ...here.filter((one) => one.handAt === null)].map((one) => (
              <li key={one.personId}>
                <Mark one={one} />
                <bdi>{one.name}</bdi>
                <span className={styles.quiet}>
                  {one.isHost ? 'host' : ''}
                  {isHost && !one.isHost ? `${one.attended} min` : ''}
                </span>
                {isHost && !one.isHost && (
                  <button
                    type="button"
                    className={styles.small}
                    disabled={!ready}
                    onClick={() => perform('live.let-speak', { personId: one.personId, speaks: !one.speaks })}
                  >
                    {one.speaks ? 'Mute' : 'Let speak'}
                  </button>
                )}
              </li>
            ))}
          </ul>
        </section>
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

const personText = ({ name, isHost, here, handAt, speaks }: RoomPerson) =>
  [name, isHost ? 'host' : '', here ? 'here' : 'not here', handAt === null ? '' : 'hand up', speaks ? 'may speak' : '']
    .filter(Boolean)
    .join(', ');

function Mark({ one }: { readonly one: RoomPerson }) {
  if (one.handAt !== null) return <IconHandStop size={16} stroke={1.75} aria-label="hand up" data-hand />;
  return one.speaks ? (
    <IconMicrophone size={16} stroke={1.75} aria-label="may speak" />
  ) : (
    <IconMicrophoneOff size={16} stroke={1.75} aria-label="muted" />
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

function Chat({
  room,
  isIn,
  ready,
  time,
  onSay,
}: {
  readonly room: RoomView;
  readonly isIn: boolean;
  readonly ready: boolean;
  readonly time: (ms: number) => string;
  readonly onSay: (words: string) => Promise<{ readonly ok: boolean }>;
}) {
  const [words, setWords] = useState('');
  const end = useRef<HTMLLIElement>(null);
  const last = room.lines.at(-1)?.id;
  useEffect(() => {
    if (last) end.current?.scrollIntoView({ block: 'nearest' });
  }, [last]);
  const send = async (event: FormEvent) => {
    event.preventDefault();
    if (words.trim() === '') return;
    const done = await onSay(words);
    // What could not be sent stays.
    if (done.ok) setWords('');
  };
  return (
    <section className={styles.chat} aria-label="Chat">
      <h2>Chat</h2>
      <ul role="log">
        {room.lines.map((line) => (
          <li key={line.id} ref={line.id === last ? end : undefined}>
            <b>
              <bdi>{line.name}</bdi>
            </b>{' '}
            <span className={styles.quiet}>{time(line.at)}</span>
            <p dir="auto">{line.words}</p>
          </li>
        ))}
      </ul>
      <form onSubmit={send}>
        <input
          aria-label="Write to everybody"
          placeholder="Write to everybody"
          value={words}
          maxLength={2000}
          readOnly={!ready}
          disabled={!isIn}
          onChange={(event) => setWords(event.currentTarget.value)}
        />
        <button type="submit" aria-label="Send" disabled={!ready || !isIn || words.trim() === ''}>
          <IconSend size={18} stroke={1.75} aria-hidden="true" />
        </button>
      </form>
    </section>
  );
}
