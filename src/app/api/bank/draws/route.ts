import { array, object } from 'yup';
import { bodyOf, respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { idSchema } from '@/core/kernel/ids';
import { parsed } from '@/core/kernel/parse';
import { ok } from '@/core/kernel/problem';
import { type Draw, drawSchema } from '@/core/quiz';
import { bankQuestions, categoriesOf, poolsFor } from '@/server/bank';

const schema = object({
  draws: array().of(drawSchema.required()).max(50, 'A quiz draws at most 50 times.').required(),
  ids: array().of(idSchema).max(500, 'Ask for at most 500 questions.').required(),
}).noUnknown();

/** For a paper: how many questions each draw can take from, and the questions it has from the bank as they are now. */
export const POST = forMaker(async ({ db, request }) => {
  const asked = parsed(schema, await bodyOf(request), 'The bank cannot be asked so.');
  if (!asked.ok) return respond(asked);
  const [pools, questions, categories] = await Promise.all([
    poolsFor(db, asked.value.draws as readonly Draw[]),
    bankQuestions(db, asked.value.ids),
    categoriesOf(db),
  ]);
  const counts = Object.fromEntries([...pools].map(([id, { count }]) => [id, count]));
  return respond(ok({ counts, questions, categories }));
});
