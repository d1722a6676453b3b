import { forPerson } from '@/app/_server/routes';
import { serveWork } from '@/app/_server/serve-work';
import { scanOnTable } from '@/server/assignment';

/** A scan on the sorting table: for those who sort it. */
export const GET = forPerson(async ({ request, db, person, params: { scriptId = '', hash = '' } }) =>
  serveWork(request, await scanOnTable(db, scriptId, hash, person)),
);
