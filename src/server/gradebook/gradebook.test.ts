import { eq } from 'drizzle-orm';
import { beforeAll, expect, test } from 'vitest';
import { gradeSheet, unpacked, wholeItem } from '@/core/gradebook';
import { gradeItems, schemeOf } from '@/core/learning';
import type { Actor } from '@/core/people';
import { learnersOf } from '../enrolment';
import { courseHead, learning } from '../learning';
import { editionDocument } from '../outline';
import { audit } from '../platform/audit';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { gradeDecision } from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../testing/school';
import { gradeHistoryOf, gradeRows } from './index';
import { decisionsOf } from './records';

const school = useTestSchool();
const boss = () => owner(school.owner);
const soon = '2027-03-02T08:00:00Z';
let course: Awaited<ReturnType<typeof publishedCourse>>;

beforeAll(async () => {
  course = await publishedCourse(school);
});

type Part = { readonly [field: string]: unknown };
const asked = (part: Part = {}) => ({
  ...{ courseId: course.courseId, lessonId: course.assignment, learnerId: school.learner },
  ...{ kind: 'points', points: 4000, reason: 'Read aloud' },
  ...part,
});
const decide = (part: Part = {}, who: Actor | null = boss()) => run(who, 'gradebook.decide', asked(part), soon);

/** How the learner stands in an item: what the gradebook says, and why. */
async function cell(lessonId = course.assignment) {
  const head = await courseHead(database(), course.courseId);
  const found = head && (await learning(database(), head, school.learner));
  const line = found?.view.sheet.lines.find(({ item }) => item.id === lessonId);
  const passed = found?.view.lessons.find(({ lesson }) => lesson.id === lessonId)?.passed;
  return { ...line?.entry, passed, grade: found?.view.sheet.gradeText };
}

test.each<[string, Part, string, string | undefined]>([
  ['more points than it is worth', { points: 10_001 }, 'invalid', 'points'],
  ['points below nothing', { points: -1 }, 'invalid', 'points'],
  ['half a thousandth', { points: 0.5 }, 'invalid', 'points'],
  ['no points', { points: null }, 'invalid', 'points'],
  ['no reason', { reason: ' ' }, 'invalid', 'reason'],
  ['no reason to excuse', { kind: 'excused', points: null, reason: '' }, 'invalid', 'reason'],
  ['a reason nobody reads', { reason: 'x'.repeat(50_000) }, 'invalid', 'reason'],
  ['another kind of decision', { kind: 'doubled' }, 'invalid', 'kind'],
  ['a lesson of no course', { lessonId: newId() }, 'not-found', undefined],
  ['somebody who does not take it', { learnerId: 'nobody' }, 'not-found', undefined],
])('%s is refused, and nothing is changed', async (_what, part, code, field) => {
  const answer = await decide(part);
  expect([codeOf(answer), answer.ok ? null : answer.problem.field]).toEqual([code, field]);
  expect(await decisionsOf(database(), [course.enrolmentId])).toEqual([]);
});

test('points by hand stand before what was earned, are told with their reason, and are taken back', async () => {
  expect(await cell()).toMatchObject({ state: 'missing', passed: false });
  await must(boss(), 'gradebook.decide', asked(), soon);
  expect(await cell()).toMatchObject({ state: 'points', of: 10_000, byHand: 'Read aloud', passed: false });
  // At the pass mark exactly, it is passed.
  await must(boss(), 'gradebook.decide', asked({ points: 5000 }), soon);
  expect(await cell()).toMatchObject({ state: 'points', passed: true });
  const work = await must(
    learner(school.learner),
    'assignment.hand-in',
    { courseId: course.courseId, lessonId: course.assignment, text: 'Mine', deed: newId() },
    soon,
  );
  await must(boss(), 'marking.mark', { handInId: work.id, points: 1000, remark: '', finish: true }, soon);
  expect(await cell()).toMatchObject({ byHand: 'Read aloud', passed: true });
  await must(boss(), 'gradebook.decide', asked({ kind: 'none', points: null, reason: '' }), soon);
  expect(await cell()).toMatchObject({ state: 'points', passed: false });
  // Taken back twice, it is taken back.
  expect(codeOf(await decide({ kind: 'none', points: null, reason: '' }))).toBe('ok');
  const said = await database()
    .select({ sentence: audit.sentence })
    .from(audit)
    .where(eq(audit.command, 'gradebook.decide'));
  expect(said.map(({ sentence }) => sentence)).toEqual([
    'set 4 points for The learner, Write: Read aloud',
    'set 5 points for The learner, Write: Read aloud',
    'went back to what was earned for The learner, Write',
  ]);
});

test('who is excused is neither graded nor waited for', async () => {
  await must(
    boss(),
    'gradebook.decide',
    asked({ lessonId: course.quiz, kind: 'excused', points: null, reason: 'ill' }),
  );
  expect(await cell(course.quiz)).toMatchObject({ state: 'excused', reason: 'ill', passed: true });
  const before = (await cell()).grade;
  await must(boss(), 'gradebook.decide', asked({ lessonId: course.quiz, points: 0 }));
  expect((await cell()).grade).not.toBe(before);
});

test('the same decision sent eight times at once is one, and one after it is kept', async () => {
  await Promise.all(Array.from({ length: 8 }, () => decide({ points: 7000 })));
  await Promise.all([decide({ points: 8000 }), decide({ points: 9000 })]);
  const rows = await database().select().from(gradeDecision).where(eq(gradeDecision.lessonId, course.assignment));
  expect(rows).toHaveLength(1);
  expect([8000, 9000]).toContain(rows[0]?.points);
  expect(rows[0]).toMatchObject({ of: 10_000, decidedBy: school.owner, reason: 'Read aloud' });
});

test('nobody decides about themselves, nor about a course they do not give', async () => {
  const { courseId } = course;
  const making = { role: 'creator', courses: { [courseId]: 'creator' } } as const;
  const both: Actor = { id: school.learner, ...making };
  const marker: Actor = { id: school.marker, role: 'marker', courses: { [courseId]: 'marker' } };
  const elsewhere: Actor = { id: school.creator, role: 'creator', courses: { [newId()]: 'creator' } };
  for (const who of [both, { ...both, role: 'owner' } as Actor, marker, elsewhere, learner(school.other)])
    expect(codeOf(await decide({}, who))).toBe('not-allowed');
  expect(codeOf(await decide({}, null))).toBe('not-signed-in');
});

/** Many entered at once, with what was decided as somebody saw it. */
const enter = (entries: object[], who: Actor | null = boss(), reason = 'Read from the list') =>
  run<{ count: number }>(who, 'gradebook.enter', { courseId: course.courseId, reason, entries }, soon);
const entry = (part: Part = {}) => ({
  learnerId: school.learner,
  itemId: course.assignment,
  kind: 'points',
  points: 7000,
  ...part,
});

test('grades are entered all or none, once however often they are sent, and never over what somebody else decided', async () => {
  course = await publishedCourse(school);
  const codes = async (all: Promise<Parameters<typeof codeOf>[0]>[]) => (await Promise.all(all)).map(codeOf);
  expect(
    await codes([
      enter([entry({ points: 10_001 })]),
      enter([entry(), entry({ itemId: newId() })]),
      enter([entry(), entry()]),
      enter([entry({ learnerId: 'nobody' })]),
      enter([]),
      enter([entry()], boss(), '  '),
      enter([entry()], learner(school.learner)),
      enter([entry()], owner(school.learner)),
      enter([entry({ before: { kind: 'points', points: 1000 } })]),
      enter([entry({ itemId: wholeItem, kind: 'excused', points: null })]),
      enter([entry({ itemId: wholeItem, points: 100_001 })]),
    ]),
  ).toEqual([
    'invalid',
    'not-found',
    'invalid',
    'not-found',
    'invalid',
    'invalid',
    'not-allowed',
    'not-allowed',
    'conflict',
    'invalid',
    'invalid',
  ]);
  expect(await decisionsOf(database(), [course.enrolmentId])).toEqual([]);
  const eight = await Promise.all(Array.from({ length: 8 }, () => enter([entry({ before: null })])));
  expect(eight.map((one) => (one.ok ? one.value.count : one.problem.sentence)).toSorted()).toEqual([
    0, 0, 0, 0, 0, 0, 0, 1,
  ]);
  expect(await cell()).toMatchObject({ state: 'points', byHand: 'Read from the list' });
  // The grade as a whole stands before the sum, and is taken back like any other.
  await must(
    boss(),
    'gradebook.enter',
    { courseId: course.courseId, reason: 'The board', entries: [entry({ itemId: wholeItem, points: 91_500 })] },
    soon,
  );
  expect((await cell()).grade).toBe('91.5 %');
  await must(
    boss(),
    'gradebook.enter',
    {
      courseId: course.courseId,
      reason: 'Not after all',
      entries: [entry({ itemId: wholeItem, kind: 'none', points: null })],
    },
    soon,
  );
  expect((await cell()).grade).toBe('70.0 %');
  const history = await gradeHistoryOf(database(), course.enrolmentId, wholeItem);
  expect(history.map((one) => [one.kind, one.points, one.reason])).toEqual([
    ['none', null, 'Not after all'],
    ['points', 91_500, 'The board'],
  ]);
});

test('what is packed for a table of many says the same as the sheet of one', async () => {
  const head = await courseHead(database(), course.courseId);
  const document = head?.liveEditionId ? await editionDocument(database(), head.liveEditionId) : null;
  if (!document) throw new Error('There is no edition.');
  const [row] = await gradeRows(database(), document, await learnersOf(database(), course.courseId));
  if (!row) throw new Error('There is no row.');
  const items = gradeItems(document);
  const sheet = gradeSheet(items, unpacked(items, row), document.course.missing, schemeOf(document));
  expect(sheet.gradeText).toBe((await cell()).grade);
  expect(row.decided[course.assignment]).toEqual({ kind: 'points', points: 7000, reason: 'Read from the list' });
});
