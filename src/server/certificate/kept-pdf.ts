import { inArray, sql } from 'drizzle-orm';
import { readDesign } from '@/core/certificate';
import { instantFrom } from '../enrolment';
import { schoolFacts } from '../people';
import { type Database, database } from '../platform/database';
import { files, putBytes } from '../platform/files';
import { badgeTokens } from './badge/badge';
import { issuedFacts } from './facts';
import { certificatePdf, type Sheet } from './pdf';
import { type CertificateRow, certificate } from './schema';

/** How the PDF of one certificate is drawn: here, or beside what else is done here. */
type Draw = (sheet: Sheet, at: string) => Promise<Uint8Array>;
const drawnHere: Draw = (sheet, at) => certificatePdf([sheet], at);

/** Draws the PDFs of some certificates and keeps them, each by its hash; a second time they are the same files. */
export async function drawCertificates(
  ids: readonly string[],
  draw: Draw = drawnHere,
): Promise<ReadonlyMap<string, string>> {
  const db = database();
  const rows = await db
    .select()
    .from(certificate)
    .where(inArray(certificate.id, [...ids]));
  const hashes = new Map<string, string>();
  for (const { id, pdfHash } of rows) if (pdfHash && (await files().stat(pdfHash))) hashes.set(id, pdfHash);
  const missing = rows.filter(({ id }) => !hashes.has(id));
  if (missing.length === 0) return hashes;
  const school = await schoolFacts(db);
  const badges = await badgeTokens(
    db,
    missing.filter(({ withdrawnAt }) => withdrawnAt === null),
    school,
  );
  await Promise.all(
    missing.map(async (row) => {
      const at = instantFrom(row.issuedAt).toString();
      const facts = issuedFacts({ ...row, issuedAt: at }, school);
      const bytes = await draw({ design: readDesign(row.design), facts, badge: badges.get(row.id) }, at);
      hashes.set(row.id, (await putBytes(bytes)).hash);
    }),
  );
  await remember(db, missing, hashes);
  return hashes;
}

/** Draws the PDF of one certificate and keeps it; null where there is no such certificate. */
export const drawCertificate = async (id: string): Promise<string | null> =>
  (await drawCertificates([id])).get(id) ?? null;

/** Writes with one statement which files the PDFs of some certificates are. */
async function remember(db: Database, rows: readonly CertificateRow[], hashes: ReadonlyMap<string, string>) {
  const drawn = JSON.stringify(rows.map(({ id }) => ({ id, hash: hashes.get(id) })));
  await db.execute(
    sql`update certificate c set pdf_hash = n.hash from jsonb_to_recordset(${drawn}::jsonb) as n(id uuid, hash text) where c.id = n.id`,
  );
}
