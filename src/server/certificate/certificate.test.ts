import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import {
  type Box,
  boxInPoints,
  type Design,
  designFrom,
  type Face,
  faces,
  isText,
  movedBy,
  nameOf,
  type PatternName,
  patterns,
  readDesign,
} from '@/core/certificate';
import { counting, facts, fortyNames, riverLine } from '@/core/certificate/testing';
import { checkedDesign, drawnDesign } from './draw';
import { namesIn } from './names-in';
import { certificatePdf } from './pdf';

const at = '2027-06-12T10:00:00Z';
const dense = 100;
type Size = { readonly width: number; readonly height: number };
const grey = async (input: string | Buffer, size: Size) =>
  sharp(input, { density: 2 * dense })
    .resize({ ...size, fit: 'fill' })
    .flatten({ background: 'white' })
    .greyscale()
    .blur(1.5)
    .raw()
    .toBuffer();

/** A design as the screen has it, and as its PDF prints it: in dots of grey, and how wide. */
async function both(design: Design, name: string) {
  const own = facts({ name });
  const drawn = drawnDesign(design, own);
  const marks = drawn.marks.map((mark) => {
    if (mark.sort !== 'path') return '';
    const { path, fill, stroke, line, dash, isRound } = mark;
    const isDrawn = stroke !== null && line > 0;
    return `<path d="${path}" fill="${fill ?? 'none'}" stroke="${isDrawn ? stroke : 'none'}" stroke-width="${line}" stroke-linecap="${isRound ? 'round' : 'butt'}" stroke-dasharray="${dash.join(' ') || 'none'}"/>`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${drawn.width}" height="${drawn.height}"><rect width="100%" height="100%" fill="${drawn.ground}"/>${marks.join('')}</svg>`;
  const pdf = join(tmpdir(), `mosaik-set-${process.pid}.pdf`);
  writeFileSync(pdf, await certificatePdf([{ design, facts: own }], at));
  execFileSync('pdftoppm', ['-png', '-r', String(2 * dense), '-singlefile', pdf, pdf]);
  const [width = 0, height = 0] = [drawn.width, drawn.height].map((side) => Math.round((side * dense) / 72));
  const size = { width, height };
  return { width, screen: await grey(Buffer.from(svg), size), paper: await grey(`${pdf}.png`, size) };
}

/** How much of what is drawn in a part of the page stands elsewhere: of the ink against the ground. */
function difference({ screen, paper, width }: Awaited<ReturnType<typeof both>>, within?: Box) {
  const ground = screen[0] ?? 255;
  const scale = dense / 72;
  const [left, right] = within ? [within.x * scale, (within.x + within.width) * scale] : [0, width];
  const [top, bottom] = within ? [within.y * scale, (within.y + within.height) * scale] : [0, screen.length / width];
  let [ink, different] = [0, 0];
  for (let y = Math.floor(top); y < bottom; y += 1)
    for (let x = Math.floor(left); x < right; x += 1) {
      const i = y * width + x;
      ink += Math.abs(ground - (screen[i] ?? 0));
      different += Math.abs((screen[i] ?? 0) - (paper[i] ?? 0));
    }
  return { ink, share: different / ink };
}

test.each(Object.keys(patterns) as PatternName[])(
  'what is drawn on the screen is what is printed: %s',
  async (pattern) => {
    for (const paper of ['a4-across', 'letter-upright'] as const) {
      const design = designFrom(pattern, paper, counting());
      const drawn = await both(design, 'Þórgunnur Ó Briain');
      // Thin lines of frames are drawn a little stronger by the one than by the other.
      expect(difference(drawn).share).toBeLessThan(0.14);
      for (const thing of design.things.filter((one) => isText(one) || one.sort === 'code')) {
        const { ink, share } = difference(drawn, boxInPoints(thing.box));
        expect(ink, nameOf(thing)).toBeGreaterThan(1000);
        expect(share, nameOf(thing)).toBeLessThan(0.25);
      }
    }
  },
);

test('what stands a millimetre elsewhere is seen by this', async () => {
  const here = await both(riverLine, 'Ana Sá');
  const there = await both(movedBy(riverLine, new Set(riverLine.things.map(({ id }) => id)), 1, 0), 'Ana Sá');
  const texts = riverLine.things.filter(isText);
  for (const { box } of texts)
    expect(difference({ ...here, paper: there.paper }, boxInPoints(box)).share).toBeGreaterThan(0.3);
});

/** Only the name, in the typeface that has every Latin letter. */
const nameAlone: Design = {
  ...riverLine,
  things: riverLine.things
    .filter((thing) => isText(thing) && thing.lines.flat().some((part) => 'field' in part && part.field === 'name'))
    .map((thing) => ({ ...thing, face: 'sans' })),
};

test('forty names in sixteen scripts are printed as they are drawn, in each of the typefaces', async () => {
  const [name] = nameAlone.things;
  if (!name || !isText(name)) throw new Error('There is no name.');
  const typefaces = Object.keys(faces) as Face[];
  const sheetOf = (rows: readonly string[], first: number) =>
    rows.map((words, i) => ({
      ...{ ...name, id: `name-${i}`, lines: [[{ words }]], size: 48, smallest: 24, shownIf: null },
      face: typefaces[(first + i) % typefaces.length] ?? 'sans',
      box: { x: 20, y: 4 + i * 34, width: 250, height: 32 },
    }));
  expect(fortyNames.length).toBeGreaterThanOrEqual(40);
  const perSheet = 6;
  for (let first = 0; first < fortyNames.length; first += perSheet) {
    const rows = fortyNames.slice(first, first + perSheet);
    const things = sheetOf(rows, first);
    const drawn = await both({ ...nameAlone, things }, 'Nobody');
    for (const [i, { box, face }] of things.entries()) {
      const { ink, share } = difference(drawn, boxInPoints(box));
      expect(ink, rows[i]).toBeGreaterThan(5000);
      // The hair lines of written letters are drawn a little stronger by the one than by the other.
      expect(share, rows[i]).toBeLessThan(face === 'script' || face === 'vibes' ? 0.25 : 0.2);
    }
    if (first > 0) continue;
    // A letter less is seen by this.
    const less = sheetOf(
      rows.map((words) => words.slice(0, -1)),
      first,
    );
    const { paper } = await both({ ...nameAlone, things: less }, 'Nobody');
    for (const { box } of things) expect(difference({ ...drawn, paper }, boxInPoints(box)).share).toBeGreaterThan(0.3);
  }
});

test('the same certificates are the same file every time, and a preview says that it is one', async () => {
  const sheets = [
    { design: riverLine, facts: facts() },
    { design: riverLine, facts: facts({ name: 'Ana Sá' }) },
  ];
  const [one, two] = await Promise.all([1, 2].map(() => certificatePdf(sheets, at)));
  expect(Buffer.compare(Buffer.from(one ?? []), Buffer.from(two ?? []))).toBe(0);
  const pdf = join(tmpdir(), `mosaik-preview-${process.pid}.pdf`);
  const textOf = async (content: Uint8Array) => {
    writeFileSync(pdf, content);
    return execFileSync('pdftotext', [pdf, '-']).toString();
  };
  const plain = await textOf(one ?? new Uint8Array());
  for (const words of [/Bo\s*Li/, /Ana\s*Sá/, /RIV-7K4Q-0182/, /12 June 2027/]) expect(plain).toMatch(words);
  expect(plain).not.toContain('PREVIEW');
  const preview = await certificatePdf([{ design: riverLine, facts: facts(), marker: 'PREVIEW' }], at);
  await textOf(preview);
  expect(execFileSync('pdfinfo', [pdf]).toString()).toMatch(/Title: +PREVIEW: Bo Li/);
  expect(preview.length).toBeGreaterThan((await certificatePdf(sheets.slice(0, 1), at)).length);
});

test('letters are parted where their script lets them, and joined ones never', () => {
  const spaced = (name: string, spacing: number) => {
    const design = { ...nameAlone, things: nameAlone.things.map((thing) => ({ ...thing, spacing }) as typeof thing) };
    return JSON.stringify(drawnDesign(design, facts({ name })).marks);
  };
  expect(spaced('Bo Li', 300)).not.toBe(spaced('Bo Li', 0));
  for (const joined of ['نورة', 'क्षितिज', 'শ্রীকান্ত']) expect(spaced(joined, 300)).toBe(spaced(joined, 0));
});

test.each([
  ['letters no typeface has', { name: 'ᚠᚢᚦ' }, /^No typeface here has ᚠ ᚢ ᚦ of “Learner’s name”\.$/],
  [
    'a name that is too long at its smallest',
    { name: 'Maximiliana'.repeat(30) },
    /^“Learner’s name” does not fit its box/,
  ],
  ['a course title that is too long', { course: 'Reading '.repeat(90) }, /^“Course title” does not fit its box/],
  ['nothing', {}, null],
])('a certificate is held back for %s', (_name, over, reason) => {
  const [fault] = checkedDesign(riverLine, facts(over)).faults;
  if (reason === null) expect(fault).toBeUndefined();
  else expect(fault?.sentence).toMatch(reason);
});

test('of a roll, whoever does not fit is named, and the others are looked at as well', () => {
  const roll = ['Bo Li', 'Maximiliana'.repeat(30), 'Ana Sá', 'ᚠᚢᚦ'];
  const { seen, misfits, box } = namesIn(riverLine, facts(), ['Bo Li', 'نورة العتيبي'], roll);
  expect(misfits.map(({ name, why }) => [name, why])).toEqual([
    [roll[1], 'too-long'],
    [roll[3], 'no-letters'],
  ]);
  expect(seen.map(({ name, size, faults, marks }) => [name, size, faults.length, marks.length])).toEqual([
    ['Bo Li', 50, 0, 1],
    ['نورة العتيبي', 50, 0, 1],
  ]);
  expect(box?.width).toBeGreaterThan(400);
});

test('a certificate of before there were designs is drawn from what was kept with it', async () => {
  const design = readDesign({ on: true, prefix: 'RIV', signer: 'Ines Vallotto', frame: 'lapis' });
  expect(difference(await both(design, 'Ines Vallotto')).share).toBeLessThan(0.14);
});
