import { refuse } from '@/app/_server/respond';
import { forAnybody } from '@/app/_server/routes';
import { serveFile } from '@/app/_server/serve';
import { fail } from '@/core/kernel/problem';
import { certificateByToken, linkPicture } from '@/server/certificate';

/** The picture of a certificate, for whoever has its address; of one that is kept private, for its holder alone. */
export const GET = forAnybody(async ({ request, db, person, params: { token = '' } }) => {
  const row = await certificateByToken(db, token);
  const isSeen = row && (!row.isPrivate || row.learnerId === person?.id);
  const hash = isSeen ? (row.pictureHash ?? (await linkPicture(row.id))) : null;
  return hash
    ? serveFile(request, { hash, contentType: 'image/png', name: `${row?.number}.png`, download: false })
    : refuse(fail('not-found', 'There is no such certificate, or its holder keeps it private.').problem);
});
