import {
  createCipheriv,
  createDecipheriv,
  createPrivateKey,
  generateKeyPairSync,
  hkdfSync,
  type KeyObject,
  randomBytes,
} from 'node:crypto';
import { from, fromJwk } from '@digitalbazaar/ed25519-multikey';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { calculateJwkThumbprint, type JWK } from 'jose';
import type { PublicKey } from '@/core/certificate';
import { Temporal } from '@/core/kernel/time';
import { instantFrom } from '../../enrolment';
import { config } from '../../platform/config';
import type { Database } from '../../platform/database';
import { log } from '../../platform/log';
import { jwkAddress } from '../address';
import { signingKey } from '../schema';

/**
 * The keys of the school (Ed25519, RFC 8032). A private half lies in the database, sealed (AES-256-GCM) with the secret
 * of the installation, so that a copy of the database alone signs nothing. It is deleted once the key signs no more.
 */
type KeyRow = typeof signingKey.$inferSelect;
export type SigningKey = { readonly id: string; readonly since: string; readonly secret: KeyObject };

const sealingKey = (): Buffer =>
  Buffer.from(hkdfSync('sha256', config.secret, 'badges', 'private halves of signing keys', 32));

function sealed(secret: JWK, id: string): string {
  const nonce = randomBytes(12);
  const cipher = createCipheriv('aes-256-gcm', sealingKey(), nonce).setAAD(Buffer.from(id));
  const hidden = Buffer.concat([cipher.update(JSON.stringify(secret)), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), hidden]).toString('base64url');
}

/** Keys that were opened, by how they were sealed and with what. */
const known = new Map<string, KeyObject>();

/** The private half of a key; null where it was sealed with another secret. */
function opened(row: KeyRow): KeyObject | null {
  const name = `${row.sealed} ${config.secret}`;
  const found = known.get(name) ?? unsealed(row);
  if (known.size > 4) known.clear();
  if (found) known.set(name, found);
  return found;
}
function unsealed({ id, sealed: hidden }: KeyRow): KeyObject | null {
  const bytes = Buffer.from(hidden ?? '', 'base64url');
  try {
    const cipher = createDecipheriv('aes-256-gcm', sealingKey(), bytes.subarray(0, 12)).setAAD(Buffer.from(id));
    cipher.setAuthTag(bytes.subarray(12, 28));
    const jwk = JSON.parse(Buffer.concat([cipher.update(bytes.subarray(28)), cipher.final()]).toString());
    return createPrivateKey({ key: jwk, format: 'jwk' });
  } catch {
    return null;
  }
}

async function newKey(now: Temporal.Instant): Promise<KeyRow> {
  const { privateKey, publicKey } = generateKeyPairSync('ed25519');
  const jwk = publicKey.export({ format: 'jwk' }) as JWK;
  const id = await calculateJwkThumbprint(jwk);
  const { publicKeyMultibase: multibase } = await fromJwk({ jwk });
  return {
    ...{ id, multibase, sealed: sealed(privateKey.export({ format: 'jwk' }) as JWK, id) },
    ...{ createdAt: now.toString(), retiredAt: null, revokedAt: null },
  };
}

const signs = isNull(signingKey.retiredAt);

/** Sees to it that there is a key. Two who do at once come to the same one. */
export async function ensureKey(db: Database, now = Temporal.Now.instant()): Promise<void> {
  if ((await db.$count(signingKey, signs)) > 0) return;
  await db
    .insert(signingKey)
    .values(await newKey(now))
    .onConflictDoNothing();
}

/**
 * Sees to it that there is a key that can be opened: one that was sealed with another secret is followed by a new one.
 * Asked for by the job process as it begins.
 */
export async function ensureOwnKey(db: Database, now = Temporal.Now.instant()): Promise<void> {
  const [row] = await db.select().from(signingKey).where(signs);
  if (row && !opened(row)) {
    log.warn({ key: row.id }, 'the key for badges was sealed with another secret and is followed by a new one');
    await retire(db, row.id, now);
  }
  await ensureKey(db, now);
}

/** The key badges are signed with now. There is one as soon as there is a certificate. */
export async function currentKey(db: Database): Promise<SigningKey> {
  const [row] = await db.select().from(signingKey).where(signs);
  const secret = row && opened(row);
  if (!secret) throw Object.assign(new Error('There is no key for badges that can be opened.'), { code: 'NO_KEY' });
  return { id: row.id, since: instantFrom(row.createdAt).toString(), secret };
}

/** Lets a key sign no more: its private half is gone, and its public one stays. */
async function retire(db: Database, id: string, now: Temporal.Instant): Promise<void> {
  const retired = { retiredAt: now.toString(), sealed: null };
  await db.update(signingKey).set(retired).where(eq(signingKey.id, id));
}

/**
 * Follows the key that signs by a new one; false where another signs by now. Taken back, what the old one has signed is
 * good no more.
 */
export async function changeKey(
  db: Database,
  id: string,
  isTakenBack: boolean,
  now: Temporal.Instant,
): Promise<boolean> {
  const [old] = await db
    .select()
    .from(signingKey)
    .where(and(eq(signingKey.id, id), signs))
    .for('update');
  if (!old) return false;
  await retire(db, id, now);
  if (isTakenBack) await revoke(db, id, now);
  await db.insert(signingKey).values(await newKey(now));
  return true;
}

/** Says of a key that what it has signed is good no more. */
export async function revoke(db: Database, id: string, now: Temporal.Instant): Promise<void> {
  await db.update(signingKey).set({ revokedAt: now.toString() }).where(eq(signingKey.id, id));
}

export type KnownKey = PublicKey & { readonly createdAt: string; readonly retiredAt: string | null };

/** All keys the school has signed with, the one that signs first. */
export async function knownKeys(db: Database): Promise<KnownKey[]> {
  const rows = await db.select().from(signingKey).orderBy(desc(signingKey.createdAt));
  const at = (value: string | null) => value && instantFrom(value).toString();
  return rows.map(({ id, multibase, createdAt, retiredAt, revokedAt }) => ({
    ...{ id, multibase, revoked: at(revokedAt) },
    ...{ createdAt: instantFrom(createdAt).toString(), retiredAt: at(retiredAt) },
  }));
}

/** A public key as JOSE has it (RFC 8037). `multibase` is base58 of two bytes that say Ed25519, and the key. */
export async function jwkOf({ id, multibase }: PublicKey): Promise<JWK> {
  const { publicKey } = await from({ type: 'Multikey', publicKeyMultibase: multibase });
  const x = Buffer.from(publicKey).toString('base64url');
  return { kty: 'OKP', crv: 'Ed25519', x, kid: jwkAddress(id), alg: 'EdDSA', use: 'sig' };
}
