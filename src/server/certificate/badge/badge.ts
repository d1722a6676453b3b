import { createHash, createHmac } from 'node:crypto';
import { inArray } from 'drizzle-orm';
import { type BadgeFacts, badgeCredential, type Facts, readDesign, showsField, statusPlace } from '@/core/certificate';
import { plainEmail } from '@/core/people';
import { instantFrom } from '../../enrolment';
import { type SchoolFacts, schoolFacts, user } from '../../people';
import { config } from '../../platform/config';
import type { Database } from '../../platform/database';
import { achievementAddress, badgeAddress, issuerAddress, statusAddress } from '../address';
import { issuedFacts } from '../facts';
import type { CertificateRow } from '../schema';
import { currentKey, type SigningKey } from './keys';
import { signedToken, withProof } from './sign';

/** What a certificate tells as a badge: of the grade only what its holder lets be seen. */
function badgeFacts(row: CertificateRow, own: SchoolFacts | null, email: string | undefined): BadgeFacts {
  const issuedAt = instantFrom(row.issuedAt).toString();
  const facts = issuedFacts({ ...row, issuedAt }, own);
  const isGradeSeen = row.showsGrade && showsField(readDesign(row.design), 'grade');
  const { list, at } = statusPlace(row.place);
  return {
    facts: {
      ...facts,
      grade: isGradeSeen ? facts.grade : null,
      expires: row.expiresAt && instantFrom(row.expiresAt).toString(),
    },
    places: {
      ...{ credential: badgeAddress(row.token), issuer: issuerAddress() },
      achievement: achievementAddress(row.lessonId ?? row.courseId),
      status: { list: statusAddress(list), at },
    },
    email: email === undefined ? null : hashedAddress(email, row.token),
  };
}

/** The same each time for the same certificate, and a salt of its own for each. */
function hashedAddress(email: string, token: string) {
  const salt = createHmac('sha256', config.secret).update(`badge ${token}`).digest('hex').slice(0, 32);
  const hash = createHash('sha256')
    .update(plainEmail(email) + salt)
    .digest('hex');
  return { salt, hash };
}

/** The instant a proof is dated with: when it was issued, or since when there is the key, whatever is later. */
const datedAt = ({ at }: Facts, { since }: SigningKey) => (at > since ? at : since);

/** The addresses of the holders of some certificates, by who they are. */
async function emailsOf(db: Database, rows: readonly CertificateRow[]): Promise<ReadonlyMap<string, string>> {
  const ids = rows.map(({ learnerId }) => learnerId);
  const found = await db.select({ id: user.id, email: user.email }).from(user).where(inArray(user.id, ids));
  return new Map(found.map(({ id, email }) => [id, email]));
}

/** What a certificate tells as a badge. */
export async function badgeOf(db: Database, row: CertificateRow): Promise<BadgeFacts> {
  const [own, emails] = await Promise.all([schoolFacts(db), emailsOf(db, [row])]);
  return badgeFacts(row, own, emails.get(row.learnerId));
}

/** A badge as a signed token (VC-JWT). */
export const tokenOf = async (db: Database, badge: BadgeFacts): Promise<string> =>
  signedToken(badgeCredential(badge), await currentKey(db));

/** The badge of a certificate as a signed token. */
export const badgeToken = async (db: Database, row: CertificateRow): Promise<string> =>
  tokenOf(db, await badgeOf(db, row));

/** The badges of some certificates as signed tokens, by certificate. */
export async function badgeTokens(
  db: Database,
  rows: readonly CertificateRow[],
  own: SchoolFacts | null,
): Promise<ReadonlyMap<string, string>> {
  if (rows.length === 0) return new Map();
  const [emails, key] = await Promise.all([emailsOf(db, rows), currentKey(db)]);
  const signed = rows.map(async (row) => {
    const badge = badgeFacts(row, own, emails.get(row.learnerId));
    return [row.id, await signedToken(badgeCredential(badge), key)] as const;
  });
  return new Map(await Promise.all(signed));
}

/** The badge of a certificate as JSON with a proof in it. */
export async function badgeJson(db: Database, row: CertificateRow): Promise<object> {
  const [badge, key] = await Promise.all([badgeOf(db, row), currentKey(db)]);
  return withProof(badgeCredential(badge), key, datedAt(badge.facts, key));
}
