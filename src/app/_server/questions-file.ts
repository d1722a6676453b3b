import type { QtiTest } from '@/core/exchange';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { DecimalSign } from '@/core/quiz';
import { type QuestionForm, questionForms, questionsFile } from '@/server/exchange';
import { respond } from './respond';
import type { Database } from './routes';

type Questions = Parameters<typeof questionsFile>[2];

/** The form an address asks for. */
export const formAsked = (request: Request): Result<QuestionForm> => {
  const form = questionForms.find((one) => one === new URL(request.url).searchParams.get('form'));
  return form ? ok(form) : fail('invalid', 'Take the questions out as QTI, CSV or XLSX.');
};

/** Sends questions as a file; where the address asks what is `told`, only what that form cannot say. */
export async function sendQuestions(
  request: Request,
  db: Database,
  form: QuestionForm,
  questions: Questions,
  { name, test, decimals }: { readonly name: string; readonly test: QtiTest | null; readonly decimals?: DecimalSign },
): Promise<Response> {
  const { bytes, type, ending, unsaid } = await questionsFile(db, form, questions, test, decimals);
  if (new URL(request.url).searchParams.has('told')) return respond(ok({ count: questions.length, unsaid }));
  return new Response(Buffer.from(bytes), {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${name}.${ending}"`,
      'cache-control': 'no-store',
    },
  });
}
