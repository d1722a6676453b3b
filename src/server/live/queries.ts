import { and, asc, desc, eq, inArray } from 'drizzle-orm';
import type { Temporal } from '@/core/kernel/time';
import { attendedMs, isHere, type RoomFacts, type RoomState, roomState } from '@/core/live';
import { instantFrom } from '../enrolment';
import { user } from '../people';
import type { Database } from '../platform/database';
import { type AtDoor, roomOf } from './door';
import { expectedAt } from './hosts';
import { liveGuest, liveLine, liveRoom, liveStay } from './schema';

export type RoomPerson = {
  readonly personId: string;
  readonly name: string;
  readonly isHost: boolean;
  readonly here: boolean;
  readonly handAt: number | null;
  readonly speaks: boolean;
  /** Minutes they were there while it was under way: told to those who lead it, and to themselves. */
  readonly attended: number | null;
};
export type RoomLine = { readonly id: string; readonly name: string; readonly at: number; readonly words: string };
export type RoomView = {
  readonly state: RoomState;
  readonly startedAt: number | null;
  readonly endedAt: number | null;
  readonly people: readonly RoomPerson[];
  /** Who is expected and has not come, for those who lead it; once it is over, of those who take the course still. */
  readonly expected: readonly { readonly id: string; readonly name: string }[];
  readonly lines: readonly RoomLine[];
  /** How many lines were written before those. */
  readonly earlier: number;
  readonly now: number;
};

const msOf = (at: string | null) => (at === null ? null : instantFrom(at).epochMilliseconds);
const factsOf = (room: typeof liveRoom.$inferSelect | null): RoomFacts => ({
  startedAt: msOf(room?.startedAt ?? null),
  endedAt: msOf(room?.endedAt ?? null),
});

/** How many lines are sent: every few seconds of a conversation, and once of one that is over. */
const mostLines = { talking: 200, over: 2000 };

/** A room as whoever stands at its door sees it. */
export async function roomView(db: Database, door: AtDoor, now: Temporal.Instant): Promise<RoomView> {
  const nowMs = now.epochMilliseconds;
  const room = await roomOf(db, door.place);
  const facts = factsOf(room);
  const state = roomState(door.meeting, facts, nowMs);
  // Nobody has missed what was not held.
  const all =
    door.isHost && (state !== 'over' || facts.startedAt !== null)
      ? await expectedAt(db, door, facts.endedAt ?? Math.min(nowMs, door.meeting.ends))
      : [];
  if (!room) return { state, ...facts, people: [], expected: all, lines: [], earlier: 0, now: nowMs };
  const guests = await db
    .select({ guest: liveGuest, name: user.name })
    .from(liveGuest)
    .innerJoin(user, eq(user.id, liveGuest.personId))
    .where(eq(liveGuest.roomId, room.id))
    .orderBy(desc(liveGuest.isHost), asc(liveGuest.joinedAt), asc(user.name), asc(user.id));
  const stays = await db.select().from(liveStay).where(eq(liveStay.roomId, room.id));
  const byPerson = new Map<string, { from: number; until: number }[]>();
  for (const { personId, from, until } of stays)
    byPerson.set(personId, [...(byPerson.get(personId) ?? []), { from: msOf(from) ?? 0, until: msOf(until) ?? 0 }]);
  const most = state === 'over' ? mostLines.over : mostLines.talking;
  const lines = await db
    .select({ id: liveLine.id, name: user.name, at: liveLine.at, words: liveLine.words })
    .from(liveLine)
    .innerJoin(user, eq(user.id, liveLine.personId))
    .where(eq(liveLine.roomId, room.id))
    .orderBy(desc(liveLine.at), desc(liveLine.id))
    .limit(most);
  // Looked at every two seconds by everybody: what is all there is not counted as well.
  const written = lines.length < most ? lines.length : await db.$count(liveLine, eq(liveLine.roomId, room.id));
  return {
    state,
    ...facts,
    people: guests.map(({ guest, name }) => {
      const own = byPerson.get(guest.personId) ?? [];
      return {
        personId: guest.personId,
        name,
        isHost: guest.isHost,
        here: state !== 'over' && own.some(({ until }) => isHere(until, nowMs)),
        handAt: msOf(guest.handAt),
        speaks: guest.speaks,
        attended:
          door.isHost || guest.personId === door.personId ? Math.floor(attendedMs(own, facts, nowMs) / 60_000) : null,
      };
    }),
    expected: all.filter(({ id }) => !guests.some(({ guest }) => guest.personId === id)),
    earlier: written - lines.length,
    lines: lines.reverse().map((line) => ({ ...line, at: msOf(line.at) ?? 0 })),
    now: nowMs,
  };
}

/** What has happened in the rooms of some sessions, by lesson and the moment it began. */
export async function roomsOf(db: Database, lessonIds: readonly string[]): Promise<ReadonlyMap<string, RoomFacts>> {
  if (lessonIds.length === 0) return new Map();
  const rows = await db
    .select()
    .from(liveRoom)
    .where(inArray(liveRoom.lessonId, [...lessonIds]));
  return new Map(rows.map((row) => [`${row.lessonId} ${msOf(row.startsAt)}`, factsOf(row)]));
}

/** For how long somebody has attended a session in all of its meetings, in milliseconds. */
export async function attendedIn(db: Database, lessonId: string, personId: string, nowMs: number): Promise<number> {
  const rows = await db
    .select({ room: liveRoom, stay: liveStay })
    .from(liveStay)
    .innerJoin(liveRoom, eq(liveRoom.id, liveStay.roomId))
    .where(and(eq(liveRoom.lessonId, lessonId), eq(liveStay.personId, personId)));
  const rooms = new Map(rows.map(({ room }) => [room.id, room]));
  return [...rooms.values()].reduce((total, room) => {
    const stays = rows
      .filter((row) => row.room.id === room.id)
      .map(({ stay }) => ({ from: msOf(stay.from) ?? 0, until: msOf(stay.until) ?? 0 }));
    return total + attendedMs(stays, factsOf(room), nowMs);
  }, 0);
}
