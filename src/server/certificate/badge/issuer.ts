import { and, desc, eq, isNull, or } from 'drizzle-orm';
import { achievement, contexts, type Facts, issuerProfile, keyDocument } from '@/core/certificate';
import { instantFrom } from '../../enrolment';
import { schoolFacts } from '../../people';
import { config } from '../../platform/config';
import type { Database } from '../../platform/database';
import { achievementAddress, issuerAddress } from '../address';
import { issuedFacts } from '../facts';
import { certificate } from '../schema';
import { jwkOf, knownKeys } from './keys';

/** The school as issuer, with the keys its badges are checked with. */
export async function issuer(db: Database): Promise<object> {
  const [own, keys] = await Promise.all([schoolFacts(db), knownKeys(db)]);
  return issuerProfile(issuerAddress(), { name: own?.name ?? '', url: config.address }, keys);
}

/** The keys whose badges are good, as JOSE has them (JWK Set, RFC 7517). */
export async function issuerKeys(db: Database): Promise<object> {
  const keys = (await knownKeys(db)).filter(({ revoked }) => revoked === null);
  return { keys: await Promise.all(keys.map(jwkOf)) };
}

async function keyWith(db: Database, id: string) {
  return (await knownKeys(db)).find((key) => key.id === id) ?? null;
}

/** One key as linked data, also one that was taken back: it says so. Null where there is none. */
export async function issuerKey(db: Database, id: string): Promise<object | null> {
  const key = await keyWith(db, id);
  return key && keyDocument(issuerAddress(), key);
}

/** One key as JOSE has it; null where there is none, or it was taken back. */
export async function issuerJwk(db: Database, id: string): Promise<object | null> {
  const key = await keyWith(db, id);
  return key && key.revoked === null ? jwkOf(key) : null;
}

/** What was last issued for a course or a quiz says what is achieved by it. Null where nothing was. */
export async function achievedBy(db: Database, id: string): Promise<Facts | null> {
  const [row] = await db
    .select()
    .from(certificate)
    .where(or(eq(certificate.lessonId, id), and(eq(certificate.courseId, id), isNull(certificate.lessonId))))
    .orderBy(desc(certificate.issuedAt))
    .limit(1);
  if (!row) return null;
  const facts = issuedFacts({ ...row, issuedAt: instantFrom(row.issuedAt).toString() }, await schoolFacts(db));
  return { ...facts, grade: null };
}

export async function achievementFor(db: Database, id: string): Promise<object | null> {
  const facts = await achievedBy(db, id);
  return facts && { '@context': [contexts.credential, contexts.badge], ...achievement(facts, achievementAddress(id)) };
}
