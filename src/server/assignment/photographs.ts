import { and, eq } from 'drizzle-orm';
import { array, object, string } from 'yup';
import { idSchema, isId } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { Actor } from '@/core/people';
import { takesCourse } from '../enrolment';
import { rememberBlob, storedFile } from '../media';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { putBytes } from '../platform/files';
import { asScan } from './scans';
import { handIn } from './schema';
import { withSheets } from './sheets/apart';
import type { Scan } from './sheets/bound';

const isPhotograph = ({ contentType }: { readonly contentType: string }) => contentType === 'image/jpeg';

/** Puts a PDF in the place of the photographs it was made of, in a draft that still has them. */
const replacePhotographs = command({
  name: 'assignment.bind-photographs',
  input: object({
    ...{ courseId: idSchema, draftId: idSchema, ...storedFile },
    /** The photographs it was made of. */
    of: array().of(string().required()).required(),
  }).noUnknown(),
  permission: takesCourse,
  async handle({ actor, tx }, { draftId, fileName, of, ...file }) {
    const [draft] = await tx.db
      .select()
      .from(handIn)
      .where(and(eq(handIn.id, draftId), eq(handIn.learnerId, actor.id), eq(handIn.state, 'draft')))
      .for('update');
    if (!draft) return fail('not-found', 'This draft is not there any more.');
    // Asked twice, or after one was taken out, it is done by whoever came first.
    if (!of.every((hash) => draft.files.some((one) => one.hash === hash))) return ok(null);
    const stored = await rememberBlob(tx, file);
    if (!stored.ok) return stored;
    const others = draft.files.filter(({ hash }) => !of.includes(hash));
    await tx.db
      .update(handIn)
      .set({ files: [...others, { ...stored.value, name: fileName }] })
      .where(eq(handIn.id, draft.id));
    return ok(null);
  },
});

/** The photographs of a draft, turned upright, as one PDF in their place; nothing where it has none. */
export async function bindPhotographs(
  db: Database,
  person: Actor,
  courseId: string,
  lessonId: string,
): Promise<Result<unknown>> {
  if (!isId(courseId) || !isId(lessonId)) return fail('not-found', 'This is no assignment of a course you take.');
  const whose = and(eq(handIn.courseId, courseId), eq(handIn.lessonId, lessonId), eq(handIn.learnerId, person.id));
  const [draft] = await db
    .select()
    .from(handIn)
    .where(and(whose, eq(handIn.state, 'draft')));
  const photographs = draft?.files.filter(isPhotograph) ?? [];
  if (!draft || photographs.length === 0) return ok(null);
  const scans = (await Promise.all(photographs.map(asScan))).filter((scan): scan is Scan => scan !== null);
  // One that cannot be read is handed in as it is, with the others.
  if (scans.length < photographs.length) return ok(null);
  const pages = scans.map(({ hash }) => ({ hash, page: 1, turn: 0 as const, out: false }));
  const made = await withSheets('bound', { scans, pages }, 60_000);
  if (!made.ok) return made;
  const { hash } = await putBytes(made.value);
  const file = { hash, contentType: 'application/pdf', fileName: 'Photographs.pdf' };
  return replacePhotographs.run(person, {
    courseId,
    draftId: draft.id,
    of: photographs.map((one) => one.hash),
    ...file,
  });
}
