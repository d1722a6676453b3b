import { buffer } from 'node:stream/consumers';
import { strToU8, zipSync } from 'fflate';
import {
  type QtiFile,
  type QtiTest,
  qtiPackage,
  questionColumns,
  questionRows,
  type TableQuestion,
} from '@/core/exchange';
import { type DecimalSign, mediaNamed } from '@/core/quiz';
import { fileById } from '../media';
import type { Database } from '../platform/database';
import { files } from '../platform/files';
import { writeSheet } from './sheets';

export const questionForms = ['qti', 'csv', 'xlsx'] as const;
export type QuestionForm = (typeof questionForms)[number];

export type OutQuestion = TableQuestion & { readonly id: string };
export type QuestionsFile = {
  readonly bytes: Uint8Array;
  readonly type: string;
  readonly ending: string;
  /** What could not be said in this form. */
  readonly unsaid: readonly { readonly question: string; readonly sentence: string }[];
};

/** More of the library does not go into one package. */
const mostMediaBytes = 100 * 1024 * 1024;

const endings: { readonly [type: string]: string } = {
  ...{ 'image/png': 'png', 'image/jpeg': 'jpg', 'image/webp': 'webp', 'image/gif': 'gif' },
  ...{ 'audio/mpeg': 'mp3', 'audio/mp4': 'm4a', 'audio/ogg': 'ogg', 'audio/wav': 'wav', 'audio/flac': 'flac' },
  ...{ 'video/mp4': 'mp4', 'video/webm': 'webm', 'video/quicktime': 'mov' },
};

/** The files of the library some questions show, as far as they go into one package. */
async function mediaOf(db: Database, questions: readonly OutQuestion[]) {
  const known = new Map<string, QtiFile>();
  const contents: { [name: string]: Uint8Array } = {};
  let size = 0;
  for (const id of new Set(mediaNamed(questions))) {
    const file = await fileById(db, id);
    const stored = file && size + file.size <= mostMediaBytes ? await files().get(file.hash) : null;
    if (!file || !stored) continue;
    size += file.size;
    const href = `media/${id.slice(-12)}.${endings[file.contentType] ?? 'bin'}`;
    const { width, height } = file;
    known.set(id, { href, size: width && height ? { width, height } : null });
    contents[href] = await buffer(stored);
  }
  return { known, contents };
}

/** Questions as a file of some form. */
export async function questionsFile(
  db: Database,
  form: QuestionForm,
  questions: readonly OutQuestion[],
  test: QtiTest | null,
  decimals: DecimalSign = 'point',
): Promise<QuestionsFile> {
  if (form !== 'qti') {
    const type =
      form === 'csv' ? 'text/csv; charset=utf-8' : 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
    const draws = (test?.draws ?? []).map(({ title }) => ({
      question: title,
      sentence: 'What is drawn does not travel in a table: its questions stay in the bank.',
    }));
    const shown = questions.filter((question) => mediaNamed(question).length > 0);
    return {
      ...{ type, ending: form },
      bytes: await writeSheet(form, questionColumns, questionRows(questions)),
      unsaid: [
        ...shown.map(({ prompt }) => ({
          question: prompt.slice(0, 80),
          sentence: 'Pictures, sounds and films do not travel in a table.',
        })),
        ...draws,
      ],
    };
  }
  const { known, contents } = await mediaOf(db, [
    ...questions,
    ...(test?.draws ?? []).flatMap((draw) => draw.questions),
  ]);
  const { files: texts, unsaid } = qtiPackage(questions, test, { decimals, files: known });
  const told = unsaid.map(({ question, sentence }) => `${question}: ${sentence}`).join('\n');
  const entries = {
    ...Object.fromEntries(Object.entries(texts).map(([name, content]) => [name, strToU8(content)])),
    ...Object.fromEntries(Object.entries(contents).map(([name, content]) => [name, [content, { level: 0 }] as const])),
    ...(told === '' ? {} : { 'what-stays-behind.txt': strToU8(`${told}\n`) }),
  };
  // The same questions are the same bytes: an archive keeps no time of its own.
  const bytes = zipSync(entries as Parameters<typeof zipSync>[0], { mtime: new Date('2000-01-01T00:00:00') });
  return { bytes, type: 'application/zip', ending: 'zip', unsaid };
}
