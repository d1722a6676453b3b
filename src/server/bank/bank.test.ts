import { eq } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import type { Actor } from '@/core/people';
import { addMedia } from '../media';
import { database } from '../platform/database';
import { putBytes } from '../platform/files';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { bankFigures, sittingView } from '../quiz';
import { codeOf, learner, must, owner, publishedCourse, run, startsAt, useTestSchool } from '../testing/school';
import { bankEntry, bankPage } from './index';

const school = useTestSchool();
const boss = () => owner(school.owner);
const other = () => ({ id: school.creator, role: 'creator' as const, courses: {} });
const minute = (minutes: number) => Temporal.Instant.from(startsAt).add({ minutes }).toString();
const question = (id: string, part: object = {}) => ({
  ...{ id, kind: 'true-false', prompt: `Question ${id.slice(-4)}`, category: '', points: 1000 },
  ...{ body: { holds: true }, media: null as object | null, hint: '' },
  ...{ feedbackRight: '', feedbackPart: '', feedbackWrong: '', difficulty: 1, tags: [], outcomes: [] },
  ...part,
});
const contentOf = ({
  difficulty: _hard,
  tags: _tags,
  outcomes: _outcomes,
  id: _id,
  ...content
}: ReturnType<typeof question>) => content;
const put = async (categoryId: string | null, ...parts: object[]) => {
  const questions = parts.map((part) => question(newId(), part));
  await must(boss(), 'bank.put-questions', { categoryId, questions });
  return questions;
};
const category = async (title: string, parentId: string | null = null) => {
  const id = newId();
  await must(boss(), 'bank.put-category', { id, parentId, title });
  return id;
};
const found = async (part: object = {}) => {
  const page = await bankPage(database(), {
    ...{ category: null, find: '', from: 1, to: 3, tag: '', kind: null, page: 1 },
    ...part,
  });
  return page.questions.map(({ prompt }) => prompt).sort();
};

test('questions are found by category with all below it, words wherever they stand, difficulty, tag and kind', async () => {
  const flow = await category(`Flow ${newId()}`);
  const float = await category('Float', flow);
  const own = newId();
  await put(flow, { prompt: `${own} how fast`, difficulty: 3, tags: ['sum'] });
  await put(float, {
    prompt: `${own} which`,
    kind: 'short-text',
    body: { accepted: ['an orange%'], matchCase: false, slips: 0 },
  });
  await put(null, { prompt: `${own} elsewhere` });
  expect(await found({ category: flow })).toEqual([`${own} how fast`, `${own} which`]);
  expect(await found({ category: float })).toEqual([`${own} which`]);
  expect(await found({ category: flow, find: 'orange%' })).toEqual([`${own} which`]);
  expect(await found({ category: flow, find: 'orange_' })).toEqual([]);
  expect(await found({ category: flow, from: 2 })).toEqual([`${own} how fast`]);
  expect(await found({ category: flow, tag: 'sum' })).toEqual([`${own} how fast`]);
  expect(await found({ category: flow, kind: 'short-text' })).toEqual([`${own} which`]);
  expect(await found({ category: 'none', find: own })).toEqual([]);
});

test('the tree stays a tree: nothing below itself, no name twice beside another; what is taken away leaves what was in it', async () => {
  const top = await category(`Top ${newId()}`);
  const below = await category('Below', top);
  const codes = [
    await run(boss(), 'bank.put-category', { id: top, parentId: below, title: 'Top' }),
    await run(boss(), 'bank.put-category', { id: top, parentId: top, title: 'Top' }),
    await run(boss(), 'bank.put-category', { id: newId(), parentId: top, title: 'below' }),
    await run(boss(), 'bank.put-category', { id: newId(), parentId: newId(), title: 'x' }),
    await run(boss(), 'bank.put-category', { id: newId(), parentId: null, title: ' ' }),
  ].map(codeOf);
  expect(codes).toEqual(['invalid', 'invalid', 'conflict', 'not-found', 'invalid']);
  // Two moves that are right alone would make a circle together.
  const [a, b] = [await category(`A ${newId()}`), await category(`B ${newId()}`)];
  const moves = await Promise.all([
    run(boss(), 'bank.put-category', { id: a, parentId: b, title: `a ${a}` }),
    run(boss(), 'bank.put-category', { id: b, parentId: a, title: `b ${b}` }),
  ]);
  expect(moves.filter(({ ok }) => ok)).toHaveLength(1);
  const [kept] = await put(below, {});
  await must(boss(), 'bank.remove-category', { id: below });
  await must(boss(), 'bank.remove-category', { id: below });
  expect((await bankEntry(database(), kept?.id ?? ''))?.question.categoryId).toBe(top);
});

test('a version is what somebody left: one goes on for a while, another person begins the next, and nobody overwrites what they have not seen', async () => {
  const [made] = await put(null, { prompt: 'First' });
  const { id } = made as ReturnType<typeof question>;
  const change = (
    actor: ReturnType<typeof boss> | ReturnType<typeof other>,
    version: number,
    prompt: string,
    at: number,
  ) => run(actor, 'bank.set-question', { id, version, content: { ...contentOf(made as never), prompt } }, minute(at));
  await database()
    .update(tables.bankVersion)
    .set({ madeAt: minute(0) })
    .where(eq(tables.bankVersion.questionId, id));
  expect(await change(boss(), 1, 'Second', 5)).toEqual({ ok: true, value: { version: 1 } });
  expect(await change(boss(), 1, 'Third', 20)).toEqual({ ok: true, value: { version: 2 } });
  expect(await change(other(), 2, 'Fourth', 21)).toEqual({ ok: true, value: { version: 3 } });
  expect(codeOf(await change(boss(), 2, 'Lost', 22))).toBe('changed');
  // Sent again by whoever sent it, it is what is there; the same words by somebody else are a change they have not seen.
  expect(await change(other(), 2, 'Fourth', 23)).toEqual({ ok: true, value: { version: 3 } });
  expect(codeOf(await change(boss(), 2, 'Fourth', 23))).toBe('changed');
  const both = await Promise.all([change(boss(), 3, 'Fifth', 40), change(other(), 3, 'Sixth', 40)]);
  expect(both.map((one) => (one.ok ? 'ok' : one.problem.code)).sort()).toEqual(['changed', 'ok']);
  const entry = await bankEntry(database(), id);
  expect(entry?.versions.map(({ version, content }) => [version, content.prompt]).slice(1)).toEqual([
    [3, 'Fourth'],
    [2, 'Third'],
    [1, 'Second'],
  ]);
});

test('bad questions are refused whole: nothing of what was sent is there', async () => {
  const [good, bad] = [question(newId()), question(newId(), { body: { holds: 'yes' } })];
  const codes = [
    await run(boss(), 'bank.put-questions', { categoryId: null, questions: [good, bad] }),
    await run(boss(), 'bank.put-questions', { categoryId: newId(), questions: [good] }),
    await run(boss(), 'bank.put-questions', { categoryId: null, questions: [] }),
    await run(boss(), 'bank.put-questions', { categoryId: null, questions: [{ ...good, difficulty: 4 }] }),
    await run(boss(), 'bank.put-questions', { categoryId: null, questions: [{ ...good, tags: ['x'.repeat(41)] }] }),
    await run(boss(), 'bank.change-many', { changes: [{ id: newId(), difficulty: 2 }] }),
    await run(learner(school.learner), 'bank.put-questions', { categoryId: null, questions: [good] }),
  ].map(codeOf);
  expect(codes).toEqual(['invalid', 'not-found', 'invalid', 'invalid', 'invalid', 'not-found', 'not-allowed']);
  expect(await bankEntry(database(), good.id)).toBeNull();
});

test('a drawn paper: refused while the bank has too few, the same however often it is read, another one for another sitting, and unmoved by what the bank becomes', async () => {
  const flow = await category(`Drawn ${newId()}`);
  const { courseId, quiz, question: fixed } = await publishedCourse(school, { quiz: { attempts: null } });
  const draw = {
    ...{ id: newId(), order: 'a5', categoryId: flow, from: 1, to: 3, tags: [], count: 3, points: 2000, unseen: true },
  };
  const quizNow = { passPercent: 50, attempts: null, minutes: null, counts: 'best', shows: 'points-and-answers' };
  const edit = { do: 'set', table: 'lesson', id: quiz, fields: { quiz: { ...quizNow, draws: [draw] } } };
  await must(boss(), 'outline.edit', { courseId, edit });
  await put(flow, {}, {});
  const short = await run(boss(), 'course.publish', { courseId, number: 2 });
  expect(short.ok ? '' : short.problem.sentence).toBe('Check draws 3 questions, and the bank has 2 to choose from.');
  const pool = await put(flow, {}, {}, {}, {});
  await must(boss(), 'course.publish', { courseId, number: 2 });
  const me = learner(school.learner);
  const sit = async (at: number) => {
    const { id } = await must(me, 'quiz.begin', { courseId, lessonId: quiz, deed: newId() }, minute(at));
    return id;
  };
  const paperOf = async (id: string) => (await sittingView(database(), id, school.learner))?.lesson.questions ?? [];
  const first = await sit(5);
  const before = await paperOf(first);
  expect(before.map(({ points }) => points)).toEqual([1000, 2000, 2000, 2000]);
  expect(before[0]?.id).toBe(fixed);
  // What is drawn is answered like anything else, and what is not on the paper is not.
  const drawn = before.slice(1);
  for (const { id } of drawn)
    await must(
      me,
      'quiz.answer',
      { sittingId: first, questionId: id, answer: { holds: id === drawn[0]?.id } },
      minute(6),
    );
  const outside = pool.find(({ id }) => !drawn.some((one) => one.id === id));
  const stray = { sittingId: first, questionId: outside?.id, answer: { holds: true } };
  expect(codeOf(await run(me, 'quiz.answer', stray, minute(6)))).toBe('not-found');
  // The bank changes and loses questions; the paper does not.
  const changed = { ...contentOf(pool[0] as never), prompt: 'Another one' };
  await must(boss(), 'bank.set-question', { id: pool[0]?.id, version: 1, content: changed });
  await must(boss(), 'bank.change-many', { changes: pool.map(({ id }) => ({ id, removed: true })) });
  expect(await paperOf(first)).toEqual(before);
  await must(me, 'quiz.hand-in', { sittingId: first }, minute(8));
  const [row] = await database().select().from(tables.sitting).where(eq(tables.sitting.id, first));
  expect([row?.points, row?.of]).toEqual([2000, 7000]);
  // Six to choose from, three seen: the next three are the others.
  const second = await paperOf(await sit(10));
  expect(second.slice(1).filter(({ id }) => drawn.some((one) => one.id === id))).toEqual([]);
  const known = await bankFigures(
    database(),
    drawn.map(({ id }) => id),
  );
  expect(known.map(({ asked, share }) => [asked, share]).sort()).toEqual([
    [1, 0],
    [1, 0],
    [1, 1],
  ]);
});

test('a version that a paper has taken stays as it was taken, also when its maker goes on at once', async () => {
  const [made] = await put(null, { prompt: 'Taken' });
  const { id } = made as ReturnType<typeof question>;
  const { courseId, quiz } = await publishedCourse(school);
  const fields = { bankId: id, bankVersion: 1, prompt: 'Taken' };
  const edit = { do: 'add-question', id: newId(), lessonId: quiz, kind: 'true-false', fields };
  await must(boss(), 'outline.edit', { courseId, edit });
  const content = { ...contentOf(made as never), prompt: 'Mended' };
  expect(await run(boss(), 'bank.set-question', { id, version: 1, content })).toEqual({
    ok: true,
    value: { version: 2 },
  });
  expect((await bankEntry(database(), id))?.versions.map((one) => one.content.prompt)).toEqual(['Mended', 'Taken']);
});

test('what a question of the bank shows stays in the library, and is shown only by who sees it there', async () => {
  const upload = async (words: string) => {
    const { hash } = await putBytes(words);
    const file = { hash, contentType: 'image/png', fileName: `${words}.png` };
    const added = await addMedia.run(boss(), { courseId: null, kind: 'picture', mediaId: null, ...file });
    return added.ok ? added.value.id : '';
  };
  const [weir, theirs] = [await upload('weir'), await upload('theirs')];
  const own = question(newId(), { media: { mediaId: weir, kind: 'picture', alt: 'A weir' } });
  const shows = (media: object, as: Actor = boss()) =>
    run(as, 'bank.put-questions', { categoryId: null, questions: [{ ...own, id: newId(), media }] }).then(codeOf);
  await must(boss(), 'bank.put-questions', { categoryId: null, questions: [own] });
  expect([
    await shows({ ...own.media, mediaId: newId() }),
    await shows({ ...own.media, mediaId: theirs }, other()),
    await shows({ ...own.media, kind: 'document' }),
  ]).toEqual(['not-found', 'not-found', 'invalid']);
  expect(codeOf(await run(boss(), 'media.remove', { mediaId: weir }))).toBe('conflict');
  await must(boss(), 'bank.set-question', { id: own.id, version: 1, content: { ...contentOf(own), media: null } });
  expect(codeOf(await run(boss(), 'media.remove', { mediaId: weir }))).toBe('ok');
});
