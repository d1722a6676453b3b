import { type NextRequest, NextResponse } from 'next/server';
import { comesFromOurPages, mostWaiting, notFromOurPages, tooMuchToDo } from './app/_server/own-pages';
import { waitingForConnections } from './server/platform/waiting';

const isDevelopment = process.env.NODE_ENV === 'development';

/** Scripts run only with the nonce of their page; nothing comes from anywhere else. */
function contentPolicy(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${isDevelopment ? " 'unsafe-eval'" : ''}`,
    // Styles set on elements by the interface library cannot carry a nonce.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "media-src 'self' blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "frame-src 'none'",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

/** Whatever was uploaded can never run as a page of ours. */
const filePolicy = "sandbox; default-src 'none'";
const sendsFiles = (path: string) =>
  /^\/(files|handed-in|answered|attached|script)\/|^\/certificate\/[^/]+\/(pdf|badge\/\w+)$/.test(path);

/** Whether the escapes of an address (RFC 3986, 2.1) stand for UTF-8. */
function canBeRead(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

export function proxy(request: NextRequest): NextResponse {
  if (waitingForConnections() > mostWaiting)
    return new NextResponse(tooMuchToDo, { status: 503, headers: { 'retry-after': '2' } });
  if (!canBeRead(request.nextUrl.pathname))
    return new NextResponse('This address is damaged. Check how it was copied.', { status: 400 });
  if (!['GET', 'HEAD', 'OPTIONS'].includes(request.method) && !comesFromOurPages(request.headers))
    return NextResponse.json(notFromOurPages, { status: 403 });
  const nonce = btoa(crypto.randomUUID());
  const headers = new Headers(request.headers);
  const policy = sendsFiles(request.nextUrl.pathname) ? filePolicy : contentPolicy(nonce);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('x-frame-options', 'DENY');
  response.headers.set('cross-origin-opener-policy', 'same-origin');
  response.headers.set('permissions-policy', 'camera=(self), microphone=(self), geolocation=(), payment=()');
  return response;
}

export const config = {
  matcher: ['/((?!_next/static|_next/image|icon.svg|pdf.worker.min.mjs).*)'],
};
