import { eq, lt, sql } from 'drizzle-orm';
import { object } from 'yup';
import { sameName } from '@/core/certificate';
import { line } from '@/core/kernel/line';
import { parsed } from '@/core/kernel/parse';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import type { Database } from '../platform/database';
import { certificate, certificateSought } from './schema';
import { sharing } from './sharing';
import { certificateTold, type Told } from './told';

const soughtSchema = object({
  number: line(100, 'A number has fewer than 100 characters.', 'Give the number that stands on the certificate.'),
  name: line(200, 'A name has fewer than 200 characters.', 'Give the name of its holder.'),
}).noUnknown();

/** So many in vain from one address, and for one number, within so many minutes. */
const limits = { from: { most: 20, minutes: 15 }, number: { most: 10, minutes: 60 }, file: { most: 60, minutes: 15 } };
type Kind = keyof typeof limits;

/** Counts an attempt before it is made, so that many at once are no way round; false where there were too many. */
async function counted(db: Database, kind: Kind, what: string, now: Temporal.Instant): Promise<boolean> {
  const { most, minutes } = limits[kind];
  // What nobody asks about any more is forgotten.
  await db.delete(certificateSought).where(lt(certificateSought.since, now.subtract({ hours: 24 }).toString()));
  const began = now.subtract({ minutes }).toString();
  const at = now.toString();
  const isOver = sql`${certificateSought.since} < ${began}`;
  const [row] = await db
    .insert(certificateSought)
    .values({ key: keyOf(kind, what), count: 1, since: at })
    .onConflictDoUpdate({
      target: certificateSought.key,
      set: {
        count: sql`case when ${isOver} then 1 else ${certificateSought.count} + 1 end`,
        since: sql`case when ${isOver} then ${at}::timestamptz else ${certificateSought.since} end`,
      },
    })
    .returning({ count: certificateSought.count });
  return (row?.count ?? 0) <= most;
}
const keyOf = (kind: Kind, what: string) => `${kind} ${what}`;
/** What was right does not count. */
const uncounted = (db: Database, kind: Kind, what: string) =>
  db
    .update(certificateSought)
    .set({ count: sql`greatest(0, ${certificateSought.count} - 1)` })
    .where(eq(certificateSought.key, keyOf(kind, what)));

const tooMany = fail('too-many', 'This was tried too often. Wait a quarter of an hour, or ask for the check address.');

/** Whether somebody at an address may have one more file with a badge looked at. */
export const mayCheckFile = async (db: Database, from: string, now = Temporal.Now.instant()): Promise<Result<null>> =>
  (await counted(db, 'file', from, now)) ? ok(null) : tooMany;

/**
 * Finds a certificate by its number and the name on it, where the school wishes that. What its holder keeps private is
 * not found. `from`: the address somebody asks from.
 */
export async function findCertificate(
  db: Database,
  raw: unknown,
  from: string,
  now = Temporal.Now.instant(),
): Promise<Result<Told>> {
  if (!(await sharing(db)).isFound)
    return fail('not-allowed', 'This school has certificates checked by their address only.');
  const read = parsed(soughtSchema, raw);
  if (!read.ok) return read;
  const [number, name] = [read.value.number.trim().toLowerCase(), read.value.name];
  if (!(await counted(db, 'from', from, now)) || !(await counted(db, 'number', number, now))) return tooMany;
  const [row] = await db.select().from(certificate).where(sql`lower(${certificate.number}) = ${number}`);
  if (!row || row.isPrivate || !sameName(row.holder, name))
    return fail(
      'not-found',
      'No certificate of this school has this number and this name. Compare both with what is printed on it. One that its holder keeps private is not found here.',
    );
  await uncounted(db, 'from', from);
  await uncounted(db, 'number', number);
  return ok(await certificateTold(db, row, now));
}
