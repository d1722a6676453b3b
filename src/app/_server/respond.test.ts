import { expect, test } from 'vitest';
import { fail, ok } from '@/core/kernel/problem';
import { bodyOf, bytesOf, jsonIn, mostBytes, refuse, respond, textWithin } from './respond';

const nested = (depth: number) => '['.repeat(depth) + ']'.repeat(depth);
const posted = (body: BodyInit, headers: Record<string, string> = {}) =>
  new Request('http://school.example/', { method: 'POST', body, headers });

test.each<[string, string, unknown]>([
  ['a value', '{"a":[1,"x"]}', { a: [1, 'x'] }],
  ['as deep as may be', nested(200), JSON.parse(nested(200))],
  ['deeper', nested(201), undefined],
  ['brackets within a text do not count', JSON.stringify({ text: '['.repeat(5000) }), { text: '['.repeat(5000) }],
  [
    'nor behind an escaped quote',
    JSON.stringify({ text: `"\\"${'{'.repeat(500)}` }),
    { text: `"\\"${'{'.repeat(500)}` },
  ],
  ['many beside one another are not deep', `[${'[],'.repeat(4000)}[]]`, Array.from({ length: 4001 }, () => [])],
  ['closed more often than opened', ']]]]', undefined],
  ['half a million brackets', '{"a":'.repeat(500_000), undefined],
  ['cut off', '{"a":', undefined],
  ['nothing', '', undefined],
])('what a request holds as JSON: %s', async (_name, text, value) => {
  expect(jsonIn(text)).toEqual(value);
  expect(await bodyOf(posted(text))).toEqual(value);
});

test.each([
  ['as long as may be', mostBytes, {}, true],
  ['longer by one', mostBytes + 1, {}, false],
  ['one that says it is longer than it is', 3, { 'content-length': String(mostBytes + 1) }, false],
])('the text of a request: %s', async (_name, length, headers, isRead) => {
  expect((await textWithin(posted('x'.repeat(length), headers))) !== null).toBe(isRead);
});

test.each([
  ['shorter', 3, 10, 3],
  ['as long', 10, 10, 10],
])('the bytes of a request: %s', async (_name, length, most, read) => {
  expect((await bytesOf(posted('x'.repeat(length)), most)).length).toBe(read);
});

test('of a body without end no more is read than tells that it is too long', async () => {
  let given = 0;
  let isLeft = false;
  const endless = new ReadableStream<Uint8Array>({
    pull(controller) {
      given += 1000;
      controller.enqueue(new Uint8Array(1000));
    },
    cancel() {
      isLeft = true;
    },
  });
  const request = new Request('http://school.example/', {
    method: 'POST',
    body: endless,
    duplex: 'half',
  } as RequestInit);
  expect((await bytesOf(request, 5000)).length).toBe(6000);
  expect(given).toBeLessThan(9000);
  expect(isLeft).toBe(true);
  expect((await bytesOf(posted('x', { 'content-length': '6001' }), 5000)).length).toBe(5001);
});

test('a result goes out with the status that belongs to it, a refusal in words', async () => {
  expect([respond(ok(1)).status, respond(fail('not-found', 'Not here.')).status]).toEqual([200, 404]);
  const refused = refuse(fail('too-many', 'Wait a minute.').problem);
  expect([refused.status, await refused.text()]).toEqual([429, 'Wait a minute.']);
});
