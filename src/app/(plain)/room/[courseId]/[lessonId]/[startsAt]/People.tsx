'use client';
import { IconCheck, IconHandStop, IconMicrophone, IconMicrophoneOff } from '@tabler/icons-react';
import { initialsOf } from '@/core/kernel/initials';
import { counted } from '@/core/kernel/words';
import type { RoomPerson, RoomView } from '@/server/live';
import styles from './room.module.css';

/** Whether somebody was there for long enough; null where that is not for whoever looks to know. */
const hasAttended = ({ isHost, attended }: RoomPerson, counts: number) =>
  isHost || attended === null ? null : attended >= counts;

/** What a tile says to who cannot see it. */
const personText = ({ name, isHost, here, handAt, speaks }: RoomPerson) =>
  [name, isHost ? 'host' : '', here ? 'here' : 'not here', handAt === null ? '' : 'hand up', speaks ? 'may speak' : '']
    .filter(Boolean)
    .join(', ');
const pastText = (one: RoomPerson, counts: number) =>
  [one.name, one.isHost ? 'host' : '', hasAttended(one, counts) === false ? 'not long enough' : '']
    .filter(Boolean)
    .join(', ');

/** Everybody as a tile: who is here and who is not yet; once it is over, who was there, and who missed it. */
export function Tiles({ room, counts }: { readonly room: RoomView; readonly counts: number }) {
  const isOver = room.state === 'over';
  const tellsMinutes = room.people.some((one) => hasAttended(one, counts) === false);
  if (isOver && room.people.length + room.expected.length === 0) return null;
  const legend = isOver
    ? [
        'a tile is a person',
        'lapis hosted',
        (tellsMinutes || room.expected.length > 0) && `dashed: not here for ${counts} min`,
      ]
    : ['a tile is a person', 'lapis hosts', 'framed speaks', 'edge below: hand up', 'dashed: not here'];
  return (
    <>
      <ul className={styles.tiles} aria-label="People as tiles">
        {room.people.map((one) => (
          <li
            key={one.personId}
            className={styles.person}
            data-host={one.isHost || undefined}
            data-speaks={(one.here && one.speaks) || undefined}
            data-hand={(one.here && one.handAt !== null) || undefined}
            data-away={(isOver ? hasAttended(one, counts) === false : !one.here) || undefined}
            title={one.name}
          >
            <span aria-hidden="true">{initialsOf(one.name)}</span>
            <span className="visually-hidden">{isOver ? pastText(one, counts) : personText(one)}</span>
          </li>
        ))}
        {room.expected.map(({ id, name }) => (
          <li key={id} className={styles.person} data-away title={name}>
            <span aria-hidden="true">{initialsOf(name)}</span>
            <span className="visually-hidden">{isOver ? `${name}, was not here` : `${name}, expected`}</span>
          </li>
        ))}
      </ul>
      <p className={styles.legend}>{legend.filter(Boolean).join(' · ')}</p>
    </>
  );
}

type Props = {
  readonly room: RoomView;
  readonly me: string;
  readonly isHost: boolean;
  /** Minutes of being there that count as having attended. */
  readonly counts: number;
  readonly ready: boolean;
  readonly onSpeaks: (personId: string, speaks: boolean) => void;
};

export const People = (props: Props) =>
  props.room.state === 'over' ? <WereHere {...props} /> : <AreHere {...props} />;

function AreHere({ room, isHost, counts, ready, onSpeaks }: Props) {
  const here = room.people.filter((one) => one.here);
  const hands = here.filter((one) => one.handAt !== null).sort((a, b) => (a.handAt ?? 0) - (b.handAt ?? 0));
  return (
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
                onClick={() => onSpeaks(one.personId, !one.speaks)}
              >
                {one.speaks ? 'Mute' : 'Let speak'}
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Mark({ one }: { readonly one: RoomPerson }) {
  if (one.handAt !== null) return <IconHandStop size={16} stroke={1.75} aria-label="hand up" data-hand />;
  return one.speaks ? (
    <IconMicrophone size={16} stroke={1.75} aria-label="may speak" />
  ) : (
    <IconMicrophoneOff size={16} stroke={1.75} aria-label="muted" />
  );
}

/** Who came to a session that is over; those who led it see for how long, everybody else only that of themselves. */
function WereHere({ room, me, isHost, counts }: Props) {
  const guests = room.people.filter((one) => !one.isHost);
  const attended = guests.filter((one) => hasAttended(one, counts));
  const own = guests.find(({ personId }) => personId === me);
  return (
    <section aria-label="Who was here">
      <h2>Were here: {guests.length}</h2>
      <p className={styles.quiet}>
        {isHost &&
          guests.length > 0 &&
          `${attended.length} of them for ${counts} min or longer, which counts as attended`}
        {own && `You: ${own.attended} min; ${counted(counts, 'minute')} count as attended`}
      </p>
      <ul className={styles.people}>
        {[...room.people]
          .sort((a, b) => Number(b.isHost) - Number(a.isHost) || a.name.localeCompare(b.name, 'en'))
          .map((one) => (
            <li key={one.personId} data-short={hasAttended(one, counts) === false || undefined}>
              {hasAttended(one, counts) ? (
                <IconCheck size={16} stroke={2} aria-label="attended" />
              ) : (
                <i aria-hidden="true" />
              )}
              <bdi>{one.name}</bdi>
              <span className={styles.quiet}>
                {one.isHost ? 'host' : one.attended !== null && `${one.attended} min`}
              </span>
            </li>
          ))}
      </ul>
      <Missed names={room.expected} />
    </section>
  );
}

/** Who was expected and never came. */
function Missed({ names }: { readonly names: RoomView['expected'] }) {
  if (names.length === 0) return null;
  return (
    <details className={styles.missed}>
      <summary>Did not come: {names.length}</summary>
      <p className={styles.quiet}>of those who take the course now</p>
      <ul className={styles.people} aria-label="Did not come">
        {names.map(({ id, name }) => (
          <li key={id}>
            <i aria-hidden="true" />
            <bdi>{name}</bdi>
          </li>
        ))}
      </ul>
    </details>
  );
}
