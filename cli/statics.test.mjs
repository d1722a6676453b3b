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
  server = createServer((request, response) => answer(request, response) || response.end('something else'));
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
  ['a text, to who takes it compressed', 'chunks/long.js', { 'accept-encoding': 'gzip, br' }, long, 'gzip'],
  ['a text, to who does not', 'chunks/long.js', { 'accept-encoding': 'identity' }, long, null],
  ['a text, to who refuses it', 'chunks/long.js', { 'accept-encoding': 'gzip;q=0, br' }, long, null],
  ['one that is too short for it', 'chunks/short.js', { 'accept-encoding': 'gzip' }, '1', null],
  ['what is compressed by its nature', 'face.woff2', { 'accept-encoding': 'gzip' }, long, null],
  ['with something asked along', 'chunks/long.js?v=1', { 'accept-encoding': 'gzip' }, long, 'gzip'],
  ['a part', 'chunks/long.js', { 'accept-encoding': 'identity', range: 'bytes=0-9' }, long.slice(0, 10), null],
])('is sent, to be kept for ever: %s', async (_what, path, headers, body, encoding) => {
  const answer = await fetch(`${address}/_next/static/${path}`, { headers });
  expect(await answer.text()).toBe(body);
  expect(answer.headers.get('content-encoding')).toBe(encoding);
  expect(answer.headers.get('cache-control')).toBe('public, max-age=31536000, immutable');
});

test.each([
  ['what is not there', 'chunks/none.js', {}, 404],
  ['what another build took away', 'chunks/of-another-build.js', {}, 404],
  ['a folder', 'chunks', {}, 404],
  ['what lies outside', '%2e%2e%2fBUILD_ID', {}, 404],
  ['a name that is none', '%00', {}, 404],
  ['an address that is damaged', '%E0%A4', {}, 404],
  ['a name that is too long', 'a'.repeat(9000), {}, 404],
  ['a part beyond its end', 'chunks/long.js', { headers: { range: 'bytes=999999-' } }, 416],
  ['what is no reading', 'chunks/long.js', { method: 'POST' }, 405],
])('is refused in words, and not kept: %s', async (_what, path, how, status) => {
  const answer = await fetch(`${address}/_next/static/${path}`, how);
  expect(answer.status).toBe(status);
  expect(await answer.text()).toMatch(/^[A-Z].*\.$/);
  expect(answer.headers.get('cache-control')).toBe('no-store');
  expect(answer.headers.get('content-encoding')).toBeNull();
});

test('anything else is for somebody else', async () => {
  expect(await (await fetch(`${address}/_next/data/x.json`)).text()).toBe('something else');
});
