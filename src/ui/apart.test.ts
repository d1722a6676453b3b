import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';

test('tests of parts that put something in place of a module are apart, where the others do not find it', () => {
  const parts = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((path) => /\.test\.tsx$/.test(path));
  const mocking = parts.filter((path) => readFileSync(join('src', path), 'utf8').includes('vi.mock('));
  expect(mocking.length).toBeGreaterThan(5);
  expect(mocking.filter((path) => !path.endsWith('.apart.test.tsx'))).toEqual([]);
});
