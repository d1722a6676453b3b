import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { ownPath } from './own-path';

test.each([
  ['/learn/a?x=1#y', '/learn/a?x=1#y'],
  ['/', '/'],
  ['//elsewhere.example', '/'],
  ['/\\elsewhere.example', '/'],
  ['/\t/elsewhere.example', '/'],
  ['/\n/', '/'],
  ['/%09/elsewhere.example', '/%09/elsewhere.example'],
  ['/./ /elsewhere.example', '/%20/elsewhere.example'],
  ['/.//elsewhere.example', '/'],
  ['/..//elsewhere.example', '/'],
  ['https://elsewhere.example', '/'],
  ['javascript:alert(1)', '/'],
  ['', '/'],
  [undefined, '/'],
  [['/a', '/b'], '/'],
  [`/${'a'.repeat(50_000)}`, '/'],
])('where to go after signing in: %j leads to %s', (wanted, expected) => {
  expect(ownPath(wanted)).toBe(expected);
});

/** Every file of a kind below the pages. */
function filesIn(folder: string, name: RegExp): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return filesIn(path, name);
    return name.test(entry.name) ? [path] : [];
  });
}
/** What has nothing to read, and so nothing to guard. */
const readsNothing = [
  '(plain)/[...nowhere]/page.tsx',
  '(plain)/blank/page.tsx',
  '(plain)/learn/layout.tsx',
  '(plain)/sample/layout.tsx',
  'healthz/route.ts',
  'readyz/route.ts',
];

test.each(filesIn('src/app', /^(page|layout)\.tsx$|^route\.ts$/))(
  '%s asks at a door, or has nothing to read with',
  (path) => {
    const text = readFileSync(path, 'utf8');
    if (/^'use client'/.test(text) || readsNothing.some((one) => path.endsWith(one)))
      expect(text).not.toMatch(/^import (?!type )[^;]*from '@\/server\/(?!platform\/health)/m);
    else expect(text).toMatch(/from '(@\/app\/_server\/(doors|routes|uploads)|\.{1,2}\/(\.\.\/)*view)'/);
  },
);
