import { boolean, type InferType, object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { pool } from '../platform/database';
import { listen } from '../platform/listen';

/** Where a browser with the course open is looking; said again every so often, and forgotten after a while. */
export const whereSchema = object({
  client: idSchema,
  stage: string().max(20).defined(),
  /** The lesson or section they are in; null when nowhere in particular. */
  id: string().max(40).nullable().defined(),
  leaving: boolean().required(),
}).noUnknown();
export type Where = InferType<typeof whereSchema>;
export type Present = Omit<Where, 'leaving'> & { readonly personId: string; readonly name: string };
type Said = Present & { readonly courseId: string; readonly leaving: boolean };

const forgetAfterMs = 40_000;
type Room = Map<string, Present & { readonly until: number }>;
const kept = globalThis as typeof globalThis & {
  mosaikRooms?: { rooms: Map<string, Room>; ready: Promise<void>; watchers: Map<string, Set<() => void>> } | undefined;
};

/** Every process keeps who is where in all courses, from what it hears. */
function rooms() {
  kept.mosaikRooms ??= {
    rooms: new Map(),
    watchers: new Map(),
    ready: hear(),
  };
  // Told to whoever waits for it; to nobody it is no news.
  kept.mosaikRooms.ready.catch(() => {});
  return kept.mosaikRooms;
}

/** Listens, from now on for as long as this process runs; where that fails, whoever asks next tries again. */
async function hear(): Promise<void> {
  try {
    await listen('mosaik_here', (payload) => {
      const { courseId, leaving, ...present } = JSON.parse(payload) as Said;
      const room: Room = rooms().rooms.get(courseId) ?? new Map();
      rooms().rooms.set(courseId, room);
      if (leaving) room.delete(present.client);
      else room.set(present.client, { ...present, until: Date.now() + forgetAfterMs });
      for (const changed of rooms().watchers.get(courseId) ?? []) changed();
    });
  } catch (error) {
    kept.mosaikRooms = undefined;
    throw error;
  }
}

/** Begins to listen for who is where. Whoever says it before anybody looks is known to the first who does. */
export const hearPeople = async (): Promise<void> => void (await rooms().ready);

export function whoIsHere(courseId: string): Present[] {
  const room = rooms().rooms.get(courseId);
  if (!room) return [];
  for (const [client, { until }] of room) if (until < Date.now()) room.delete(client);
  return [...room.values()].map(({ until: _until, ...present }) => present);
}

/** Calls `changed` when somebody comes, moves or leaves. Ends when the answer is called. */
export async function watchPeople(courseId: string, changed: () => void): Promise<() => void> {
  const { watchers, ready } = rooms();
  await ready;
  const all = watchers.get(courseId) ?? new Set();
  watchers.set(courseId, all.add(changed));
  return () => all.delete(changed);
}

export async function sayWhere(
  courseId: string,
  person: { readonly id: string; readonly name: string },
  where: Where,
): Promise<void> {
  // Heard here too, though no line of this process may stand yet.
  await hearPeople();
  const said: Said = { ...where, courseId, personId: person.id, name: person.name.slice(0, 80) };
  await pool().query('select pg_notify($1, $2)', ['mosaik_here', JSON.stringify(said)]);
}

/** Forgets a browser that has gone. */
export const sayLeft = (courseId: string, client: string): Promise<void> =>
  sayWhere(courseId, { id: '', name: '' }, { client, stage: '', id: null, leaving: true });
