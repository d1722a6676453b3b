import { createHash, createHmac } from 'node:crypto';
import { eq } from 'drizzle-orm';
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

/** What a certificate tells as a badge: of the grade only what its holder lets be seen. `school`: where it is known. */
export async function badgeOf(db: Database, row: CertificateRow, school?: SchoolFacts | null): Promise<BadgeFacts> {
  const issuedAt = instantFrom(row.issuedAt).toString();
  const [own, [holder]] = await Promise.all([
    school === undefined ? schoolFacts(db) : school,
    db.select({ email: user.email }).from(user).where(eq(user.id, row.learnerId)),
  ]);
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
    email: holder ? hashedAddress(holder.email, row.token) : null,
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

/** A badge as a signed token (VC-JWT). */
export const tokenOf = async (db: Database, badge: BadgeFacts): Promise<string> =>
  signedToken(badgeCredential(badge), await currentKey(db));

/** The badge of a certificate as a signed token. */
export const badgeToken = async (db: Database, row: CertificateRow, school?: SchoolFacts | null): Promise<string> =>
  tokenOf(db, await badgeOf(db, row, school));

/** The badge of a certificate as JSON with a proof in it. */
export async function badgeJson(db: Database, row: CertificateRow): Promise<object> {
  const [badge, key] = await Promise.all([badgeOf(db, row), currentKey(db)]);
  return withProof(badgeCredential(badge), key, datedAt(badge.facts, key));
}
