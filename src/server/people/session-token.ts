import { createHmac, timingSafeEqual } from 'node:crypto';
import { config } from '../platform/config';

/** The cookie of a session as its library signs it: the token, a point, and its HMAC-SHA-256 in base 64. */
const cookie = /(?:^|;\s*)(?:__Secure-)?better-auth\.session_token=([^;]+)/;

/** The token of a session from cookies, where its signature is ours; null for anything else. */
export function sessionToken(cookies: string): string | null {
  const [, raw = ''] = cookie.exec(cookies) ?? [];
  let value: string;
  try {
    value = decodeURIComponent(raw);
  } catch {
    return null;
  }
  const end = value.lastIndexOf('.');
  if (end < 1) return null;
  const token = value.slice(0, end);
  const signed = Buffer.from(value.slice(end + 1), 'base64');
  const own = createHmac('sha256', config.secret).update(token).digest();
  return signed.length === own.length && timingSafeEqual(signed, own) ? token : null;
}
