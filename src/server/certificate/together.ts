import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { readDesign } from '@/core/certificate';
import { fail, type Result } from '@/core/kernel/problem';
import { instantFrom, learnersOf } from '../enrolment';
import { schoolFacts } from '../people';
import type { Database } from '../platform/database';
import { threadsOf } from '../platform/threads';
import { issuedFacts } from './facts';
import { drawCertificates } from './kept-pdf';
import { picturesOf, type Sheet } from './pdf';
import { type CertificateRow, certificate } from './schema';

/** Drawing hundreds of pages takes seconds, and is done beside what answers people. */
export type Tasks = {
  together: {
    input: {
      readonly sheets: readonly Sheet[];
      readonly at: string;
      readonly pictures: ReadonlyMap<string, Uint8Array>;
    };
    output: Uint8Array;
  };
  'badge-in': { input: { readonly bytes: Uint8Array }; output: string | null };
};
const threads = threadsOf<Tasks>({
  name: 'certificates',
  source: 'src/server/certificate/thread.mjs',
  tooMuch: fail('too-large', 'These certificates take too long to be put together. Take a cohort at a time.'),
});

/** At once: what a thread puts together in a quarter of its time. */
export const mostTogether = 1000;
const togetherMs = 60_000;

/** The certificates of a course that hold, of one cohort or of all, by their holders. */
export async function certificatesTogether(
  db: Database,
  courseId: string,
  cohortId: string | null,
): Promise<CertificateRow[]> {
  const learners = cohortId === null ? null : await learnersOf(db, courseId);
  const within = learners?.filter(({ cohort }) => cohort?.id === cohortId).map(({ enrolmentId }) => enrolmentId);
  return db
    .select()
    .from(certificate)
    .where(
      and(
        ...[eq(certificate.courseId, courseId), isNull(certificate.withdrawnAt), isNull(certificate.lessonId)],
        within && inArray(certificate.enrolmentId, within),
      ),
    )
    .orderBy(asc(certificate.holder), asc(certificate.number))
    .limit(mostTogether + 1);
}

/** Certificates as one PDF, a page each. */
export async function onePdf(db: Database, rows: readonly CertificateRow[]): Promise<Result<Uint8Array>> {
  const own = await schoolFacts(db);
  const sheets = rows.map((row): Sheet => {
    const issuedAt = instantFrom(row.issuedAt).toString();
    return { design: readDesign(row.design), facts: issuedFacts({ ...row, issuedAt }, own) };
  });
  const pictures = await picturesOf(sheets.map(({ design }) => design));
  const at =
    sheets
      .map(({ facts }) => facts.at)
      .sort()
      .at(-1) ?? '1970-01-01T00:00:00Z';
  return threads.ask('together', { sheets, at, pictures }, togetherMs);
}

/** As many threads draw as are kept; whoever comes meanwhile waits for one of them. */
const lanes: Promise<unknown>[] = [Promise.resolve(), Promise.resolve()];
let turn = 0;

/** Draws the PDF of one certificate beside what else is done here: of many, several go on at once. */
export async function drawnBeside(sheet: Sheet, at: string): Promise<Uint8Array> {
  turn = (turn + 1) % lanes.length;
  // Its pictures are read when it is its turn: of hundreds that wait, all of them would be too much to hold.
  const own = (lanes[turn] as Promise<unknown>).then(async () =>
    threads.ask('together', { sheets: [sheet], at, pictures: await picturesOf([sheet.design]) }),
  );
  lanes[turn] = own.catch(() => {});
  const drawn = await own;
  if (!drawn.ok) throw new Error(drawn.problem.sentence);
  return drawn.value;
}

/** The stored PDF of each certificate under a name of its own; those that are not drawn yet are drawn now. */
export async function eachPdf(
  rows: readonly CertificateRow[],
): Promise<{ readonly name: string; readonly hash: string }[]> {
  const drawn = await drawCertificates(
    rows.flatMap(({ id, pdfHash }) => (pdfHash === null ? [id] : [])),
    drawnBeside,
  );
  return rows.flatMap(({ id, pdfHash, holder, number }) => {
    const hash = pdfHash ?? drawn.get(id);
    return hash === undefined ? [] : [{ name: `${holder} ${number}.pdf`, hash }];
  });
}

/** Files from anybody are opened one after another, and not more wait than are opened soon. */
const mostWaiting = 20;
let waiting = 0;
let last: Promise<unknown> = Promise.resolve();

/** The signed badge that is attached to a PDF; null where there is none. */
export async function badgeInPdf(bytes: Uint8Array): Promise<Result<string | null>> {
  if (waiting >= mostWaiting) return fail('busy', 'Many files are looked at just now. Try again in a minute.');
  waiting += 1;
  const own = last.then(() => threads.ask('badge-in', { bytes }));
  last = own.catch(() => {});
  return own.finally(() => {
    waiting -= 1;
  });
}
