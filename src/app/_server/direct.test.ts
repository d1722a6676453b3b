import { once } from 'node:events';
import { request as ask, createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { useTestSchool } from '@/server/testing/school';
import { answerDirectly } from './direct';

useTestSchool();
const server = createServer((request, response) => {
  if (!answerDirectly(request, response)) response.writeHead(299).end('not here');
});
let port = 0;
beforeAll(async () => {
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  port = (server.address() as AddressInfo).port;
});
afterAll(() => void server.close());

type Sent = { readonly method?: string; readonly headers?: { [name: string]: string }; readonly body?: string };
const send = (path: string, { method = 'POST', headers = {}, body = '{}' }: Sent = {}) =>
  new Promise<{ status: number; text: string; headers: NodeJS.Dict<string | string[]> }>((resolve, reject) => {
    const asked = ask({ port, host: '127.0.0.1', path, method, headers }, (answer) => {
      let text = '';
      answer.on('data', (part) => {
        text += part;
      });
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, text, headers: answer.headers }));
    });
    asked.on('error', reject);
    asked.end(body);
  });

test.each<[name: string, path: string, sent: Sent, status: number, says: RegExp]>([
  ['nobody', '/api/do/quiz.answer', {}, 401, /not signed in any more/],
  ['a command that is none', '/api/do/quiz.nothing', {}, 404, /There is no command .+quiz\.nothing/],
  ['a name of the language itself', '/api/do/constructor', {}, 404, /no command/],
  ['an escaped name', '/api/do/quiz%2Eanswer', {}, 401, /not signed in/],
  ['no JSON', '/api/do/quiz.answer', { body: '{' }, 422, /could not be read/],
  ['nested too deeply', '/api/do/quiz.answer', { body: '['.repeat(500) + ']'.repeat(500) }, 422, /could not be read/],
  ['longer than anything', '/api/do/quiz.answer', { body: 'x'.repeat(4 * 1024 * 1024 + 1) }, 422, /too large/],
  ['a cookie that is none', '/api/do/quiz.answer', { headers: { cookie: 'better-auth.session_token=a.b' } }, 401, /./],
  ['from elsewhere', '/api/do/quiz.answer', { headers: { 'sec-fetch-site': 'cross-site' } }, 403, /not come from/],
  ['from another origin', '/api/do/quiz.answer', { headers: { origin: 'http://else.example' } }, 403, /not come from/],
  ['another method', '/api/do/quiz.answer', { method: 'PUT' }, 299, /not here/],
  ['another address', '/api/do', {}, 299, /not here/],
  ['a longer address', '/api/do/quiz.answer/more', {}, 299, /not here/],
  ['a damaged address', '/api/do/%ff', {}, 299, /not here/],
])('%s', async (_name, path, sent, status, says) => {
  const answer = await send(path, sent);
  expect([answer.status, answer.text]).toEqual([status, expect.stringMatching(says)]);
  if (status !== 299)
    expect(answer.headers).toMatchObject({
      'content-type': 'application/json',
      'x-content-type-options': 'nosniff',
      'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
    });
});

test('one that breaks off harms nobody', async () => {
  const asked = ask({
    ...{ port, host: '127.0.0.1', path: '/api/do/quiz.answer', method: 'POST' },
    headers: { 'content-length': '1000' },
  });
  asked.on('error', () => {});
  asked.write('{"sittingId"');
  await new Promise((resolve) => setTimeout(resolve, 50));
  asked.destroy();
  expect((await send('/api/do/quiz.answer')).status).toBe(401);
});
