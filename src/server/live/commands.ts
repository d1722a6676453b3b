import { and, desc, eq, gte, sql } from 'drizzle-orm';
import { array, boolean, number, object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { line } from '@/core/kernel/line';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { hereMs, roomState } from '@/core/live';
import { usualDoneRule } from '@/core/outline';
import { type Actor, can } from '@/core/people';
import { instantFrom } from '../enrolment';
import { lesson } from '../outline';
import { type CommandContext, command } from '../platform/command';
import { newId } from '../platform/ids';
import { eventIn, recordEvent } from '../record';
import { type AtDoor, atDoor, roomOf } from './door';
import { keepHosts } from './hosts';
import { attendedIn } from './queries';
import { liveGuest, liveLine, liveRoom, liveStay } from './schema';

const place = {
  courseId: idSchema,
  lessonId: idSchema,
  startsAt: number()
    .integer('This is no moment.')
    .min(0, 'This is no moment.')
    .max(8_000_000_000_000, 'This is no moment.')
    .required('The meeting is missing.'),
};
type Place = { readonly courseId: string; readonly lessonId: string; readonly startsAt: number };
type RoomRow = typeof liveRoom.$inferSelect;

/** Who may come in is decided at the door of the room, which reads the course; here only that somebody is signed in. */
const somebody = ({ actor }: { readonly actor: Actor | null }) => actor !== null;

/** The room of a meeting, made by whoever comes first, and locked until the command is through. */
async function lockedRoom({ tx }: CommandContext, { courseId, lessonId, startsAt }: Place): Promise<RoomRow> {
  const at = Temporal.Instant.fromEpochMilliseconds(startsAt).toString();
  await tx.db.insert(liveRoom).values({ id: newId(), courseId, lessonId, startsAt: at }).onConflictDoNothing();
  const [room] = await tx.db
    .select()
    .from(liveRoom)
    .where(and(eq(liveRoom.lessonId, lessonId), eq(liveRoom.startsAt, at)))
    .for('update');
  if (!room) throw new Error('The room that was just made is not there.');
  return room;
}

const stateOf = (door: AtDoor, room: RoomRow | null, now: Temporal.Instant) =>
  roomState(
    door.meeting,
    {
      startedAt: room?.startedAt ? instantFrom(room.startedAt).epochMilliseconds : null,
      endedAt: room?.endedAt ? instantFrom(room.endedAt).epochMilliseconds : null,
    },
    now.epochMilliseconds,
  );

/** Whether there is a seat for somebody who comes in: hosts take none, and who is there already keeps theirs. */
async function hasSeat({ tx, now }: CommandContext, door: AtDoor, room: RoomRow, personId: string): Promise<boolean> {
  const { seats } = door.settings;
  if (seats === null || door.isHost) return true;
  const since = now.subtract({ milliseconds: hereMs }).toString();
  const there = await tx.db
    .selectDistinct({ personId: liveStay.personId })
    .from(liveStay)
    .innerJoin(liveGuest, and(eq(liveGuest.roomId, liveStay.roomId), eq(liveGuest.personId, liveStay.personId)))
    .where(and(eq(liveStay.roomId, room.id), gte(liveStay.until, since), eq(liveGuest.isHost, false)));
  return there.some((one) => one.personId === personId) || there.length < seats;
}

/** Carries on the stay somebody is in, or begins another one when they have been away. */
async function stay({ tx, now }: CommandContext, roomId: string, personId: string): Promise<void> {
  const [last] = await tx.db
    .select()
    .from(liveStay)
    .where(and(eq(liveStay.roomId, roomId), eq(liveStay.personId, personId)))
    .orderBy(desc(liveStay.until))
    .limit(1);
  const isOn = last && instantFrom(last.until).epochMilliseconds >= now.epochMilliseconds - hereMs;
  if (isOn)
    await tx.db
      .update(liveStay)
      .set({ until: sql`greatest(${liveStay.until}, ${now.toString()})` })
      .where(eq(liveStay.id, last.id));
  else
    await tx.db.insert(liveStay).values({ id: newId(), roomId, personId, from: now.toString(), until: now.toString() });
}

/**
 * Somebody is in the room: said when they come in and every few seconds. Who has been there long enough has attended.
 */
const here = command({
  name: 'live.here',
  input: object(place).noUnknown(),
  permission: somebody,
  async handle(context, input) {
    const { tx, actor, now } = context;
    const door = await atDoor(tx.db, actor, input, now);
    if (!door.ok) return door;
    const before = stateOf(door.value, await roomOf(tx.db, input), now);
    if (before === 'not-begun') return fail('closed', 'This session has not begun. Nobody can come in yet.');
    if (before === 'over') return fail('closed', 'This session is over.');
    const room = await lockedRoom(context, input);
    if (!(await hasSeat(context, door.value, room, actor.id)))
      return fail('closed', 'Every seat in this room is taken. Try again when somebody has left.');
    const { isHost, settings } = door.value;
    const speaks = isHost || (settings.form === 'meeting' && !settings.muted);
    await tx.db
      .insert(liveGuest)
      .values({ roomId: room.id, personId: actor.id, isHost, speaks, joinedAt: now.toString() })
      .onConflictDoNothing();
    await stay(context, room.id, actor.id);
    await countAttendance(context, door.value);
    return ok(null);
  },
});

/** Records that a learner has done a session by attending it, once they have been there long enough. */
async function countAttendance({ tx, actor, now }: CommandContext, door: AtDoor): Promise<void> {
  const { learner, lesson, settings } = door;
  if (!learner || (lesson.done ?? usualDoneRule(lesson)).by !== 'attended') return;
  if ((await attendedIn(tx.db, lesson.id, actor.id, now.epochMilliseconds)) < settings.counts * 60_000) return;
  const event = eventIn(learner, lesson, now.toString());
  await recordEvent(tx, { ...event, verb: 'completed', deed: `done/${learner.enrolmentId}/${lesson.id}` });
}

/** What is done in a room by somebody who is in it. `hosts`: only by its hosts. */
async function inRoom(
  context: CommandContext,
  input: Place,
  hosts = false,
): Promise<Result<{ readonly door: AtDoor; readonly room: RoomRow }>> {
  const { tx, actor, now } = context;
  const door = await atDoor(tx.db, actor, input, now);
  if (!door.ok) return door;
  if (hosts && !door.value.isHost) return fail('not-allowed', 'Only a host of this session can do this.');
  const room = await lockedRoom(context, input);
  const state = stateOf(door.value, room, now);
  if (state === 'over') return fail('closed', 'This session is over.');
  if (state === 'not-begun') return fail('closed', 'This session has not begun.');
  return ok({ door: door.value, room });
}

const start = command({
  name: 'live.start',
  input: object(place).noUnknown(),
  permission: somebody,
  async handle(context, input) {
    const found = await inRoom(context, input, true);
    if (!found.ok) return found;
    const { room, door } = found.value;
    if (room.startedAt) return ok(null);
    const { tx, now, actor, audit } = context;
    await tx.db.update(liveRoom).set({ startedAt: now.toString(), hostId: actor.id }).where(eq(liveRoom.id, room.id));
    await audit({ courseId: input.courseId, sentence: `began the session "${door.lesson.title}"` });
    return ok(null);
  },
});

const end = command({
  name: 'live.end',
  input: object(place).noUnknown(),
  permission: somebody,
  async handle(context, input) {
    const { tx, now, actor, audit } = context;
    const door = await atDoor(tx.db, actor, input, now);
    if (!door.ok) return door;
    if (!door.value.isHost) return fail('not-allowed', 'Only a host of this session can do this.');
    const room = await lockedRoom(context, input);
    if (room.endedAt) return ok(null);
    if (!room.startedAt) return fail('closed', 'This session has not begun.');
    await tx.db.update(liveRoom).set({ endedAt: now.toString() }).where(eq(liveRoom.id, room.id));
    await audit({ courseId: input.courseId, sentence: `ended the session "${door.value.lesson.title}"` });
    return ok(null);
  },
});

const isGuest = async ({ tx, actor }: CommandContext, roomId: string) =>
  (await tx.db.$count(liveGuest, and(eq(liveGuest.roomId, roomId), eq(liveGuest.personId, actor.id)))) > 0;

const notIn = fail('closed', 'Come into the room first.');

const say = command({
  name: 'live.say',
  input: object({
    ...place,
    id: idSchema,
    words: line(2000, 'Keep it under 2,000 characters.', 'Write something first.'),
  }).noUnknown(),
  permission: somebody,
  async handle(context, { id, words, ...input }) {
    const found = await inRoom(context, input);
    if (!found.ok) return found;
    const { room } = found.value;
    if (!(await isGuest(context, room.id))) return notIn;
    const { tx, actor, now } = context;
    const line = { id, roomId: room.id, personId: actor.id, at: now.toString(), words: words.trim() };
    await tx.db.insert(liveLine).values(line).onConflictDoNothing();
    return ok(null);
  },
});

const hand = command({
  name: 'live.hand',
  input: object({ ...place, up: boolean().required() }).noUnknown(),
  permission: somebody,
  async handle(context, { up, ...input }) {
    const found = await inRoom(context, input);
    if (!found.ok) return found;
    const { room } = found.value;
    const { tx, actor, now } = context;
    const own = and(eq(liveGuest.roomId, room.id), eq(liveGuest.personId, actor.id));
    // A hand that is up stays up since then: who waits longest comes first.
    const handAt = up ? sql`coalesce(${liveGuest.handAt}, ${now.toString()}::timestamptz)` : null;
    const raised = await tx.db.update(liveGuest).set({ handAt }).where(own).returning({ id: liveGuest.personId });
    return raised.length > 0 ? ok(null) : notIn;
  },
});

const letSpeak = command({
  name: 'live.let-speak',
  input: object({
    ...place,
    personId: string().max(64).required('A person is missing.'),
    speaks: boolean().required(),
  }).noUnknown(),
  permission: somebody,
  async handle(context, { personId, speaks, ...input }) {
    const found = await inRoom(context, input, true);
    if (!found.ok) return found;
    const theirs = and(eq(liveGuest.roomId, found.value.room.id), eq(liveGuest.personId, personId));
    const set = speaks ? { speaks, handAt: null } : { speaks };
    const let_ = await context.tx.db.update(liveGuest).set(set).where(theirs).returning({ id: liveGuest.personId });
    return let_.length > 0 ? ok(null) : fail('not-found', 'This person has not come in.', 'personId');
  },
});

const setHosts = command({
  name: 'live.set-hosts',
  input: object({
    courseId: idSchema,
    lessonId: idSchema,
    personIds: array()
      .of(string().max(64).required('A person is missing.'))
      .max(20, 'At most 20 people can lead a session.')
      .required(),
  }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'course.edit', { courseId }),
  async handle({ tx, audit }, { courseId, lessonId, personIds }) {
    const [own] = await tx.db
      .select({ title: lesson.title })
      .from(lesson)
      .where(and(eq(lesson.id, lessonId), eq(lesson.courseId, courseId)));
    if (!own) return fail('not-found', 'This session is not part of the course.');
    await tx.client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`hosts/${lessonId}`]);
    const strangers = await keepHosts(tx.db, courseId, lessonId, personIds);
    if (strangers.length > 0)
      return fail('invalid', 'Only people who work on the course can lead its sessions.', 'personIds');
    await audit({ courseId, sentence: `chose who leads "${own.title}"` });
    return ok(null);
  },
});

const all = [setHosts, here, start, end, say, hand, letSpeak];
export const liveCommands = Object.fromEntries(all.map((one) => [one.name, one]));
