import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { compressStatics, staticsOf } from './statics.mjs';

const folder = mkdtempSync(join(tmpdir(), 'mosaik-statics-'));
const long = 'const a = 1;\n'.repeat(500);
let server;
let address;

beforeAll(async () => {
  mkdirSync(join(folder, 'chunks'));
  writeFileSync(join(folder, 'chunks', 'long.js'), long);
  writeFileSync(join(folder, 'chunks', 'short.js'), '1');
  writeFileSync(join(folder, 'face.woff2'), long);
  writeFileSync(join(folder, 'chunks', 'of-another-build.js'), long);
  compressStatics(folder);
  const answer = await staticsOf(folder);
  for (const name of ['of-another-build.js', 'of-another-build.js.gz']) rmSync(join(folder, 'chunks', name));
  server = createServer((request, response) => answer(request, response, () => response.end(`next ${request.url}`)));
  await new Promise((done) => server.listen(0, '127.0.0.1', done));
  address = `http://127.0.0.1:${server.address().port}`;
});
afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true });
});

test('compressed beside themselves are texts that grow smaller by it', () => {
  expect(readdirSync(folder, { recursive: true }).sort()).toEqual([
    ...['chunks', 'chunks/long.js', 'chunks/long.js.gz', 'chunks/short.js', 'face.woff2'],
  ]);
});

test.each([
  ['a text, to who takes it compressed', 'GET', 'chunks/long.js', 'gzip, br', long, 'gzip'],
  ['a text, to who does not', 'GET', 'chunks/long.js', 'identity', long, null],
  ['a text, to who refuses it', 'GET', 'chunks/long.js', 'gzip;q=0, br', long, null],
  ['what is compressed by its nature', 'GET', 'face.woff2', 'gzip', long, null],
  ['one that is too short for it', 'GET', 'chunks/short.js', 'gzip', '1', null],
  ['with something asked along', 'GET', 'chunks/long.js?v=1', 'gzip', long, 'gzip'],
  [
    'what another build took away',
    'GET',
    'chunks/of-another-build.js',
    'gzip',
    'next /_next/static/chunks/of-another-build.js',
    null,
  ],
  ['a name that is none', 'GET', '%00', 'gzip', 'next /_next/static/%00', null],
  ['an address that is damaged', 'GET', '%E0%A4', 'gzip', 'next /_next/static/%E0%A4', null],
  ['what is not there', 'GET', 'chunks/none.js', 'gzip', 'next /_next/static/chunks/none.js', null],
  ['a folder', 'GET', 'chunks', 'gzip', 'next /_next/static/chunks', null],
  ['what lies outside', 'GET', '%2e%2e%2fBUILD_ID', 'gzip', 'next /_next/static/%2e%2e%2fBUILD_ID', null],
  ['what is no reading', 'POST', 'chunks/long.js', 'gzip', 'next /_next/static/chunks/long.js', null],
])('%s', async (_what, method, path, accepted, body, encoding) => {
  const answer = await fetch(`${address}/_next/static/${path}`, { method, headers: { 'accept-encoding': accepted } });
  expect(await answer.text()).toBe(body);
  expect(answer.headers.get('content-encoding')).toBe(encoding);
  const kept = body.startsWith('next') ? null : 'public, max-age=31536000, immutable';
  expect(answer.headers.get('cache-control')).toBe(kept);
});
