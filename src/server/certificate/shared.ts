import { eq } from 'drizzle-orm';
import { boolean, object } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { type CommandContext, command } from '../platform/command';
import { certificate } from './schema';

async function held({ tx }: CommandContext, id: string) {
  const [row] = await tx.db.select().from(certificate).where(eq(certificate.id, id)).for('update');
  return row ?? null;
}

/** What a holder lets others see of a certificate of theirs. What was shown can be taken back. */
const shareCertificate = command({
  name: 'certificate.share',
  input: object({
    certificateId: idSchema,
    isPrivate: boolean().required(),
    showsGrade: boolean().required(),
  }).noUnknown(),
  async permission(context, { certificateId }) {
    const row = await held(context, certificateId);
    return row?.learnerId === context.actor.id && can(context.actor, 'account.change', { own: true });
  },
  async handle(context, { certificateId, isPrivate, showsGrade }) {
    const row = await held(context, certificateId);
    if (!row) return fail('not-found', 'This certificate is not there any more.');
    // The badge in the PDF tells the grade or does not: it is made anew where that changes.
    const changes = { isPrivate, showsGrade, ...(showsGrade !== row.showsGrade && { pdfHash: null }) };
    await context.tx.db.update(certificate).set(changes).where(eq(certificate.id, row.id));
    return ok(null);
  },
});

export const sharedCommands = { [shareCertificate.name]: shareCertificate };
