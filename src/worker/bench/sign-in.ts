import { samplePassword } from '../../../demo/people';
import { config } from '../../server/platform/config';

/** The cookies of somebody of the sample school. */
export async function signedIn(email: string): Promise<string> {
  const answer = await fetch(`${config.address}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: config.address },
    body: JSON.stringify({ email, password: samplePassword }),
  });
  if (answer.status !== 200) throw new Error(`${email} could not sign in: ${answer.status}`);
  return answer.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ');
}

/** Fetches a page; a redirect to the sign-in page would be quick, and no figure for anything. */
export async function fetchPage(path: string, cookie: string): Promise<string> {
  const answer = await fetch(config.address + path, { headers: { cookie } });
  const body = await answer.text();
  if (answer.status !== 200 || answer.redirected) throw new Error(`${path}: ${answer.status} ${answer.url}`);
  return body;
}
