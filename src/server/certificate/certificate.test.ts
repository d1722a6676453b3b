import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { usualAward } from '@/core/certificate';
import { certificatePdf, checkedCertificate, drawnCertificate } from './draw';

const design = { ...usualAward, nameFace: 'sans' as const };
const content = (name: string) => ({
  name,
  course: 'A course',
  school: 'A school',
  date: '12 June 2027',
  grade: '91.0 %',
  number: 'C-TEST-0001',
  checkAddress: 'http://school.example/check/x',
});
const width = 1684;
const grey = async (input: string | Buffer) =>
  sharp(input, { density: 144 })
    .resize({ width })
    .flatten({ background: 'white' })
    .greyscale()
    .blur(2)
    .raw()
    .toBuffer();

test.each(['Þórgunnur Ó Briain', 'مُحَمَّد (Mo) علي', 'דוד לוי (בן)', 'ปิ่นแก้ว', 'শ্রীকান্ত', 'क्षितिज', '山田 花子'])(
  'what is drawn on screen is what is printed: %s',
  async (name) => {
    const drawn = drawnCertificate(design, content(name));
    const paths = drawn.texts.map((text) => `<path d="${text.path}" fill="${text.colour}"/>`).join('');
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${drawn.width}" height="${drawn.height}"><rect width="100%" height="100%" fill="${drawn.boxes[0]?.fill ?? 'white'}"/>${paths}</svg>`;
    const pdf = join(tmpdir(), `mosaik-set-${process.pid}.pdf`);
    writeFileSync(pdf, await certificatePdf(design, content(name), '2027-06-12T10:00:00Z'));
    execFileSync('pdftoppm', ['-png', '-r', '144', '-singlefile', pdf, pdf]);
    const [screen, paper] = [await grey(Buffer.from(svg)), await grey(`${pdf}.png`)];
    // The band the name stands in.
    const [from, to] = [
      Math.floor((screen.length * 0.3) / width) * width,
      Math.floor((screen.length * 0.47) / width) * width,
    ];
    let [different, ink] = [0, 0];
    for (let i = from; i < to; i += 1) {
      if (i % width < width * 0.1 || i % width > width * 0.9) continue;
      different += Math.abs((screen[i] ?? 0) - (paper[i] ?? 0));
      ink += 255 - (screen[i] ?? 0);
    }
    expect(ink).toBeGreaterThan(80_000);
    expect(different / ink).toBeLessThan(0.15);
  },
);

test.each([
  ['letters no typeface has', 'ᚠᚢᚦ', /^No typeface here has ᚠ ᚢ ᚦ of the name\.$/],
  ['a name that is too long at its smallest', 'Maximiliana'.repeat(30), /^The name does not fit/],
  ['any other', 'Bo Li', null],
])('%s is held back with the reason', (_name, name, reason) => {
  const { heldBack } = checkedCertificate(design, content(name));
  if (reason === null) expect(heldBack).toBeNull();
  else expect(heldBack).toMatch(reason);
});
