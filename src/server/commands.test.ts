import { eq } from 'drizzle-orm';
import fc from 'fast-check';
import { beforeAll, expect, test } from 'vitest';
import { emptyDesign } from '@/core/certificate';
import { usualColumns } from '@/core/exchange';
import { usualChoices } from '@/core/message';
import type { Actor } from '@/core/people';
import { currentKey } from './certificate';
import { commands } from './commands';
import { database } from './platform/database';
import { newId } from './platform/ids';
import { user } from './platform/schema';
import {
  codeOf,
  cohortInput,
  learner,
  must,
  owner,
  publishedCourse,
  run,
  startsAt,
  useTestSchool,
} from './testing/school';

const school = useTestSchool();
type Course = Awaited<ReturnType<typeof publishedCourse>>;
let course: Course;
let actors: { readonly [name: string]: Actor | null };
let inputs: { readonly [command: string]: { readonly [field: string]: unknown } };
const hash = 'a'.repeat(64);
const soon = '2027-03-02T08:00:00Z';

beforeAll(async () => {
  course = await publishedCourse(school);
  const { courseId, sectionId, reading, quiz, question, assignment } = course;
  const other = await publishedCourse({ owner: school.owner, learner: school.other });
  const me = learner(school.learner);
  const groupId = newId();
  await must(owner(school.owner), 'cohort.add', cohortInput({ id: groupId, courseId }));
  const sitting = await must(me, 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, soon);
  await must(me, 'assignment.save-draft', { courseId, lessonId: assignment, text: 'Mine' }, soon);
  const issued = await must(owner(school.owner), 'certificate.award-by-hand', {
    ...{ courseId, learnerId: school.learner, why: 'Shown on the river' },
  });
  const { id: keyId } = await currentKey(database());
  const work = await must(
    learner(school.learner),
    'assignment.hand-in',
    { courseId, lessonId: assignment, text: 'Mine', deed: newId() },
    soon,
  );
  actors = {
    nobody: null,
    'a learner of another course': learner(school.other),
    'a learner of this course': me,
    'a marker of this course': { id: school.marker, role: 'marker', courses: { [courseId]: 'marker' } },
    'a creator of another course': { id: school.creator, role: 'creator', courses: { [other.courseId]: 'creator' } },
    'a creator of this course': { id: school.creator, role: 'creator', courses: { [courseId]: 'creator' } },
    'the owner': owner(school.owner),
  };
  const set = { do: 'set', table: 'lesson', id: reading, fields: { title: 'Read this', minutes: 12 } };
  inputs = {
    'assignment.begin': { courseId, lessonId: assignment },
    'assignment.take-back': { courseId, lessonId: assignment, handInId: work.id },
    'assignment.drop-file': { courseId, lessonId: assignment, hash },
    'assignment.hand-in': { courseId, lessonId: assignment, text: 'Work', deed: newId() },
    'assignment.save-draft': { courseId, lessonId: assignment, text: 'Work' },
    'catalogue.change': { courses: [{ courseId, edit: set }] },
    'catalogue.remove-view': { id: newId() },
    'catalogue.save-view': {
      id: newId(),
      name: 'Mine',
      about: 'lesson',
      look: {
        columns: usualColumns.lesson.map((key) => ({ key, width: 100 })),
        filter: { join: 'and', conditions: [] },
        sort: null,
      },
    },
    'calendar.set-feed': { on: true },
    'catalogue.undo': { steps: [{ courseId, revision: 1 }] },
    'certificate.issue-many': { courseId, learnerIds: [school.learner], why: '' },
    'certificate.set-sharing': { isFound: true, words: null, places: [] },
    'certificate.change-key': { keyId, isTakenBack: true },
    'certificate.share': { certificateId: issued.id, isPrivate: true, showsGrade: false },
    'certificate.replace': { courseId, certificateId: newId(), why: 'Another name' },
    'certificate.make-design': { id: newId(), name: 'Plain', content: emptyDesign('a4-across') },
    'certificate.save-design': { designId: newId(), revision: 0, name: 'Plain', content: emptyDesign('a4-across') },
    'certificate.use-design': { designId: newId(), revision: 0 },
    'certificate.restore-design': { designId: newId(), revision: 0, version: 1 },
    'certificate.remove-design': { designId: newId() },
    'certificate.award-by-hand': { courseId, learnerId: school.learner, why: 'Shown on the river' },
    'certificate.claim': { courseId },
    'certificate.withdraw': { courseId, certificateId: newId(), why: 'A mistake' },
    'bank.change-many': { changes: [{ id: newId(), difficulty: 1 }] },
    'bank.put-category': { id: newId(), parentId: null, title: 'Flow' },
    'bank.put-questions': {
      categoryId: null,
      questions: [
        {
          ...{
            id: newId(),
            kind: 'true-false',
            prompt: 'Is it?',
            category: '',
            points: 1000,
            body: { holds: true },
            media: null,
            hint: '',
          },
          ...{ feedbackRight: '', feedbackPart: '', feedbackWrong: '', difficulty: 1, tags: [], outcomes: [] },
        },
      ],
    },
    'bank.remove-category': { id: newId() },
    'bank.set-question': {
      ...{ id: newId(), version: 1 },
      content: {
        ...{
          kind: 'true-false',
          prompt: 'Is it?',
          category: '',
          points: 1000,
          body: { holds: true },
          media: null,
          hint: '',
        },
        ...{ feedbackRight: '', feedbackPart: '', feedbackWrong: '' },
      },
    },
    'cohort.add': cohortInput({ courseId }),
    'cohort.change': cohortInput({ id: groupId, courseId }),
    'cohort.copy': { id: newId(), courseId, from: groupId, name: 'Next', startsOn: '2027-09-06', weekday: null },
    'cohort.enrol-many': { courseId, cohortId: groupId, list: 'other@school.example', dry: true },
    'cohort.join': { code: 'NOSUCHCODE' },
    'cohort.leave-queue': { courseId, cohortId: groupId, learnerId: school.learner },
    'cohort.move': { courseId, learnerId: school.learner, cohortId: groupId },
    'cohort.set-code': { id: groupId, courseId, on: true },
    'cohort.set-rule': { id: groupId, courseId, of: reading, rule: { when: 'by-hand' } },
    'release.open-for-cohort': { id: groupId, courseId, of: reading, open: true },
    'release.open-for-learner': { courseId, learnerId: school.learner, of: reading, open: true },
    'cohort.move-session': { id: groupId, courseId, lessonId: reading, when: null },
    'release.tell-me': { courseId, lessonId: reading, wanted: true },
    'live.here': { courseId, lessonId: reading, startsAt: 0 },
    'live.start': { courseId, lessonId: reading, startsAt: 0 },
    'live.end': { courseId, lessonId: reading, startsAt: 0 },
    'live.say': { courseId, lessonId: reading, startsAt: 0, id: newId(), words: 'Here' },
    'live.hand': { courseId, lessonId: reading, startsAt: 0, up: true },
    'live.set-hosts': { courseId, lessonId: reading, personIds: [] },
    'live.let-speak': { courseId, lessonId: reading, startsAt: 0, personId: school.learner, speaks: true },
    'enrolment.extend': { courseId, learnerId: school.learner, until: '2027-12-31' },
    'course.create': { id: newId(), title: 'A course' },
    'course.make-live': { courseId, editionId: newId() },
    'course.publish': { courseId, number: 2 },
    'course.publish-later': { courseId, number: 2, date: '2027-04-01', at: '09:00', zone: 'Europe/London' },
    'course.publish-never': { courseId },
    'enrolment.add': { courseId, email: 'other@school.example', cohortId: null },
    'enrolment.again': { id: newId(), courseId, learnerId: school.learner, ends: 1, cohortId: null },
    'enrolment.set-tags': { courseId, learnerId: school.learner, tags: ['call'] },
    'enrolment.finish': { courseId },
    'gradebook.decide': {
      courseId,
      lessonId: assignment,
      learnerId: school.learner,
      kind: 'points',
      points: 5000,
      reason: 'Read aloud',
    },
    'learning.answer': { courseId, lessonId: reading, questionId: question, answer: { typed: '4' }, deed: newId() },
    'learning.mark-done': { courseId, lessonId: reading },
    'learning.opened': { courseId, lessonId: reading },
    'learning.try-answer': { courseId, lessonId: reading, questionId: question, answer: { typed: '4' } },
    'learning.unlock': { courseId, lessonId: reading, password: 'open' },
    'learning.watched': { courseId, lessonId: reading, passages: [[0, 10]] },
    'assignment.ask-look': {
      ...{ courseId, lessonId: assignment, handInId: work.id },
      reasons: [{ criterionId: null, words: 'Look again' }],
    },
    'gradebook.enter': {
      courseId,
      reason: 'Heard',
      entries: [{ learnerId: school.learner, itemId: assignment, kind: 'points', points: 1000 }],
    },
    'marking.answer-look': { lookId: newId(), outcome: 'stays', answer: 'It stays.' },
    'marking.draw': { handInId: work.id, step: { id: newId(), kind: 'do', before: [], after: [] } },
    'marking.drop-remark': { courseId, lessonId: assignment, id: newId() },
    'marking.drop-returned': { handInId: work.id, hash },
    'marking.finish-decided': { courseId, lessonId: assignment },
    'marking.release-later': { courseId, lessonId: assignment, date: '2027-06-01', at: '09:00', zone: 'UTC' },
    'marking.release-never': { courseId, lessonId: assignment },
    'marking.save-remark': {
      ...{ courseId, lessonId: assignment, id: newId() },
      ...{ criterionId: null, words: 'Units?', points: null },
    },
    'marking.use-remark': { courseId, lessonId: assignment, id: newId() },
    'scripts.arrange': { courseId, lessonId: assignment, scripts: [{ id: newId(), before: [], pages: [] }] },
    'scripts.assign': { courseId, lessonId: assignment, scriptId: newId(), enrolmentId: null },
    'scripts.cut': { courseId, lessonId: assignment, scriptId: newId(), every: 2 },
    'scripts.drop': { courseId, lessonId: assignment, scriptId: newId() },
    'marking.release': { courseId, lessonId: assignment, ids: null },
    'marking.deal': { courseId, lessonId: assignment, wishes: [{ markerId: school.marker, wanted: 0 }] },
    'marking.give-part': { courseId, lessonId: assignment, partId: newId(), markerId: null },
    'marking.give': { courseId, lessonId: assignment, pieces: [{ sort: 'work', id: work.id }], markerId: null },
    'marking.take-back': { courseId, lessonId: assignment, markerId: school.marker },
    'marking.mark': { handInId: work.id, points: 5000, remark: 'Good', finish: false },
    'marking.mark-paper': {
      sittingId: sitting.id,
      marks: [{ questionId: question, points: 500, remark: '' }],
      finish: false,
    },
    'media.describe': { mediaId: newId(), alt: 'A river' },
    'media.remove': { mediaId: newId() },
    'media.remove-captions': { mediaId: newId(), language: 'en' },
    'media.set-poster': { mediaId: newId(), at: 1 },
    'media.write-captions': { mediaId: newId(), language: 'en', label: 'English', was: null, text: 'WEBVTT' },
    'media.show-version': { mediaId: newId(), number: 1 },
    'media.try-again': { mediaId: newId() },
    'message.choose': { choices: usualChoices },
    'message.drop-text': { courseId, occasion: 'opens' },
    'message.send-again': { courseId, messageId: newId() },
    'message.set-text': { courseId, occasion: 'opens', isOn: true, subject: 'Now', body: 'Hello' },
    'outline.copy': {
      courseId,
      fromCourseId: courseId,
      sectionIds: [],
      lessonIds: [reading],
      seed: newId(),
      into: sectionId,
      after: null,
    },
    'outline.edit': { courseId, edit: set, base: {}, step: newId() },
    'outline.fill': { courseId, lessonId: reading, mediaId: newId() },
    'outline.go-back': { courseId, revision: 1, known: 2 },
    'outline.redo': { courseId },
    'outline.undo': { courseId, step: newId() },
    'pattern.remove': { id: newId() },
    'pattern.save': { id: newId(), courseId, title: 'Pattern', description: '' },
    'people.add': { name: 'New', email: 'new@school.example', role: 'creator', password: 'stone-and-water', courseId },
    'people.decide-name': { personId: school.other, name: 'Another', yes: true },
    'people.rename': { name: 'Renamed' },
    'people.set-staff': { courseId, email: 'other@school.example', role: 'marker' },
    'people.set-locale': { locale: 'en-US' },
    'people.set-school': { zone: 'Europe/London', locale: 'en-US' },
    'people.set-zone': { zone: 'Europe/London' },
    'people.sign-out-everywhere': { also: true },
    'quiz.answer': { sittingId: sitting.id, questionId: question, answer: { typed: '4' } },
    'quiz.begin': { courseId, lessonId: quiz, deed: newId() },
    'quiz.drop-correction': { courseId, lessonId: quiz, correctionId: newId() },
    'quiz.give-time': { courseId, lessonId: quiz, learnerId: school.learner, minutes: 5 },
    'quiz.give-file': {
      ...{ sittingId: sitting.id, questionId: question, hash: 'a'.repeat(64) },
      ...{ fileName: 'reach.pdf', contentType: 'application/pdf' },
    },
    'quiz.go-on': { sittingId: sitting.id, page: 0 },
    'quiz.judge': { sittingId: sitting.id, questionId: question },
    'quiz.mark': { sittingId: sitting.id, questionId: question, on: true },
    'quiz.hand-in': { sittingId: sitting.id },
    'quiz.put-preset': {
      ...{ id: newId(), name: 'Weekly', isDefault: false },
      settings: { passPercent: 60, attempts: 3, minutes: 20, counts: 'best', shows: 'points' },
    },
    'quiz.remove-preset': { id: newId() },
    'quiz.show-on-board': { courseId, lessonId: quiz, name: null },
    'quiz.tell-about': { courseId, lessonId: quiz, told: {} },
    'quiz.take-back-about': { courseId, lessonId: quiz },
    'quiz.put-right': {
      ...{ id: newId(), courseId, lessonId: quiz, questionId: question, questionSum: hash },
      ...{ does: 'points-for-all', accepted: null, nobodyLoses: true, reason: 'Unclear' },
    },
  };
});

test('every command that can be called from outside is looked at here', () => {
  expect(Object.keys(inputs).sort()).toEqual([...commands.keys()].sort());
});

const making = ['a creator of this course', 'the owner'];
const own = ['a learner of this course'];
const signedIn = [
  'a learner of another course',
  'a learner of this course',
  'a marker of this course',
  'a creator of another course',
  'a creator of this course',
  'the owner',
];
/** Who is let in, by command; where it depends on what belongs to whom, a refusal may also say that it is not there. */
const lets: readonly (readonly [commands: readonly string[], actors: readonly string[]])[] = [
  // First what learners do, before anybody enrols anybody.
  [
    [
      'certificate.share',
      'assignment.begin',
      'assignment.take-back',
      'assignment.ask-look',
      'assignment.drop-file',
      'assignment.hand-in',
      'assignment.save-draft',
      'certificate.claim',
      'enrolment.finish',
    ],
    own,
  ],
  [
    [
      'learning.answer',
      'learning.mark-done',
      'learning.opened',
      'learning.unlock',
      'learning.watched',
      'live.end',
      'live.hand',
      'live.here',
      'live.let-speak',
      'live.say',
      'live.start',
      'quiz.answer',
      'quiz.begin',
      'quiz.give-file',
      'quiz.go-on',
      'quiz.hand-in',
      'quiz.judge',
      'quiz.mark',
      'quiz.show-on-board',
      'quiz.tell-about',
      'quiz.take-back-about',
      'release.tell-me',
    ],
    own,
  ],
  [
    ['people.add', 'people.decide-name', 'people.set-school', 'certificate.set-sharing', 'certificate.change-key'],
    ['the owner'],
  ],
  [
    [
      'bank.change-many',
      'bank.put-category',
      'bank.put-questions',
      'bank.remove-category',
      'bank.set-question',
      'certificate.make-design',
      'certificate.remove-design',
      'certificate.restore-design',
      'certificate.save-design',
      'certificate.use-design',
      'course.create',
      'catalogue.save-view',
      'quiz.put-preset',
      'quiz.remove-preset',
    ],
    ['a creator of another course', 'a creator of this course', 'the owner'],
  ],
  [
    [
      'catalogue.change',
      'catalogue.undo',
      'learning.try-answer',
      'outline.copy',
      'outline.edit',
      'outline.go-back',
      'outline.redo',
      'outline.undo',
      'pattern.save',
    ],
    making,
  ],
  [['course.make-live', 'course.publish', 'course.publish-later', 'course.publish-never'], making],
  [
    [
      'cohort.add',
      'cohort.change',
      'cohort.copy',
      'cohort.enrol-many',
      'cohort.move',
      'cohort.move-session',
      'cohort.set-code',
      'cohort.set-rule',
      'release.open-for-cohort',
      'release.open-for-learner',
      'enrolment.extend',
      'enrolment.set-tags',
      'enrolment.add',
      'enrolment.again',
      'people.set-staff',
      'certificate.award-by-hand',
      'certificate.issue-many',
      'certificate.replace',
      'certificate.withdraw',
      'gradebook.decide',
      'gradebook.enter',
      'live.set-hosts',
      'message.drop-text',
      'message.send-again',
      'message.set-text',
      'marking.deal',
      'marking.release',
      'marking.release-later',
      'marking.release-never',
      'marking.give',
      'marking.give-part',
      'scripts.arrange',
      'scripts.assign',
      'scripts.cut',
      'scripts.drop',
      'marking.take-back',
      'quiz.drop-correction',
      'quiz.give-time',
      'quiz.put-right',
    ],
    making,
  ],
  [
    [
      'marking.draw',
      'marking.drop-remark',
      'marking.drop-returned',
      'marking.finish-decided',
      'marking.mark',
      'marking.mark-paper',
      'marking.save-remark',
      'marking.use-remark',
    ],
    ['a marker of this course', ...making],
  ],
  // Whose place in the queue it is may give it up.
  [['cohort.leave-queue'], ['a learner of this course', ...making]],
  [
    [
      'calendar.set-feed',
      'cohort.join',
      'message.choose',
      'people.rename',
      'people.set-locale',
      'people.set-zone',
      'people.sign-out-everywhere',
      'catalogue.remove-view',
      'pattern.remove',
    ],
    signedIn,
  ],
  // Nothing of this name is there; only its own course could be asked.
  [
    [
      'marking.answer-look',
      'media.describe',
      'media.remove',
      'media.remove-captions',
      'media.set-poster',
      'media.show-version',
      'media.try-again',
      'media.write-captions',
      'outline.fill',
    ],
    [],
  ],
];

test.each(lets.flatMap(([names, who]) => names.map((name) => [name, who] as const)))(
  '%s is let in for whom it is for, and for nobody else',
  async (name, who) => {
    for (const [actor, as] of Object.entries(actors)) {
      const code = codeOf(
        await run(as, name, { ...inputs[name], ...(name === 'catalogue.save-view' ? { id: newId() } : {}) }, soon),
      );
      const shut = ['not-allowed', ...(own === who ? ['not-found'] : [])];
      if (as === null) expect([actor, code]).toEqual([actor, 'not-signed-in']);
      else if (who.includes(actor)) expect([actor, code]).not.toEqual([actor, 'not-allowed']);
      else expect([actor, code]).toEqual([actor, shut.includes(code) ? code : shut]);
      expect([actor, code]).not.toEqual([actor, 'unexpected']);
    }
  },
);

/** What nobody meant to send: other kinds of value, words no database keeps, numbers no column holds. */
const odd = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    '',
    ' ',
    '\u0000',
    'a\u0000b',
    '\ud800',
    '../..',
    '{}',
    "'; --",
    '😀'.repeat(300),
    'x'.repeat(100_000),
  ),
  fc.constantFrom<unknown>(-1, 0.5, 2 ** 31, 2 ** 53, 1e300, -0),
  fc.constant<unknown>('00000000-0000-7000-8000-000000000000'),
  fc.constantFrom<unknown>('2027-02-30', '25:00', '2027-13-01', 'Europe/Nowhere'),
  fc.jsonValue({ maxDepth: 3 }),
);
const deep = (key: string) =>
  Array.from({ length: 100_000 }).reduce<object>((inner) => ({ type: 'doc', do: 'all', [key]: [inner] }), {});
type Json = { [key: string]: unknown };
/** The places of a value that could hold something else. */
const placesOf = (value: unknown, at: readonly string[] = []): (readonly string[])[] =>
  typeof value === 'object' && value !== null
    ? [...(at.length ? [at] : []), ...Object.entries(value).flatMap(([key, inner]) => placesOf(inner, [...at, key]))]
    : [at];
function withOdd(input: Json, at: readonly string[], value: unknown): Json {
  const copy = structuredClone(input);
  let into: Json = copy;
  for (const key of at.slice(0, -1)) into = into[key] as Json;
  into[at.at(-1) ?? ''] = value;
  return copy;
}

test('white space around a line is no fault, and nothing but white space is no line', async () => {
  const add = (name: string, email: string) =>
    run(owner(school.owner), 'people.add', {
      name,
      email,
      role: 'learner',
      password: 'stone-and-water',
      courseId: null,
    });
  const { id } = await must(owner(school.owner), 'people.add', {
    name: ' Ada  ',
    email: ' Ada@School.Example ',
    role: 'learner',
    password: 'stone-and-water',
    courseId: null,
  });
  const [row] = await database().select({ name: user.name, email: user.email }).from(user).where(eq(user.id, id));
  expect(row).toEqual({ name: 'Ada', email: 'ada@school.example' });
  expect(codeOf(await add('Ada', 'ADA@school.example'))).toBe('conflict');
  const blank = await add('  ', 'blank@school.example');
  expect(blank.ok ? null : [blank.problem.field, blank.problem.sentence]).toEqual(['name', 'Give a name.']);
});

test.each([
  [
    'in the text of a lesson',
    () => ({ do: 'set', table: 'text', id: course.reading, fields: { content: deep('content') } }),
  ],
  ['in place of a title', () => ({ do: 'set', table: 'lesson', id: course.reading, fields: { title: deep('title') } })],
  ['in edits within edits', () => deep('edits')],
])('a value nested 100,000 deep %s is refused', async (_name, edit) => {
  const result = await run(owner(school.owner), 'outline.edit', { courseId: course.courseId, edit: edit() });
  expect(['invalid', 'too-large']).toContain(codeOf(result));
});

test('whatever is sent gets a sentence and nothing breaks', async () => {
  const names = [...commands.keys()];
  const who = ['a learner of this course', 'a creator of this course', 'the owner'];
  await fc.assert(
    fc.asyncProperty(
      fc.constantFrom(...names),
      fc.constantFrom(...who),
      fc.nat({ max: 60 }),
      odd,
      async (name, actor, place, value) => {
        const input = inputs[name] as Json;
        const places = placesOf(input);
        const changed = withOdd(input, places[place % places.length] ?? [], value);
        const result = await run(actors[actor] ?? null, name, changed, startsAt);
        if (result.ok) return;
        expect(result.problem.code).not.toBe('unexpected');
        expect(result.problem.sentence).toMatch(/^["A-Z].+[.]$/s);
      },
    ),
    { numRuns: 3000 },
  );
}, 120_000);
