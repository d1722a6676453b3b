import { fail, type Result } from '@/core/kernel/problem';

/**
 * Sends JSON, or a file as it is, and reads the result; a broken line is a problem like any other, with what to do.
 * `lasts` goes out even when the page is left.
 */
export async function send<T>(address: string, body: unknown, lasts = false): Promise<Result<T>> {
  try {
    const response = await fetch(address, { method: 'POST', ...sent(body), keepalive: lasts });
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
