import { eq } from 'drizzle-orm';
import { Temporal } from '@/core/kernel/time';
import { config } from '../platform/config';
import { type Database, database } from '../platform/database';
import { type Post, smtpPost } from '../platform/mail';
import { startStandInPost } from '../platform/stand-in-post';
import { arrivedMail } from './schema';

const idIn = (source: string): string => /^Message-ID:\s*<([^@>\s]+)@/im.exec(source)?.[1] ?? '';

/** Keeps a mail that has arrived at the stand-in; one that is there already is dropped, as mail servers do. */
async function keep({ recipients, source }: { readonly recipients: readonly string[]; readonly source: string }) {
  await database()
    .insert(arrivedMail)
    .values({ id: idIn(source), at: Temporal.Now.instant().toString(), recipients: recipients.join(', '), source })
    .onConflictDoNothing();
}

/** The mail server of the school, or the one that ships with Mosaik where it has named none. */
export async function openPost(): Promise<Post & { stop(): Promise<void> }> {
  if (config.smtp) {
    const post = smtpPost(config.smtp);
    return { ...post, stop: async () => post.close() };
  }
  const standIn = await startStandInPost(keep);
  const post = smtpPost(standIn.address);
  return {
    ...post,
    async stop() {
      post.close();
      await standIn.stop();
    },
  };
}

/** A mail as whoever got it reads it. */
export type Arrived = {
  readonly at: string;
  readonly from: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly html: string;
};

/**
 * What has arrived at the stand-in of a mail that was sent; null while nothing has, or where another server takes the
 * mails.
 */
export async function arrivedAs(db: Database, letterId: string): Promise<Arrived | null> {
  const [row] = await db.select().from(arrivedMail).where(eq(arrivedMail.id, letterId));
  if (!row) return null;
  // Asked for when a mail is looked at: every process that sends any would begin later for it.
  const { simpleParser } = await import('mailparser');
  const mail = await simpleParser(row.source, { skipImageLinks: true });
  const to = Array.isArray(mail.to) ? mail.to[0] : mail.to;
  return {
    at: row.at,
    from: mail.from?.text ?? '',
    to: to?.text ?? row.recipients,
    subject: mail.subject ?? '',
    text: mail.text ?? '',
    html: typeof mail.html === 'string' ? mail.html : '',
  };
}
