import { expect, test } from 'vitest';
import { newId } from '../platform/ids';
import { must, owner, publishedCourse, useTestSchool } from '../testing/school';
import { courseEvents, sayWhere } from './index';

const school = useTestSchool();
const boss = () => owner(school.owner);
const rename = (courseId: string, id: string, title: string) =>
  must(boss(), 'outline.edit', { courseId, edit: { do: 'set', table: 'lesson', id, fields: { title } } });

/** What a line tells until it ends or a time is up. */
function listening(events: ReadableStream<Uint8Array>) {
  const told: string[] = [];
  const reader = events.getReader();
  const ended = (async () => {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      told.push(new TextDecoder().decode(value));
    }
  })();
  return { told, ended, leave: () => reader.cancel() };
}

test('who has said where they are before anybody looked is seen by the first who does', async () => {
  const { courseId } = await publishedCourse(school);
  const client = newId();
  await sayWhere(
    courseId,
    { id: school.creator, name: 'The creator' },
    { client, stage: 'Build', id: null, leaving: false },
  );
  const line = listening(courseEvents(courseId, 0, school.owner, newId(), async () => true));
  await expect.poll(() => line.told.join('')).toContain(`"client":"${client}"`);
  await line.leave();
});

test('who may not look any more is told nothing from then on, and their line ends', async () => {
  const { courseId, reading } = await publishedCourse(school);
  const staff = (role: string) => must(boss(), 'people.set-staff', { courseId, email: 'creator@school.example', role });
  await staff('creator');
  let may = true;
  const line = listening(courseEvents(courseId, 0, school.creator, newId(), async () => may));
  await rename(courseId, reading, 'Told before');
  await expect.poll(() => line.told.join('')).toContain('Told before');
  may = false;
  await staff('none');
  await rename(courseId, reading, 'Kept from them');
  await line.ended;
  expect(line.told.join('')).not.toContain('Kept from them');
});
