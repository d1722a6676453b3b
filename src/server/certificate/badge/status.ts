import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { and, gte, isNotNull, lt, max } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import { listLength, statusBits, statusListCredential } from '@/core/certificate';
import { instantFrom } from '../../enrolment';
import type { Database } from '../../platform/database';
import { issuerAddress, statusAddress } from '../address';
import { certificate } from '../schema';
import { currentKey } from './keys';
import { signedToken, withProof } from './sign';

const pack = promisify(gzip);

/** A list of what was withdrawn, as it is now; null where nothing stands in it yet. */
async function listNow(db: Database, list: number) {
  const [from, to] = [list * listLength, (list + 1) * listLength];
  const [last] = await db.select({ place: max(certificate.place) }).from(certificate);
  if (last?.place == null || last.place < from) return null;
  const rows = await db
    .select({ place: certificate.place, at: certificate.withdrawnAt })
    .from(certificate)
    .where(and(gte(certificate.place, from), lt(certificate.place, to), isNotNull(certificate.withdrawnAt)));
  const key = await currentKey(db);
  const times = rows.map(({ at }) => instantFrom(at ?? '').toString());
  const at = [key.since, ...times].toSorted().at(-1) ?? key.since;
  const bits = statusBits(rows.map(({ place }) => place - from));
  const encoded = (await pack(bits)).toString('base64url');
  return { key, at, credential: statusListCredential(issuerAddress(), statusAddress(list), encoded, at) };
}

/** What was signed, by its content and key: lists are asked for far more often than they change. */
const signed = new LRUCache<string, Promise<object | string>>({ max: 16 });

/** Makes something once for a name; what could not be made is made again. */
function once<T extends object | string>(name: string, make: () => Promise<T>): Promise<T> {
  const known = signed.get(name);
  if (known) return known as Promise<T>;
  const made = make();
  signed.set(name, made);
  made.catch(() => signed.delete(name));
  return made;
}

/** A status list with a proof in it, as JSON; null where there is none. */
export async function statusList(db: Database, list: number): Promise<object | null> {
  const now = await listNow(db, list);
  if (!now) return null;
  const { credential, key, at } = now;
  return once(`json ${key.id} ${JSON.stringify(credential)}`, () => withProof(credential, key, at));
}

/** The same as a signed token. */
export async function statusListToken(db: Database, list: number): Promise<string | null> {
  const now = await listNow(db, list);
  if (!now) return null;
  const { credential, key } = now;
  return once(`token ${key.id} ${JSON.stringify(credential)}`, () => signedToken(credential, key));
}
