import { boolean, object, string } from 'yup';
import { type Sharing, sharingSchema } from '@/core/certificate';
import { fail, ok } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { changeKey, knownKeys, revoke } from './badge/keys';
import { certificate, certificateSharing } from './schema';

const asItComes: Sharing = { isFound: false, words: null, places: [] };

/** How certificates of the school are found and shared. */
export async function sharing(db: Database): Promise<Sharing> {
  const [row] = await db.select().from(certificateSharing);
  if (!row) return asItComes;
  const { isFound, words, places } = row;
  return sharingSchema.cast({ isFound, words, places }) as Sharing;
}

const setSharing = command({
  name: 'certificate.set-sharing',
  input: sharingSchema,
  permission: ({ actor }) => can(actor, 'school.change'),
  async handle({ tx, audit }, input) {
    const words = input.words === '' ? null : input.words;
    const next = { isFound: input.isFound, words, places: input.places };
    await tx.db
      .insert(certificateSharing)
      .values(next)
      .onConflictDoUpdate({ target: certificateSharing.id, set: next });
    await audit({ sentence: 'changed how certificates are found and shared' });
    return ok(null);
  },
});

/**
 * Follows the key that badges are signed with by a new one, or takes one back: then what it has signed is good no more,
 * and everything is signed anew as it is asked for.
 */
const changeKeyCommand = command({
  name: 'certificate.change-key',
  input: object({ keyId: string().max(64).required(), isTakenBack: boolean().required() }).noUnknown(),
  permission: ({ actor }) => can(actor, 'school.change'),
  async handle({ tx, now, audit }, { keyId, isTakenBack }) {
    const key = (await knownKeys(tx.db)).find(({ id }) => id === keyId);
    if (!key) return fail('not-found', 'There is no such key.');
    const isChanged = await changeKey(tx.db, keyId, isTakenBack, now);
    if (!isChanged && !isTakenBack) return fail('conflict', 'Another key signs by now.');
    if (!isChanged && key.revoked === null) await revoke(tx.db, keyId, now);
    if (!isChanged && key.revoked !== null) return ok(null);
    // Their PDFs hold a badge that the key has signed.
    if (isTakenBack) await tx.db.update(certificate).set({ pdfHash: null });
    const what = isTakenBack ? 'took back a key for badges' : 'changed the key for badges';
    await audit({ sentence: `${what} (${keyId.slice(0, 8)})` });
    return ok(null);
  },
});

export const sharingCommands = { [setSharing.name]: setSharing, [changeKeyCommand.name]: changeKeyCommand };
