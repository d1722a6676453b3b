import { readDesign, showsField } from '@/core/certificate';
import { Temporal } from '@/core/kernel/time';
import { instantFrom } from '../enrolment';
import { schoolFacts } from '../people';
import type { Database } from '../platform/database';
import { checkAddress } from './address';
import { issuedFacts } from './facts';
import { replacementOf } from './queries';
import type { CertificateRow } from './schema';

/** What anybody who has the address of a certificate is told of it; times are instants (ISO 8601). */
export type Told = {
  readonly number: string;
  readonly state: 'valid' | 'replaced' | 'withdrawn' | 'over';
  readonly issuer: string;
  /** Null where its holder keeps it private: then nothing is told but that it is there, and whether it holds. */
  readonly of: {
    readonly holder: string;
    readonly title: string;
    readonly grade: string | null;
    /** Learner's minutes; null: not known. */
    readonly minutes: number | null;
    readonly outcomes: readonly string[];
  } | null;
  readonly issuedAt: string;
  readonly expiresAt: string | null;
  /** Where its days are told: the school's zone when it was issued, wherever the school is now. */
  readonly zone: string;
  readonly withdrawnAt: string | null;
  readonly withdrawnWhy: string | null;
  /** The check page of the one that was issued in its place. */
  readonly replacedBy: { readonly number: string; readonly address: string } | null;
};

/** What is told of a certificate now, by its state and by what its holder lets be seen. */
export async function certificateTold(db: Database, row: CertificateRow, now = Temporal.Now.instant()): Promise<Told> {
  const next = row.withdrawnAt ? await replacementOf(db, row.id) : null;
  const issuedAt = instantFrom(row.issuedAt).toString();
  const facts = issuedFacts({ ...row, issuedAt }, await schoolFacts(db));
  const expiresAt = row.expiresAt && instantFrom(row.expiresAt).toString();
  return {
    number: row.number,
    state: stateOf(row, next !== null, now),
    issuer: row.school,
    of: row.isPrivate
      ? null
      : {
          ...{ holder: row.holder, title: row.courseTitle, minutes: facts.minutes, outcomes: facts.outcomes },
          grade: row.showsGrade && showsField(readDesign(row.design), 'grade') ? row.grade : null,
        },
    ...{ issuedAt, expiresAt, zone: facts.zone },
    withdrawnAt: row.withdrawnAt && instantFrom(row.withdrawnAt).toString(),
    withdrawnWhy: row.isPrivate ? null : row.withdrawnWhy,
    replacedBy: next && { number: next.number, address: checkAddress(next.token) },
  };
}

function stateOf(row: CertificateRow, isReplaced: boolean, now: Temporal.Instant): Told['state'] {
  if (isReplaced) return 'replaced';
  if (row.withdrawnAt) return 'withdrawn';
  return row.expiresAt && Temporal.Instant.compare(now, instantFrom(row.expiresAt)) >= 0 ? 'over' : 'valid';
}
