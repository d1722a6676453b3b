import { and, eq, isNull } from 'drizzle-orm';
import { number, object } from 'yup';
import { designFaults, designSchema } from '@/core/certificate';
import { same } from '@/core/kernel/change';
import { idSchema } from '@/core/kernel/ids';
import { line } from '@/core/kernel/line';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { somewhere } from '@/core/people';
import { type CommandContext, command } from '../platform/command';
import { designNamed, mayUse, seenBy } from './designs';
import { strayPicture } from './pictures';
import { certificateDesign, certificateDesignVersion } from './schema';

const name = line(80, 'Keep the name under 80 characters.', 'Give the design a name.');
const permission = ({ actor }: CommandContext) => somewhere(actor, 'certificate.design');
const gone = fail('not-found', 'This design is not there any more.');
const mostDesigns = 500;

async function held({ tx }: CommandContext, designId: string) {
  const key = and(eq(certificateDesign.id, designId), isNull(certificateDesign.removedAt));
  const [row] = await tx.db.select().from(certificateDesign).where(key).for('update');
  return row ?? null;
}

/** Makes a design of a page that is given: from a pattern, a copy of another one, or a file. */
const makeDesign = command({
  name: 'certificate.make-design',
  input: object({ id: idSchema, name, content: designSchema }).noUnknown(),
  permission,
  async handle({ tx, now, audit }, { id, name: given, content }) {
    const stray = await strayPicture(tx.db, content);
    if (!stray.ok) return stray;
    if ((await tx.db.$count(certificateDesign, isNull(certificateDesign.removedAt))) >= mostDesigns)
      return fail('too-large', `A school has at most ${mostDesigns} designs. Remove one that is not used.`);
    const at = now.toString();
    const [made] = await tx.db
      .insert(certificateDesign)
      .values({ id, name: given, content, createdAt: at, changedAt: at })
      .onConflictDoNothing()
      .returning({ id: certificateDesign.id });
    if (!made) {
      const [there] = await tx.db.select().from(certificateDesign).where(eq(certificateDesign.id, id));
      if (there?.name !== given) return fail('conflict', 'This id is in use elsewhere. Try again.');
    }
    if (made) await audit({ sentence: `made the certificate design "${given}"` });
    return ok({ id });
  },
});

/** Keeps a design as it is now. Of two who change it at once, the second is told. */
const saveDesign = command({
  name: 'certificate.save-design',
  input: object({
    designId: idSchema,
    /** What it was when it was changed. */
    revision: number().integer().min(0).required(),
    name,
    content: designSchema,
  }).noUnknown(),
  permission,
  async handle(context, { designId, revision, name: given, content }): Promise<Result<{ revision: number }>> {
    const { tx, now } = context;
    const row = await held(context, designId);
    if (!row) return gone;
    // Sent twice, it is kept once.
    if (row.revision === revision + 1 && row.name === given && same(row.content, content))
      return ok({ revision: row.revision });
    if (row.revision !== revision)
      return fail(
        'conflict',
        'Somebody else has changed this design meanwhile. Look at what it is now, and change that.',
      );
    const stray = await strayPicture(tx.db, content);
    if (!stray.ok) return stray;
    await tx.db
      .update(certificateDesign)
      .set({ name: given, content, revision: revision + 1, changedAt: now.toString() })
      .where(eq(certificateDesign.id, designId));
    return ok({ revision: revision + 1 });
  },
});

/** Puts a design to use as it is: what is issued from now on looks like this. */
const useDesign = command({
  name: 'certificate.use-design',
  input: object({ designId: idSchema, revision: number().integer().min(0).required() }).noUnknown(),
  permission,
  async handle(context, { designId, revision }): Promise<Result<{ version: number }>> {
    const { tx, now, actor, audit } = context;
    const row = await held(context, designId);
    if (!row) return gone;
    if (row.version !== null && row.versionRevision === revision) return ok({ version: row.version });
    if (row.revision !== revision)
      return fail('conflict', 'Somebody else has changed this design meanwhile. Look at what it is now, and use that.');
    const design = await designNamed(tx.db, designId);
    if (!design) return gone;
    if (!mayUse(actor, design))
      return fail('not-allowed', 'This design is used by courses you do not work on. Copy it, and change the copy.');
    const stops = designFaults(design.content).find((fault) => fault.stops);
    if (stops) return fail('invalid', stops.sentence);
    const version = (row.version ?? 0) + 1;
    await tx.db
      .insert(certificateDesignVersion)
      .values({ designId, number: version, content: design.content, at: now.toString(), byId: actor.id });
    await tx.db
      .update(certificateDesign)
      .set({ version, versionRevision: revision })
      .where(eq(certificateDesign.id, designId));
    await audit({ sentence: `put version ${version} of the certificate design "${row.name}" to use` });
    return ok({ version });
  },
});

/** Makes a design again what it was in one of its versions; what it is now is one step that can be taken back. */
const restoreDesign = command({
  name: 'certificate.restore-design',
  input: object({
    designId: idSchema,
    revision: number().integer().min(0).required(),
    version: number().integer().required(),
  }).noUnknown(),
  permission,
  async handle(context, { designId, revision, version }): Promise<Result<{ revision: number }>> {
    const { tx, now } = context;
    const row = await held(context, designId);
    if (!row) return gone;
    if (row.revision !== revision)
      return fail('conflict', 'Somebody else has changed this design meanwhile. Look at what it is now.');
    const key = and(eq(certificateDesignVersion.designId, designId), eq(certificateDesignVersion.number, version));
    const [there] = await tx.db.select().from(certificateDesignVersion).where(key);
    if (!there) return fail('not-found', 'This version is not there.');
    await tx.db
      .update(certificateDesign)
      .set({ content: there.content, revision: revision + 1, changedAt: now.toString() })
      .where(eq(certificateDesign.id, designId));
    return ok({ revision: revision + 1 });
  },
});

/** Takes a design that no course uses from the lists. What was issued with it, or by an edition before, keeps it. */
const removeDesign = command({
  name: 'certificate.remove-design',
  input: object({ designId: idSchema }).noUnknown(),
  permission,
  async handle(context, { designId }): Promise<Result<null>> {
    const { tx, actor, audit, now } = context;
    const row = await held(context, designId);
    if (!row) return ok(null);
    const design = await designNamed(tx.db, designId);
    const seen = design && seenBy(actor, design);
    if (seen && seen.usedBy.length + seen.usedElsewhere > 0) {
      const user = seen.usedBy[0] ? `“${seen.usedBy[0].title}”` : 'A course you do not work on';
      return fail('conflict', `${user} uses this design. Choose another one there first.`);
    }
    await tx.db.update(certificateDesign).set({ removedAt: now.toString() }).where(eq(certificateDesign.id, designId));
    await audit({ sentence: `removed the certificate design "${row.name}"` });
    return ok(null);
  },
});

export const designCommands = {
  [makeDesign.name]: makeDesign,
  [saveDesign.name]: saveDesign,
  [useDesign.name]: useDesign,
  [restoreDesign.name]: restoreDesign,
  [removeDesign.name]: removeDesign,
};
