import { forPerson } from '@/app/_server/routes';
import { serveWork } from '@/app/_server/serve-work';
import { answeredFile } from '@/server/quiz';

/** A file somebody gave as an answer: for its learner and for those who may mark it. */
export const GET = forPerson(async ({ request, db, person, params: { id = '', hash = '' } }) =>
  serveWork(request, await answeredFile(db, id, hash, person)),
);
