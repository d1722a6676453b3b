import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { type RowsPage, rowsBefore, rowsPerPage } from '@/core/kernel/page';
import { contains } from '../platform/contains';
import type { Database } from '../platform/database';
import { type CertificateRow, certificate } from './schema';

/** The certificates of some enrolments for their course, by enrolment: the one that holds, or else the one withdrawn last. */
export async function certificatesOf(
  db: Database,
  enrolmentIds: readonly string[],
): Promise<ReadonlyMap<string, CertificateRow>> {
  if (enrolmentIds.length === 0) return new Map();
  const rows = await db
    .selectDistinctOn([certificate.enrolmentId])
    .from(certificate)
    .where(and(inArray(certificate.enrolmentId, [...enrolmentIds]), isNull(certificate.lessonId)))
    .orderBy(certificate.enrolmentId, sql`${certificate.withdrawnAt} desc nulls first`);
  return new Map(rows.map((row) => [row.enrolmentId, row]));
}

/** A page of the certificates of a course, the newest first, of those whose holder or number holds some words. */
export async function certificatesPage(
  db: Database,
  courseId: string,
  find: string,
  page: number,
): Promise<RowsPage<CertificateRow>> {
  const wanted = and(
    eq(certificate.courseId, courseId),
    find === '' ? undefined : contains(sql`${certificate.holder} || ' ' || ${certificate.number}`, find),
  );
  const [rows, found] = await Promise.all([
    db
      .select()
      .from(certificate)
      .where(wanted)
      .orderBy(desc(certificate.issuedAt), asc(certificate.id))
      .limit(rowsPerPage)
      .offset(rowsBefore(page)),
    db.$count(certificate, wanted),
  ]);
  return { rows, found, page };
}

/** How many certificates a course has issued. */
export const countCertificates = (db: Database, courseId: string): Promise<number> =>
  db.$count(certificate, eq(certificate.courseId, courseId));

export const certificateFor = async (db: Database, enrolmentId: string): Promise<CertificateRow | null> =>
  (await certificatesOf(db, [enrolmentId])).get(enrolmentId) ?? null;

/** The certificate of an enrolment for one quiz: the one that holds, or else the one withdrawn last. */
export async function certificateForQuiz(
  db: Database,
  enrolmentId: string,
  lessonId: string,
): Promise<CertificateRow | null> {
  const [row] = await db
    .select()
    .from(certificate)
    .where(and(eq(certificate.enrolmentId, enrolmentId), eq(certificate.lessonId, lessonId)))
    .orderBy(sql`${certificate.withdrawnAt} desc nulls first`)
    .limit(1);
  return row ?? null;
}

export async function certificateByToken(db: Database, token: string): Promise<CertificateRow | null> {
  if (!/^[\w-]{22}$/.test(token)) return null;
  const [row] = await db.select().from(certificate).where(eq(certificate.token, token));
  return row ?? null;
}

/** The certificate that was issued in the place of another one; null where none was. */
export async function replacementOf(
  db: Database,
  id: string,
): Promise<Pick<CertificateRow, 'number' | 'token'> | null> {
  const [row] = await db
    .select({ number: certificate.number, token: certificate.token })
    .from(certificate)
    .where(eq(certificate.replacesId, id));
  return row ?? null;
}

/** Whatever somebody was issued in this school, the newest first. */
export const certificatesOfPerson = (db: Database, learnerId: string): Promise<CertificateRow[]> =>
  db.select().from(certificate).where(eq(certificate.learnerId, learnerId)).orderBy(desc(certificate.issuedAt));
