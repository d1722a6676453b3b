import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { lessonKinds } from '@/core/outline';
import { questionKinds } from '@/core/quiz';

/**
 * Folders of the kinds themselves; media and cells of tables, which have kinds of their own by some of the same
 * names; and the upgrade of documents, which speaks of the kinds of their time.
 */
const own = [
  /^src\/core\/outline\/upgrade\.ts$/,
  /^src\/core\/exchange\/columns\.ts$/,
  /\/kinds\//,
  /\/lesson-kinds\//,
  /^src\/(core|server)\/media\//,
  /^src\/app\/files\//,
  /\.test\.tsx?$/,
  /\/testing[-\w]*\.ts$/,
];
const sources = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return sources(path);
    return /\.tsx?$/.test(entry.name) ? [path] : [];
  });

test('nothing outside the folders and tables of kinds asks which kind a lesson or a question is', () => {
  const names = [...lessonKinds, ...questionKinds].join('|');
  const asks = new RegExp(
    `kind\\b[^=\\n]{0,20}[!=]==\\s*'(?:${names})'|case '(?:${names})'|switch \\([^)]*(?:lesson|question|tile)\\.kind\\)`,
  );
  expect(
    asks.test("if (lesson.kind === 'quiz')") &&
      asks.test("case 'short-text':") &&
      asks.test('switch (question.kind) {'),
  ).toBe(true);
  const files = [...sources('src'), ...sources('demo')].filter((file) => !own.some((part) => part.test(file)));
  expect(files.length).toBeGreaterThan(300);
  const found = files.flatMap((file) =>
    readFileSync(file, 'utf8')
      .split('\n')
      .flatMap((line, i) => (asks.test(line) ? [`${file}:${i + 1} ${line.trim()}`] : [])),
  );
  expect(found).toEqual([]);
});
