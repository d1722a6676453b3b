import pg from 'pg';
import { config } from './config';
import { log } from './log';

/**
 * What other processes have written, heard as it happens: one connection of this process listens for
 * all its browsers. A broken line is opened again, and everybody is then told to look for themselves,
 * since what was said meanwhile is not repeated.
 */
export type Channel = 'mosaik_course' | 'mosaik_here' | 'mosaik_access' | 'mosaik_jobs';
type Heard = (payload: string) => void;
type Ear = {
  readonly heard: Map<Channel, Set<Heard>>;
  readonly again: Set<() => void>;
  /** What is listened for on the line there is. */
  on: Set<Channel>;
  client: pg.Client | null;
  opening: Promise<void> | null;
};

const kept = globalThis as typeof globalThis & { mosaikEar?: Ear };
const ear = (): Ear => {
  kept.mosaikEar ??= { heard: new Map(), again: new Set(), on: new Set(), client: null, opening: null };
  return kept.mosaikEar;
};
const retryMs = 1000;

async function open(own: Ear): Promise<void> {
  const client = new pg.Client({ connectionString: config.databaseUrl, keepAlive: true });
  const lost = () => {
    if (own.client !== client) return;
    own.client = null;
    log.warn('listening line lost');
    setTimeout(() => reopen(own), retryMs);
  };
  client.on('error', lost);
  client.on('end', lost);
  client.on('notification', ({ channel, payload }) => {
    for (const heard of own.heard.get(channel as Channel) ?? []) heard(payload ?? '');
  });
  await client.connect();
  own.on = new Set(own.heard.keys());
  for (const channel of own.on) await client.query(`listen ${channel}`);
  own.client = client;
}

async function reopen(own: Ear): Promise<void> {
  try {
    await open(own);
    for (const look of own.again) look();
  } catch {
    setTimeout(() => reopen(own), retryMs);
  }
}

/** Calls `heard` for each message on a channel, and `again` after a gap. Ends when the answer is called. */
export async function listen(channel: Channel, heard: Heard, again: () => void = () => {}): Promise<() => void> {
  const own = ear();
  const all = own.heard.get(channel) ?? new Set();
  own.heard.set(channel, all.add(heard));
  own.again.add(again);
  if (!own.client) {
    own.opening ??= open(own).finally(() => {
      own.opening = null;
    });
    await own.opening;
  }
  if (!own.on.has(channel)) {
    own.on.add(channel);
    await own.client?.query(`listen ${channel}`);
  }
  return () => {
    all.delete(heard);
    own.again.delete(again);
  };
}
