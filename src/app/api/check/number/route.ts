import { bodyOf, respond } from '@/app/_server/respond';
import { forAnybody } from '@/app/_server/routes';
import { findCertificate } from '@/server/certificate';
import { senderOf } from '@/server/platform/sender';

/** Finds a certificate by its number and the name on it, where the school wishes that. */
export const POST = forAnybody(async ({ request, db }) =>
  respond(await findCertificate(db, await bodyOf(request), senderOf(request))),
);
