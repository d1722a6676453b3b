import { fail, ok, type Result } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { type CertificateRow, certificateByToken } from '@/server/certificate';
import type { Person } from '@/server/people';
import type { Database } from './routes';

/**
 * The certificate whose badge somebody may have: whoever has its address, or, where its holder keeps it private, they
 * themselves and the people of its course. One that was withdrawn has none any more.
 */
export async function badgeAsked(db: Database, token: string, person: Person | null): Promise<Result<CertificateRow>> {
  const row = await certificateByToken(db, token);
  const isTheirs =
    row && (row.learnerId === person?.id || can(person, 'certificate.issue', { courseId: row.courseId }));
  if (!row || (row.isPrivate && !isTheirs))
    return fail('not-found', 'There is no such badge, or its holder keeps it private.');
  return row.withdrawnAt ? fail('closed', 'This certificate was withdrawn, and has no badge any more.') : ok(row);
}
