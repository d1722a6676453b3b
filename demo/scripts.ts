import { PDFDocument } from '@cantoo/pdf-lib';
import sharp from 'sharp';
import type { Drawn, OnPage } from '../src/core/marking';
import { newId } from '../src/server/platform/ids';
import { pathOf, setLine } from '../src/server/platform/setter';
import { wallAnswers, wallQuestions } from './wall-check';

/** Sheets that were filled in by hand and scanned: drawn here, a little askew, as a scanner gives them. */
export const sheet = { width: 595, height: 842 };
/** Dots a point of the page. */
const dots = 1.7;

const printed = (words: string, x: number, y: number, size: number, bold = false) => {
  const line = setLine('sans', bold ? 'bold' : 'regular', words, size);
  return `<path d="${pathOf(line, size, x, y)}" fill="#222"/>`;
};
const written = (words: string, x: number, y: number, size: number) =>
  `<path d="${pathOf(setLine('script', 'regular', words, size), size, x, y)}" fill="#1f2f6b" stroke="#1f2f6b" stroke-width="0.35"/>`;

/** Handwriting in lines no longer than the sheet is wide. */
function writtenBlock(words: string, x: number, y: number, size: number): string {
  let [line, at, out] = ['', y, ''];
  for (const word of words.split(' ')) {
    const longer = line ? `${line} ${word}` : word;
    if (setLine('script', 'regular', longer, size).width > 440) {
      out += written(line, x, at, size);
      [line, at] = [word, at + size * 1.5];
    } else line = longer;
  }
  return out + written(line, x, at, size);
}

/** A section through a wall, as somebody draws it who knows more or less of it. */
function section(skill: number, chance: (what: string) => number): string {
  const lean = skill > 0.5 ? 34 : 4;
  const stones: string[] = [];
  for (let course = 0; course < 6; course += 1) {
    const y = 480 - course * 34;
    const inset = (lean * course) / 6;
    for (const side of [0, 1]) {
      const x = side === 0 ? 180 + inset : 330 - inset;
      const wobble = (what: string) => (chance(`${course}/${side}/${what}`) - 0.5) * 7;
      const corners = [
        [x + wobble('a'), y + wobble('b')],
        [x + 62 + wobble('c'), y + wobble('d')],
        [x + 60 + wobble('e'), y + 30 + wobble('f')],
        [x + wobble('g'), y + 31 + wobble('h')],
      ];
      stones.push(`<path d="M${corners.map((corner) => corner.join(' ')).join('L')}Z"/>`);
    }
    if (skill > 0.35)
      for (let n = 0; n < 3; n += 1)
        stones.push(
          `<ellipse cx="${258 + n * 22}" cy="${y + 12 + chance(`m${course}${n}`) * 10}" rx="${7 + chance(`r${course}${n}`) * 4}" ry="6"/>`,
        );
  }
  if (skill > 0.6) stones.push('<path d="M176 424L402 428L400 452L178 449Z"/>');
  if (skill > 0.25) stones.push('<path d="M196 262L382 264L384 286L198 285Z"/>');
  return `<g fill="none" stroke="#1f2f6b" stroke-width="1.6" stroke-linejoin="round">${stones.join('')}</g>`;
}

async function scanned(inside: string, askew: number): Promise<Buffer> {
  const { width, height } = sheet;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width * dots}" height="${height * dots}" viewBox="0 0 ${width} ${height}"><rect width="${width}" height="${height}" fill="#f4f1ea"/><g transform="rotate(${askew} ${width / 2} ${height / 2})">${inside}</g></svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 58 }).toBuffer();
}

/** The scanned sheets of one learner as a PDF. `skill` from 0 to 1; `chance` gives the same for the same words. */
export async function wallScript(name: string, skill: number, chance: (what: string) => number): Promise<Uint8Array> {
  const askew = (side: number) => (chance(`askew${side}`) - 0.5) * 1.6;
  const answer = (n: number) => wallAnswers[n]?.[Math.min(2, Math.floor(skill * 3))] ?? '';
  const first = `${printed('Wendwater River School · Dry stone walling', 60, 60, 10)}${printed('Written check: how a wall stands', 60, 86, 17, true)}${printed('Name', 60, 118, 11)}${written(name, 105, 120, 20)}<path d="M100 126H460" stroke="#999"/>${printed(`1  ${wallQuestions[0]}`, 60, 160, 11.5, true)}${section(skill, chance)}${written('cope', 430, 276, 17)}${written(skill > 0.5 ? 'hearting' : 'inside', 430, 400, 17)}${written('foundation', 430, 505, 17)}`;
  const second = `${printed(`2  ${wallQuestions[1]}`, 60, 80, 11.5, true)}${writtenBlock(answer(0), 70, 118, 19)}${printed('3  A wall bellies at knee height. What was done wrong,', 60, 330, 11.5, true)}${printed('and how do you put it right?', 76, 347, 11.5, true)}${writtenBlock(answer(1), 70, 385, 19)}`;
  const document = await PDFDocument.create();
  for (const [side, inside] of [first, second].entries()) {
    const image = await document.embedJpg(await scanned(inside, askew(side)));
    const page = document.addPage([sheet.width, sheet.height]);
    page.drawImage(image, { x: 0, y: 0, ...sheet });
  }
  document.setCreationDate(new Date(0));
  document.setModificationDate(new Date(0));
  return document.save();
}

/** What a marker draws on such a script. */
export function drawnOnScript(file: string, skill: number): readonly Drawn[] {
  const on = (page: number) => ({ id: newId(), file, page });
  const box = (x: number, y: number, width: number, height: number) => ({ x, y, width, height });
  const good: OnPage[] = [
    { ...on(1), sort: 'tick', ink: 'malachite', box: box(150, 300, 26, 26) },
    { ...on(1), sort: 'tick', ink: 'malachite', box: box(150, 400, 26, 26) },
    { ...on(2), sort: 'tick', ink: 'malachite', box: box(36, 104, 26, 26) },
    { ...on(2), sort: 'stamp', ink: 'malachite', at: [430, 560], words: 'Good', size: 16 },
  ];
  const weak: OnPage[] = [
    { ...on(1), sort: 'ellipse', ink: 'brick', width: 2.5, box: box(236, 300, 104, 170) },
    {
      ...on(1),
      ...{ sort: 'callout', ink: 'brick', tip: [340, 380], size: 11 },
      ...{ box: box(405, 560, 160, 52), words: 'What is in here? It is what holds the faces. −2 (1)' },
    },
    { ...on(2), sort: 'highlight', ink: 'saffron', box: box(66, 100, 330, 26) },
    {
      ...on(2),
      sort: 'note',
      ink: 'lapis',
      at: [410, 100],
      words: 'Think of one stone: what is behind it while you lay the next?',
    },
    { ...on(2), sort: 'cross', ink: 'brick', box: box(38, 370, 22, 22) },
    { ...on(2), sort: 'arrow', ink: 'brick', from: [300, 470], to: [210, 404], width: 2 },
    { ...on(2), sort: 'text', ink: 'brick', at: [250, 474], words: 'Down to below the belly', size: 14, bold: false },
  ];
  return skill > 0.62 ? good : [...weak, ...good.slice(0, skill > 0.4 ? 1 : 0)];
}
