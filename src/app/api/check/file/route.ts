import { bytesOf, respond } from '@/app/_server/respond';
import { forAnybody } from '@/app/_server/routes';
import { fail } from '@/core/kernel/problem';
import { checkBadge, mayCheckFile, mostBadgeBytes } from '@/server/certificate';
import { senderOf } from '@/server/platform/sender';

/** Checks a badge that somebody was given: a picture, a PDF, or the badge itself. */
export const POST = forAnybody(async ({ request, db }) => {
  const may = await mayCheckFile(db, senderOf(request));
  if (!may.ok) return respond(may);
  const bytes = await bytesOf(request, mostBadgeBytes);
  if (bytes.length > mostBadgeBytes) return respond(fail('too-large', 'A file with a badge has less than 20 MB.'));
  return respond(await checkBadge(db, bytes));
});
