import { bodyOf, respond } from '@/app/_server/respond';
import { forAnybody } from '@/app/_server/routes';
import { keepableJson } from '@/core/kernel/plain-text';
import { fail } from '@/core/kernel/problem';
import { answerSignIn } from '@/server/people';

/** Signing in and out, and changing one's password: the only requests that reach the session library. */
export const POST = forAnybody(async ({ request, params: { all } }) => {
  const body = await bodyOf(request);
  if (body === undefined) return respond(fail('invalid', 'What was sent could not be read.'));
  const answer = await answerSignIn(String(all).replaceAll(',', '/'), { request, body: keepableJson(body) });
  return answer instanceof Response ? answer : respond(answer);
});

export const GET = () => respond(fail('not-found', 'There is nothing at this address.'));
