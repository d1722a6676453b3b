import { bankAsked } from '@/app/_server/bank-asked';
import { formAsked, sendQuestions } from '@/app/_server/questions-file';
import { respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { questionsFound } from '@/server/bank';

/** More do not go into one file. */
const most = 5000;

/** The questions of the bank an address asks for, as a file. */
export const GET = forMaker(async ({ db, request }) => {
  const filter = bankAsked(request);
  if (!filter.ok) return respond(filter);
  const form = formAsked(request);
  if (!form.ok) return respond(form);
  const questions = await questionsFound(db, filter.value, most);
  return sendQuestions(request, db, form.value, questions, { name: 'questions', test: null });
});
