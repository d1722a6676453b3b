import { forPerson } from '@/app/_server/routes';
import { serveWork } from '@/app/_server/serve-work';
import { handedInFile } from '@/server/assignment';

/** A file somebody handed in: for its learner and for those who may mark it. */
export const GET = forPerson(async ({ request, db, person, params: { id = '', hash = '' } }) =>
  serveWork(request, await handedInFile(db, id, hash, person)),
);
