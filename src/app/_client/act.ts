import { fail, type Result } from '@/core/kernel/problem';

/** Bytes that a browser takes along from a page that is left, at most (Fetch: 64 KiB for all that is on its way). */
const mostTakenAlong = 60_000;
let isLeaving = false;
// Heard before the parts of a page hear of it, which then send what they still have.
if (typeof window !== 'undefined') {
  for (const event of ['pagehide', 'pageshow'])
    window.addEventListener(
      event,
      ({ type }) => {
        isLeaving = type === 'pagehide';
      },
      { capture: true },
    );
}
const isTakenAlong = ({ body }: RequestInit): boolean =>
  isLeaving && typeof body === 'string' && new Blob([body]).size < mostTakenAlong;

/**
 * Sends JSON, or a file as it is, and reads the result; a broken line is a problem like any other, with what to do.
 * What is sent because the page is left goes out all the same.
 */
export async function send<T>(address: string, body: unknown): Promise<Result<T>> {
  try {
    const what = sent(body);
    const response = await fetch(address, { method: 'POST', ...what, keepalive: isTakenAlong(what) });
    return (await response.json()) as Result<T>;
  } catch {
    return fail('unreachable', 'The school cannot be reached. Check the connection; what you typed is still here.');
  }
}

const sent = (body: unknown): RequestInit =>
  body instanceof Blob ? { body } : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) };

/** Does a command of the server, by name. */
export const act = <T = unknown>(name: string, input: unknown): Promise<Result<T>> => send<T>(`/api/do/${name}`, input);

/** Asks an address of the server for what it has. */
export async function ask<T>(address: string): Promise<Result<T>> {
  try {
    return (await (await fetch(address)).json()) as Result<T>;
  } catch {
    return fail('unreachable', 'The school cannot be reached. Check the connection, and look again.');
  }
}
