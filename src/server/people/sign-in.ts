import { object, string } from 'yup';
import { parsed } from '@/core/kernel/parse';
import { fail, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import { passwordSchema, plainEmail } from '@/core/people';
import { config } from '../platform/config';
import { senderOf } from '../platform/sender';
import { deviceMark, isKnownDevice, turnFor, turnWasRight } from './pace';
import { sessions } from './sessions';

const wrong =
  'This e-mail address and password do not go together. Check both; passwords tell capital letters from small ones.';
const any = string().max(254, 'Keep the address under 254 characters.').required('Give your e-mail address.');
const secret = string().max(128, 'Passwords have at most 128 characters.').required('Give your password.');
const signInInput = object({ email: any, password: secret }).noUnknown();
const changeInput = object({ currentPassword: secret, newPassword: passwordSchema }).noUnknown();

type Ask = { readonly request: Request; readonly body: unknown };

/**
 * What of the session library can be reached from outside, and how: nothing else of it has an address. Each
 * is given a body of our own making, so that a field the library knows and we do not want goes nowhere.
 */
const reachable: { readonly [path: string]: (ask: Ask) => Promise<Response | Result<never>> } = {
  'sign-in/email': async ({ request, body }) => {
    const asked = parsed(signInInput, body);
    if (!asked.ok) return asked;
    const account = plainEmail(asked.value.email);
    return atItsTurn(request, account, wrong, () =>
      handled(request, { email: account, password: asked.value.password }),
    );
  },
  'sign-out': ({ request }) => handled(request, {}),
  'change-password': async ({ request, body }) => {
    const asked = parsed(changeInput, body);
    if (!asked.ok) return asked;
    const account = (await sessions().api.getSession({ headers: request.headers }))?.user.email;
    if (!account) return fail('not-signed-in', 'You are not signed in any more. Sign in again.');
    const sentence = 'The password was not changed: the present one is not right.';
    return atItsTurn(request, account, sentence, () => handled(request, { ...asked.value, revokeOtherSessions: true }));
  },
};

const handled = (request: Request, body: object): Promise<Response> => {
  const headers = new Headers(request.headers);
  for (const name of ['content-length', 'transfer-encoding', 'content-encoding']) headers.delete(name);
  headers.set('content-type', 'application/json');
  return sessions().handler(new Request(request.url, { method: 'POST', headers, body: JSON.stringify(body) }));
};

const deviceCookie = 'mosaik.device';
/** Where a request comes from: written by the web server itself (cli/web.mjs), whatever the sender says. */
const markIn = (request: Request) =>
  new RegExp(`(?:^|;\\s*)${deviceCookie}=([\\w-]+)`).exec(request.headers.get('cookie') ?? '')?.[1];

/** Looks at a password when the turn of the attempt has come, and counts it unless it was right. */
async function atItsTurn(
  request: Request,
  account: string,
  sentence: string,
  attempt: () => Promise<Response>,
): Promise<Response | Result<never>> {
  const now = Temporal.Now.instant().epochMilliseconds;
  const turn = await turnFor(account, senderOf(request), isKnownDevice(account, markIn(request)), now);
  if (turn.comeBack > 0)
    return fail('too-many', `Too many attempts with this address. Wait ${turn.comeBack} seconds, then try again.`);
  const answer = await attempt();
  if (!answer.ok) return fail('not-allowed', sentence);
  await turnWasRight(turn.keys);
  // The library's own answer holds the session's token for scripts to read; it belongs into the cookie alone.
  const kept = new Response(JSON.stringify({ ok: true, value: null }), {
    headers: { 'content-type': 'application/json' },
  });
  for (const cookie of answer.headers.getSetCookie()) kept.headers.append('set-cookie', cookie);
  const secure = config.address.startsWith('https:') ? '; Secure' : '';
  kept.headers.append(
    'set-cookie',
    `${deviceCookie}=${deviceMark(account)}; Path=/api/auth; HttpOnly; SameSite=Lax; Max-Age=31536000${secure}`,
  );
  return kept;
}

/** An answer of the session library to one of the requests it may be sent, or the problem with it. */
export async function answerSignIn(path: string, ask: Ask): Promise<Response | Result<never>> {
  const known = Object.hasOwn(reachable, path) ? reachable[path] : undefined;
  return known ? known(ask) : fail('not-found', 'There is nothing at this address.');
}
