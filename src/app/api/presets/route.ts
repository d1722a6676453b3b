import { respond } from '@/app/_server/respond';
import { forMaker } from '@/app/_server/routes';
import { ok } from '@/core/kernel/problem';
import { presetsOf } from '@/server/quiz';

/** The presets for quizzes of the school. */
export const GET = forMaker(async ({ db }) => respond(ok(await presetsOf(db))));
