import { decodeProtectedHeader } from 'jose';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import type { Database } from '../../platform/database';
import { badgeAddress, issuerAddress } from '../address';
import { certificateByToken } from '../queries';
import { certificateTold, type Told } from '../told';
import { knownKeys } from './keys';
import { badgeIn } from './read';
import { keyNamed, provenBy, readToken } from './sign';

/** What was found out about a badge that is genuine: what its certificate is now. */
export type CheckedBadge = {
  /** The token of the check page. */
  readonly token: string;
  readonly told: Told;
};

type Json = { readonly [name: string]: unknown };
const within = (value: unknown, ...path: readonly (string | number)[]): unknown =>
  path.reduce((at: unknown, name) => (typeof at === 'object' && at !== null ? (at as Json)[name] : undefined), value);
const words = (value: unknown): string => (typeof value === 'string' ? value : '');

function parsed(text: string): Json | null {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Json) : null;
  } catch {
    return null;
  }
}

/** A badge as it is written, with the address of the key it says it was signed with; null where it is none. */
function opened(badge: string): { readonly key: unknown; readonly isToken: boolean; readonly json: Json } | null {
  if (badge.startsWith('{')) {
    const json = parsed(badge);
    return json && { json, isToken: false, key: within(json, 'proof', 'verificationMethod') };
  }
  try {
    const json = parsed(Buffer.from(badge.split('.')[1] ?? '', 'base64url').toString());
    return json && { json, isToken: true, key: decodeProtectedHeader(badge).kid };
  } catch {
    return null;
  }
}

/**
 * Checks a badge of this school without asking anybody: whether one of its keys has signed it, whether anything in it
 * was changed, and what its certificate is now.
 */
export async function checkBadge(
  db: Database,
  bytes: Uint8Array,
  now = Temporal.Now.instant(),
): Promise<Result<CheckedBadge>> {
  const found = await badgeIn(bytes);
  if (!found.ok) return found;
  const badge = opened(found.value);
  if (!badge) return fail('invalid', 'This is no badge that can be read. Ask its holder for the file anew.');
  const from = within(badge.json, 'issuer', 'id') ?? badge.json.issuer;
  if (from !== issuerAddress())
    return fail(
      'invalid',
      `This badge says it is from ${words(from).slice(0, 200) || 'nobody'}, and not from this school. It can be checked there.`,
    );
  const keyId = keyNamed(badge.key);
  const key = keyId && (await knownKeys(db)).find(({ id }) => id === keyId);
  if (!key) return fail('invalid', 'This badge is not genuine: no key of this school has signed it.');
  const genuine = badge.isToken ? await readToken(found.value, key) : (await provenBy(badge.json, key)) && badge.json;
  if (!genuine) return fail('invalid', 'This badge is not genuine: something in it was changed after it was signed.');
  if (key.revoked !== null)
    return fail(
      'invalid',
      'This badge is signed with a key that the school has taken back. Ask its holder for a new file.',
    );
  const token = words(genuine.id).split('/').at(-2) ?? '';
  const row = badgeAddress(token) === genuine.id ? await certificateByToken(db, token) : null;
  if (!row) return fail('invalid', 'This badge is signed by the school, and its certificate is not here any more.');
  return ok({ token: row.token, told: await certificateTold(db, row, now) });
}
