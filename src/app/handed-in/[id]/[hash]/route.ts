import { refuse } from '@/app/_server/respond';
import { forPerson } from '@/app/_server/routes';
import { serveFile } from '@/app/_server/serve';
import { fail } from '@/core/kernel/problem';
import { handedInFile } from '@/server/assignment';

/** A file somebody handed in: for its learner and for those who may mark it. */
export const GET = forPerson(async ({ request, db, person, params: { id = '', hash = '' } }) => {
  const file = await handedInFile(db, id, hash, person);
  if (!file) return refuse(fail('not-found', 'There is no such file, or it is not for you.').problem);
  const shown = /^(image\/|application\/pdf|text\/plain)/.test(file.contentType);
  return serveFile(request, { hash, contentType: file.contentType, name: file.name, download: !shown });
});
