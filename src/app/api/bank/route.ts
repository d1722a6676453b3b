import { bankAsked } from '@/app/_server/bank-asked';
import { respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { ok } from '@/core/kernel/problem';
import { bankPage } from '@/server/bank';
import { askedIn } from '@/server/outline';
import { bankFigures } from '@/server/quiz';

/** A page of the bank, with where its questions are asked and what is known of them from papers. */
export const GET = forMaker(async ({ db, person, request }) => {
  const filter = bankAsked(request);
  if (!filter.ok) return respond(filter);
  const page = await bankPage(db, filter.value);
  const ids = page.questions.map(({ id }) => id);
  const [figures, asked] = await Promise.all([bankFigures(db, ids), askedIn(db, person, ids)]);
  return respond(ok({ ...page, figures, asked }));
});
