import type { IncomingMessage, ServerResponse } from 'node:http';
import { httpStatus, type Result } from '@/core/kernel/problem';
import { personOf } from '@/server/people';
import { database } from '@/server/platform/database';
import { problemOf } from '@/server/platform/trouble';
import { waitingForConnections } from '@/server/platform/waiting';
import { doCommand } from './command-door';
import { comesFromOurPages, mostWaiting, notFromOurPages, tooMuchToDo } from './own-pages';
import { mostBytes } from './respond';

/**
 * Commands, answered by the web server itself: what several hundred people send every few seconds has no need of what
 * a framework does for pages, which takes most of the time (docs/decisions/0031-commands-answered-directly.md).
 */
const address = /^\/api\/do\/([^/?#]*)(?:\?|$)/;

/** What every answer says of itself: it is data, and nothing else is to be made of it. */
const headers = {
  'content-type': 'application/json',
  'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'x-frame-options': 'DENY',
  'cross-origin-opener-policy': 'same-origin',
};

/** The text of a request; null where it is longer than `mostBytes`. Throws where it breaks off. */
async function textOf(request: IncomingMessage): Promise<string | null> {
  if (Number(request.headers['content-length'] ?? 0) > mostBytes) return null;
  const parts: Buffer[] = [];
  let size = 0;
  for await (const part of request) {
    size += (part as Buffer).length;
    if (size > mostBytes) return null;
    parts.push(part as Buffer);
  }
  return Buffer.concat(parts).toString('utf8');
}

function answer(response: ServerResponse, status: number, value: object, more: { [name: string]: string } = {}): void {
  const text = JSON.stringify(value);
  response.writeHead(status, { ...headers, ...more, 'content-length': Buffer.byteLength(text) });
  response.end(text);
}

async function work(request: IncomingMessage, response: ServerResponse, name: string): Promise<void> {
  const given = new Headers();
  for (const [key, value] of Object.entries(request.headers)) if (typeof value === 'string') given.set(key, value);
  if (!comesFromOurPages(given)) return answer(response, 403, notFromOurPages);
  if (waitingForConnections() > mostWaiting) {
    const busy = { ok: false, problem: { code: 'busy', sentence: tooMuchToDo } };
    return answer(response, 503, busy, { 'retry-after': '2' });
  }
  let result: Result<unknown>;
  try {
    result = await doCommand(name, await personOf(database(), given), () => textOf(request));
  } catch (error) {
    // Who broke off is not there to be answered, and nothing went wrong here.
    if (!request.complete) return void response.destroy();
    result = { ok: false, problem: problemOf(error, '/api/do') };
  }
  // What was not read of a request that was too long would be taken for the next one.
  const more: { [name: string]: string } = request.readableEnded ? {} : { connection: 'close' };
  answer(response, result.ok ? 200 : httpStatus[result.problem.code], result, more);
}

/** Answers a command; false where it is something else that is asked for. */
export function answerDirectly(request: IncomingMessage, response: ServerResponse): boolean {
  const [, named] = request.method === 'POST' ? (address.exec(request.url ?? '') ?? []) : [];
  if (named === undefined) return false;
  let name: string;
  try {
    name = decodeURIComponent(named);
  } catch {
    return false;
  }
  work(request, response, name).catch(() => response.destroy());
  return true;
}
