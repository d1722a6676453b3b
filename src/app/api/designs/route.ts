import { respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { ok } from '@/core/kernel/problem';
import { designsOf, seenBy } from '@/server/certificate';

/** The designs of the school, with where each is used. */
export const GET = forMaker(async ({ db, person }) =>
  respond(ok((await designsOf(db)).map((design) => seenBy(person, design)))),
);
