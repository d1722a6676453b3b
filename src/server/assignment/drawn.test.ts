import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { degrees, PDFDocument } from '@cantoo/pdf-lib';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { moved, type OnPage, sortTitles } from '@/core/marking';
import type { Actor } from '@/core/people';
import { database } from '../platform/database';
import { putBytes } from '../platform/files';
import { newId } from '../platform/ids';
import * as tables from '../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, startsAt, useTestSchool } from '../testing/school';
import { drawnOn, stepsSince } from './drawn';
import { bindAndHandIn, handInsOf, markedWorkPdf, rollOf, scanOnTable, scriptsOf } from './index';
import { addScript } from './scripts';
import { pagesOf } from './sheets/bound';

const school = useTestSchool();
const person = (actor: Actor) => ({ ...actor, name: '', email: '', zone: 'UTC', locale: 'en-GB' });
const markerOf = (courseId: string, id = school.marker): Actor => ({
  id,
  role: 'marker',
  courses: { [courseId]: 'marker' },
});

/** A PDF whose sheets are turned as scanners turn them, with edges of their own. */
async function pdf(...turns: number[]): Promise<string> {
  const document = await PDFDocument.create();
  for (const turn of turns) {
    const page = document.addPage([400, 600]);
    page.setCropBox(20, 30, 360, 540);
    page.setRotation(degrees(turn));
  }
  // The same sheets are the same file, in whatever second they are made.
  document.setCreationDate(new Date(0));
  document.setModificationDate(new Date(0));
  return (await putBytes(await document.save())).hash;
}

/** Work with a PDF that waits, put in as the upload route would. */
async function work(hash: string, text = 'A text that was handed in, long enough to be drawn on.') {
  const made = await publishedCourse(school);
  const { courseId, assignment } = made;
  const place = { courseId, lessonId: assignment };
  const { id } = await must(learner(school.learner), 'assignment.hand-in', { ...place, text, deed: newId() }, startsAt);
  const files = [{ hash, name: 'work.pdf', size: 1, contentType: 'application/pdf' }];
  await database().update(tables.handIn).set({ files }).where(eq(tables.handIn.id, id));
  return { ...made, id, place };
}
const tick = (file: string): OnPage => ({
  ...{ id: newId(), sort: 'tick', ink: 'brick', file, page: 1 },
  box: { x: 100, y: 150, width: 24, height: 24 },
});
const doing = (before: readonly OnPage[], after: readonly OnPage[]) => ({ id: newId(), kind: 'do', before, after });

test('a step is made once however often it is sent, on what is there, by who may mark', async () => {
  const hash = await pdf(0);
  const { id, courseId, enrolmentId, assignment } = await work(hash);
  const marker = markerOf(courseId);
  const one = tick(hash);
  const step = doing([], [one]);
  const draw = (own: object, actor: Actor = marker, more = {}) =>
    run(actor, 'marking.draw', { handInId: id, step: own, ...more }).then(codeOf);
  expect(await Promise.all(Array.from({ length: 8 }, () => draw(step)))).toEqual(Array(8).fill('ok'));
  expect(await drawnOn(database(), id)).toEqual([one]);
  expect(
    await Promise.all([
      draw(doing([], [one])),
      draw(doing([moved(one, 1, 1)], [])),
      draw(doing([], [{ ...tick(hash), file: 'f'.repeat(64) }])),
      draw(doing([], [tick(hash)]), learner(school.learner)),
      draw(doing([], [tick(hash)]), learner(school.other)),
      draw(doing([], [tick(hash)]), { id: school.other, role: 'marker', courses: {} }),
      draw(doing([], [tick(hash)]), { ...owner(school.learner) }),
    ]),
  ).toEqual(['conflict', 'conflict', 'invalid', ...Array(4).fill('not-allowed')]);
  // Of two who change the same thing at once, one is told.
  const both = await Promise.all([draw(doing([one], [moved(one, 5, 0)])), draw(doing([one], []))]);
  expect(both.toSorted()).toEqual(['conflict', 'ok']);
  // Whoever draws has begun: it is not taken back, and its learner sees nothing of it before the result.
  expect(
    codeOf(
      await run(learner(school.learner), 'assignment.take-back', { courseId, lessonId: assignment, handInId: id }),
    ),
  ).toBe('closed');
  const seen = async () => (await handInsOf(database(), enrolmentId, assignment))[0]?.drawn.length;
  const left = await drawnOn(database(), id);
  if (left.length === 0) expect(await draw(doing([], [one]))).toBe('ok');
  expect(await seen()).toBe(0);
  await must(marker, 'marking.mark', { handInId: id, points: 8000, remark: '', finish: true });
  expect(await seen()).toBe(1);
  expect(await draw(doing([], [tick(hash)]))).toBe('invalid');
  expect(await draw(doing([], [tick(hash)]), marker, { why: 'A second look' })).toBe('ok');
  const steps = await database().select().from(tables.drawnStep).where(eq(tables.drawnStep.handInId, id));
  expect(steps.map(({ why }) => why).filter(Boolean)).toEqual(['A second look']);
  // Whose steps they are is told to those who may mark, and nothing to others; since a step, only what came later.
  const seenBy = async (actor: Actor, after = 0) =>
    (await stepsSince(database(), id, { ...actor, name: '', email: '', zone: 'UTC', locale: 'en-GB' }, after))?.map(
      ({ isOwn }) => isOwn,
    ) ?? null;
  expect(await seenBy(marker)).toEqual(steps.map(() => true));
  expect(await seenBy(owner(school.owner), steps.length - 1)).toEqual([false]);
  expect([await seenBy(learner(school.learner)), await seenBy(learner(school.other))]).toEqual([null, null]);
});

/** A page of a PDF as dots, two to a point. */
async function dotsOf(content: Uint8Array, page: number) {
  const folder = mkdtempSync(join(tmpdir(), 'marked-'));
  writeFileSync(join(folder, 'marked.pdf'), content);
  execFileSync('pdftoppm', [
    '-r',
    '144',
    '-cropbox',
    '-png',
    '-f',
    String(page),
    '-l',
    String(page),
    '-singlefile',
    join(folder, 'marked.pdf'),
    join(folder, 'page'),
  ]);
  const { data, info } = await sharp(join(folder, 'page.png'))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return (x: number, y: number) => {
    const from = (Math.round(y * 2) * info.width + Math.round(x * 2)) * 3;
    return [data[from] ?? 0, data[from + 1] ?? 0, data[from + 2] ?? 0];
  };
}
const isInk = ([r = 0, g = 0, b = 0]: number[]) => r > 130 && g < 120 && b < 110;

test.each([0, 90, 180, 270])(
  'what was drawn stands in the PDF where it was drawn, on a page turned by %i degrees',
  async (turn) => {
    const hash = await pdf(turn);
    const { id, courseId, enrolmentId } = await work(hash);
    const marker = markerOf(courseId);
    const own = { id: newId(), ink: 'brick', file: hash, page: 1 } as const;
    const drawn: OnPage[] = [
      { ...own, sort: 'rectangle', box: { x: 60, y: 80, width: 120, height: 50 }, width: 4 },
      { ...own, id: newId(), sort: 'line', from: [40, 300], to: [240, 300], width: 4 },
      {
        ...own,
        id: newId(),
        sort: 'pen',
        width: 6,
        stroke: [
          [50, 200, 0.5],
          [120, 201, 0.5],
          [250, 202, 0.5],
        ],
      },
      { ...own, id: newId(), sort: 'note', at: [250, 60], words: 'Wo stand das?' },
    ];
    await must(marker, 'marking.draw', { handInId: id, step: doing([], drawn) });
    await must(marker, 'marking.mark', { handInId: id, points: 8000, remark: 'Gut. جيد', finish: true });
    const made = await markedWorkPdf(database(), id, person(learner(school.learner)));
    if (!made.ok) throw new Error(made.problem.sentence);
    const whole = await PDFDocument.load(made.value);
    const last = whole.getPageCount();
    const at = await dotsOf(made.value, last);
    expect([at(60, 100), at(180, 100), at(120, 80), at(140, 300), at(150, 201), at(258, 61)].map(isInk)).toEqual(
      Array(6).fill(true),
    );
    expect([at(120, 105), at(140, 320), at(200, 250)].some(isInk)).toBe(false);
    // Others' readers show what they know as annotations.
    const kinds = whole
      .getPage(last - 1)
      .node.Annots()
      ?.asArray()
      .map((ref) => String(whole.context.lookup(ref)));
    expect(kinds?.map((one) => /\/Subtype \/(\w+)/.exec(one)?.[1])).toEqual(['Square', 'Line', 'Ink', 'Text']);
    expect(enrolmentId).toBeDefined();
  },
);

test('marked work is for its learner once the result is out, and for who may mark it; what cannot be put in is named', async () => {
  const hash = (await putBytes('%PDF-1.7 and then nothing that could be read')).hash;
  const { id, courseId } = await work(hash);
  const to = (actor: Actor) => markedWorkPdf(database(), id, person(actor)).then((made) => made.ok);
  const onText = { id: newId(), sort: 'highlight', ink: 'saffron', from: 2, to: 30, words: 'Which one?' };
  await must(markerOf(courseId), 'marking.draw', {
    handInId: id,
    step: { id: newId(), kind: 'do', before: [], after: [onText] },
  });
  expect(await Promise.all([to(learner(school.learner)), to(learner(school.other)), to(markerOf(courseId))])).toEqual([
    false,
    false,
    true,
  ]);
  await must(markerOf(courseId), 'marking.mark', { handInId: id, points: 8000, remark: '', finish: true });
  const made = await markedWorkPdf(database(), id, person(learner(school.learner)));
  if (!made.ok) throw new Error(made.problem.sentence);
  const path = join(mkdtempSync(join(tmpdir(), 'marked-')), 'marked.pdf');
  writeFileSync(path, made.value);
  const words = execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
  expect(words).toContain('work.pdf has no pages that could be put in here.');
  expect(words).toContain('A text that was handed in');
  const whole = await PDFDocument.load(made.value);
  const page = whole.getPages().at(-1);
  expect(page?.node.Annots()?.size()).toBe(2);
});

test('every sort of drawn thing is an annotation that can be read back', async () => {
  const hash = await pdf(0);
  const { id, courseId } = await work(hash);
  const on = () => ({ id: newId(), ink: 'lapis' as const, file: hash, page: 1 });
  const box = { x: 50, y: 60, width: 80, height: 40 };
  const all: OnPage[] = [
    {
      ...on(),
      sort: 'pen',
      width: 2,
      stroke: [
        [50, 200, 0.5],
        [60, 210, 0.9],
      ],
    },
    { ...on(), sort: 'tick', box },
    { ...on(), sort: 'cross', box },
    { ...on(), sort: 'line', from: [1, 1], to: [50, 50], width: 2 },
    { ...on(), sort: 'arrow', from: [1, 1], to: [50, 50], width: 2 },
    { ...on(), sort: 'rectangle', box, width: 2 },
    { ...on(), sort: 'ellipse', box, width: 2 },
    { ...on(), sort: 'text', at: [50, 50], words: 'Zu schnell שלום', size: 12, bold: true },
    { ...on(), sort: 'note', at: [50, 50], words: 'siehe oben' },
    { ...on(), sort: 'callout', box, tip: [10, 10], words: 'Größe', size: 11 },
    { ...on(), sort: 'highlight', box },
    { ...on(), sort: 'stamp', at: [50, 50], words: 'Seen', size: 14 },
    {
      ...on(),
      sort: 'signature',
      box,
      strokes: [
        [
          [0, 0, 0.5],
          [1, 1, 0.5],
        ],
      ],
    },
  ];
  expect(all.map(({ sort }) => sort).toSorted()).toEqual(Object.keys(sortTitles).toSorted());
  await must(markerOf(courseId), 'marking.draw', { handInId: id, step: doing([], all) });
  const made = await markedWorkPdf(database(), id, person(markerOf(courseId)));
  if (!made.ok) throw new Error(made.problem.sentence);
  const whole = await PDFDocument.load(made.value);
  expect(whole.getPages().at(-1)?.node.Annots()?.size()).toBe(all.length);
});

test('paper scripts find their learners, are sorted without losing a page, and are handed in once', async () => {
  const { courseId, assignment, enrolmentId } = await publishedCourse(school);
  const place = { courseId, lessonId: assignment };
  const boss = owner(school.owner);
  const load = async (fileName: string, ...turns: number[]) => {
    const added = await addScript.run(boss, {
      ...{ ...place, hash: await pdf(...turns), contentType: 'application/pdf', fileName, count: turns.length },
    });
    if (!added.ok) throw new Error(added.problem.sentence);
    return added.value.id;
  };
  const known = await load('The learner.pdf', 0, 90, 0);
  expect(await load('The learner.pdf', 0, 90, 0)).toBe(known);
  const pile = await load('pile.pdf', 0, 0, 180, 180);
  const table = () => scriptsOf(database(), courseId, assignment);
  expect((await table()).map((one) => [one.name, one.enrolmentId])).toEqual([
    ['The learner.pdf', enrolmentId],
    ['pile.pdf', null],
  ]);
  const to = (name: string, input: object, actor: Actor = boss) =>
    run(actor, name, { ...place, ...input }).then(codeOf);
  expect(await to('scripts.cut', { scriptId: pile, every: 3 })).toBe('ok');
  expect((await table()).map(({ name, pages }) => [name, pages.length])).toEqual([
    ['The learner.pdf', 3],
    ['pile 1', 3],
    ['pile 2', 1],
  ]);
  const [mine, first] = await table();
  if (!mine || !first) throw new Error('The table is empty.');
  const out = mine.pages.map((page, i) => ({ ...page, out: i === 2 }));
  const arranged = (before: typeof mine.pages, pages: typeof mine.pages) => ({
    scripts: [{ id: mine.id, before, pages }],
  });
  expect(
    await Promise.all([
      to('scripts.arrange', arranged(mine.pages, mine.pages.slice(1))),
      to('scripts.arrange', arranged(first.pages, mine.pages)),
      to('scripts.arrange', arranged(mine.pages, out), markerOf(courseId)),
      to('scripts.assign', { scriptId: first.id, enrolmentId }),
      to('scripts.assign', { scriptId: first.id, enrolmentId: newId() }),
      to('scripts.cut', { scriptId: newId(), every: 2 }),
    ]),
  ).toEqual(['invalid', 'conflict', 'not-allowed', 'conflict', 'not-found', 'not-found']);
  expect(await to('scripts.arrange', arranged(mine.pages, out))).toBe('ok');
  expect((await rollOf(database(), courseId)).map(({ number, enrolmentId: own }) => [number, own])).toEqual([
    [1, enrolmentId],
  ]);
  const scan = (actor: Actor) => scanOnTable(database(), mine.id, mine.pages[0]?.hash ?? '', actor).then(Boolean);
  expect(await Promise.all([scan(boss), scan(markerOf(courseId)), scan(learner(school.learner))])).toEqual([
    true,
    false,
    false,
  ]);
  expect(codeOf(await bindAndHandIn(database(), markerOf(courseId), mine.id))).toBe('not-found');
  const handed = await Promise.all([1, 2, 3].map(() => bindAndHandIn(database(), boss, mine.id).then(codeOf)));
  expect(handed.toSorted()).toEqual(['not-found', 'not-found', 'ok']);
  const [row] = await database().select().from(tables.handIn).where(eq(tables.handIn.enrolmentId, enrolmentId));
  expect(row).toMatchObject({ state: 'handed-in', number: 1, files: [{ name: 'Paper script.pdf' }] });
  expect(await to('scripts.assign', { scriptId: first.id, enrolmentId })).toBe('ok');
  expect(codeOf(await bindAndHandIn(database(), boss, first.id))).toBe('conflict');
});

test.each<[string, (document: PDFDocument) => void, string | number]>([
  ['of two pages', (document) => Array.from({ length: 2 }, () => document.addPage([595, 842])), 2],
  ['locked', (document) => document.encrypt({ userPassword: 'x', ownerPassword: 'y' }), 'opens with a password only'],
  [
    'of 501 pages',
    (document) => Array.from({ length: 501 }, () => document.addPage([595, 842])),
    '501 pages; at most 500',
  ],
  ['with a page of five metres', (document) => document.addPage([14_173, 842]), 'longer than two metres'],
])('a PDF is looked at before it is taken: %s', async (what, fill, expected) => {
  const document = await PDFDocument.create();
  if (what === 'locked') document.addPage();
  fill(document);
  const counted = await pagesOf({ bytes: await document.save() });
  if (typeof expected === 'number') expect(counted).toEqual({ ok: true, value: expected });
  else expect(counted.ok ? '' : counted.problem.sentence).toContain(expected);
});

test('what is no PDF but for its first letters is told as damaged', async () => {
  const counted = await pagesOf({ bytes: new TextEncoder().encode('%PDF-1.7\n1 0 obj << /Type /Catalog') });
  expect(counted.ok ? '' : counted.problem.sentence).toContain('This PDF is damaged');
});
