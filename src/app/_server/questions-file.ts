import type { QtiTest } from '@/core/exchange';
import { fail, ok } from '@/core/kernel/problem';
import type { DecimalSign } from '@/core/quiz';
import { questionForms, questionsFile } from '@/server/exchange';
import { respond } from './respond';
import type { Database } from './routes';

type Questions = Parameters<typeof questionsFile>[2];

/** Sends questions as a file of the form an address asks for; with `told`, only what that form cannot say. */
export async function sendQuestions(
  request: Request,
  db: Database,
  questions: Questions,
  { name, test, decimals }: { readonly name: string; readonly test: QtiTest | null; readonly decimals?: DecimalSign },
): Promise<Response> {
  const query = new URL(request.url).searchParams;
  const form = questionForms.find((one) => one === query.get('form'));
  if (!form) return respond(fail('invalid', 'Take the questions out as QTI, CSV or XLSX.'));
  const { bytes, type, ending, unsaid } = await questionsFile(db, form, questions, test, decimals);
  if (query.has('told')) return respond(ok({ count: questions.length, unsaid }));
  return new Response(Buffer.from(bytes), {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${name}.${ending}"`,
      'cache-control': 'no-store',
    },
  });
}
