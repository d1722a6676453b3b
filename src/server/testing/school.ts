import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, inject } from 'vitest';
import type { Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import type { Actor } from '@/core/people';
import { commands } from '../commands';
import { insertPerson } from '../people';
import { closeDatabase, database, transaction } from '../platform/database';
import { useFiles } from '../platform/files';
import { newId } from '../platform/ids';
import { closeQueue } from '../platform/jobs';
import * as tables from '../platform/schema';
import { memoryStore } from './memory-store';

/** A database and a data folder for one file of tests, with an owner, a creator, a marker and two learners. */
export function useTestSchool() {
  const name = `test_${newId().replaceAll('-', '')}`;
  const data = mkdtempSync(join(tmpdir(), 'mosaik-files-'));
  const server = inject('databaseServer');
  const admin = () => new pg.Client({ connectionString: server.replace('{name}', 'postgres') });
  // Files in memory: nothing that is tested here knows of a folder.
  const store = memoryStore();
  const school = { owner: '', creator: '', marker: '', learner: '', other: '', files: store };

  beforeAll(async () => {
    const client = admin();
    await client.connect();
    await client.query(`create database "${name}" template "${inject('databaseTemplate')}"`);
    await client.end();
    process.env.DATABASE_URL = server.replace('{name}', name);
    process.env.MOSAIK_DATA = data;
    process.env.MOSAIK_SECRET = 'for tests only, and long enough to be taken';
    process.env.MOSAIK_ADDRESS = 'http://school.example';
    process.env.MOSAIK_LOG = 'silent';
    useFiles(store);
    await transaction(async (tx) => {
      await tx.db.insert(tables.school).values({ id: 1, name: 'Test School', zone: 'UTC' });
      for (const role of ['owner', 'creator', 'marker', 'learner'] as const) {
        school[role] = await insertPerson(tx, {
          name: `The ${role}`,
          email: `${role}@school.example`,
          role,
          passwordHash: 'none',
        });
      }
      school.other = await insertPerson(tx, {
        name: 'The other',
        email: 'other@school.example',
        role: 'learner',
        passwordHash: 'none',
      });
    });
  });
  afterAll(async () => {
    await closeQueue();
    await closeDatabase();
    rmSync(data, { recursive: true, force: true });
    const client = admin();
    await client.connect();
    await client.query(`drop database "${name}" with (force)`);
    await client.end();
  });
  return school;
}

export const owner = (id: string): Actor => ({ id, role: 'owner', courses: {} });
export const learner = (id: string): Actor => ({ id, role: 'learner', courses: {} });

/** Does a command by name, as it would come from outside. */
export async function run<T = { id: string }>(
  actor: Actor | null,
  name: string,
  input: unknown,
  at?: string,
): Promise<Result<T>> {
  const command = commands.get(name);
  if (!command) throw new Error(`There is no command ${name}.`);
  return (await command.run(actor, input, at ? Temporal.Instant.from(at) : undefined)) as Result<T>;
}

export async function must<T = { id: string }>(
  actor: Actor | null,
  name: string,
  input: unknown,
  at?: string,
): Promise<T> {
  const result = await run<T>(actor, name, input, at);
  if (!result.ok) throw new Error(`${name}: ${result.problem.sentence}`);
  return result.value;
}

export const codeOf = (result: Result<unknown>) => (result.ok ? 'ok' : result.problem.code);

const doc = (text: string) => ({ type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text }] }] });
export const startsAt = '2027-03-01T08:00:00Z';

/** A small published course: a reading, a quiz of one question, an assignment; the learner takes it. */
export async function publishedCourse(
  ids: { owner: string; learner: string },
  settings: { quiz?: object; assignment?: object; opens?: object } = {},
) {
  const boss = owner(ids.owner);
  const [courseId, sectionId, reading, quiz, question, assignment] = [
    newId(),
    newId(),
    newId(),
    newId(),
    newId(),
    newId(),
  ];
  await must(boss, 'course.create', { id: courseId, title: `Course ${courseId.slice(-6)}` });
  const edit = (change: object) => must(boss, 'outline.edit', { courseId, edit: change });
  await edit({ do: 'add-section', id: sectionId, title: 'First', after: null });
  for (const [id, title, kind] of [
    [reading, 'Read', 'reading'],
    [quiz, 'Check', 'quiz'],
    [assignment, 'Write', 'assignment'],
  ]) {
    await edit({ do: 'add-lesson', id, sectionId, after: null, title, kind });
    await edit({ do: 'set', table: 'lesson', id, fields: { state: 'ready' } });
    await edit({ do: 'set', table: 'text', id, fields: { content: doc('Some words to read.') } });
  }
  await edit({ do: 'add-question', id: question, lessonId: quiz, kind: 'number' });
  await edit({
    do: 'set',
    table: 'question',
    id: question,
    fields: { prompt: 'Twice two?', body: { value: '4', tolerance: '', unit: '' }, points: 1000 },
  });
  const usualQuiz = { passPercent: 50, attempts: 2, minutes: 10, counts: 'best', shows: 'points-and-answers' };
  await edit({ do: 'set', table: 'lesson', id: quiz, fields: { quiz: { ...usualQuiz, ...settings.quiz } } });
  const usualAssignment = {
    points: 10_000,
    passPoints: 5000,
    takesText: true,
    files: 0,
    megabytes: 1,
    due: null,
    takesLate: true,
    attempts: 1,
  };
  await edit({
    do: 'set',
    table: 'lesson',
    id: assignment,
    fields: { assignment: { ...usualAssignment, ...settings.assignment } },
  });
  if (settings.opens) await edit({ do: 'set', table: 'section', id: sectionId, fields: { opens: settings.opens } });
  const [course] = await database().select({ award: tables.course.award }).from(tables.course);
  await edit({ do: 'set', table: 'course', id: courseId, fields: { award: { ...course?.award, on: true } } });
  await must(boss, 'course.publish', { courseId, number: 1 });
  const enrolmentId = newId();
  await database().insert(tables.enrolment).values({ id: enrolmentId, courseId, learnerId: ids.learner, at: startsAt });
  return { courseId, enrolmentId, sectionId, reading, quiz, question, assignment };
}

/** A cohort as a command makes it, with whatever is said of it. */
export const cohortInput = (part: { readonly [field: string]: unknown } = {}) => ({
  ...{
    id: newId(),
    name: 'Spring',
    startsOn: '2027-03-01',
    endsOn: null,
    zone: 'Europe/London',
    seats: null,
    breaks: [],
  },
  ...part,
});
