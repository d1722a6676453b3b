import { and, eq } from 'drizzle-orm';
import { object, string } from 'yup';
import { idSchema, isId } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { type Actor, mayMark } from '@/core/people';
import { type Answer, type GivenFile, kindOf, mayAnswer, type QuestionKind } from '@/core/quiz';
import { rememberBlob } from '../media';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { ownSitting, underWay } from './own';
import { answerFile, sitting } from './schema';
import { paperOf, type SittingRow, sittingOf } from './sitting';

type Place = { readonly sittingId: string; readonly questionId: string };

/** The size a file may have that is given to a question of a sitting, in bytes; a problem where none may be given. */
async function mostBytes(db: Database, row: SittingRow, questionId: string): Promise<Result<number>> {
  const paper = await paperOf(db, row);
  const question = paper?.questions.find(({ id }) => id === questionId);
  const shown = question && kindOf(question.kind).files ? kindOf(question.kind).shown(question.body) : null;
  return shown && 'megabytes' in shown && typeof shown.megabytes === 'number'
    ? ok(shown.megabytes * 1024 * 1024)
    : fail('invalid', 'This question is not answered with files.');
}

const checkSize = (bytes: number, most: number): Result<null> =>
  bytes > most
    ? fail('too-large', `This file is larger than ${most / 1024 / 1024} MB, the most for one file here.`, 'file')
    : ok(null);

/** Whether a learner could give a file of so many bytes to a question now; asked before it is sent. */
export async function mayGiveFile(
  db: Database,
  learnerId: string,
  { sittingId, questionId }: Place,
  bytes: number,
  now = Temporal.Now.instant(),
): Promise<Result<null>> {
  const [row] = isId(sittingId) ? await db.select().from(sitting).where(eq(sitting.id, sittingId)) : [];
  if (!row || row.learnerId !== learnerId) return fail('not-allowed', 'This sitting is not there, or it is not yours.');
  const may = mayAnswer(sittingOf(row), now);
  if (!may.ok) return may;
  const most = await mostBytes(db, row, questionId);
  return most.ok ? checkSize(bytes, most.value) : most;
}

/**
 * Keeps a file that was uploaded for a question, so that an answer can name it. Called by the upload route only, which
 * has checked its content.
 */
export const giveFile = command({
  name: 'quiz.give-file',
  input: object({
    sittingId: idSchema,
    questionId: idSchema,
    hash: string()
      .matches(/^[0-9a-f]{64}$/)
      .required(),
    fileName: string().max(300).required(),
    contentType: string().required(),
  }).noUnknown(),
  permission: ownSitting,
  async handle(context, { sittingId, questionId, fileName, ...file }) {
    const found = await underWay(context, sittingId);
    if (!found.ok) return found;
    const { tx, now } = context;
    const most = await mostBytes(tx.db, found.value, questionId);
    if (!most.ok) return most;
    const stored = await rememberBlob(tx, file);
    if (!stored.ok) return stored;
    const small = checkSize(stored.value.size, most.value);
    if (!small.ok) return small;
    await tx.db
      .insert(answerFile)
      .values({ sittingId, questionId, ...stored.value, name: fileName, at: now.toString() })
      .onConflictDoNothing();
    return ok({ id: file.hash });
  },
});

/** An answer with its files as they were stored for its question; one that names others is refused. */
export async function withStoredFiles(
  db: Database,
  { sittingId, questionId }: Place,
  kind: QuestionKind,
  answer: Answer,
): Promise<Result<Answer>> {
  const { files } = kindOf(kind);
  if (!files) return ok(answer);
  const rows = await db
    .select()
    .from(answerFile)
    .where(and(eq(answerFile.sittingId, sittingId), eq(answerFile.questionId, questionId)));
  const stored: GivenFile[] = [];
  for (const { hash } of files.of(answer)) {
    const row = rows.find((one) => one.hash === hash);
    if (!row) return fail('not-found', 'This file is not there. Add it again.');
    stored.push({ hash, name: row.name, size: row.size, contentType: row.contentType });
  }
  return ok(files.with(answer, stored));
}

/** A file that was given in a sitting, for its learner and, once it is handed in, for those who may mark it. */
export async function answeredFile(db: Database, sittingId: string, hash: string, person: Actor) {
  if (!isId(sittingId)) return null;
  const [found] = await db
    .select({ file: answerFile, row: sitting })
    .from(answerFile)
    .innerJoin(sitting, eq(sitting.id, answerFile.sittingId))
    .where(and(eq(answerFile.sittingId, sittingId), eq(answerFile.hash, hash)))
    .limit(1);
  if (!found) return null;
  const { row, file } = found;
  return row.learnerId === person.id || (row.handedInAt !== null && mayMark(person, row)) ? file : null;
}
