import { readdir, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import type { DocumentPage, MediaForm } from '@/core/media';
import { keep, run, second, Unusable, type Worked } from './run';

const broken = 'the PDF cannot be read; it may be damaged or locked with a password';
/** Longer documents are drawn page by page in the browser of whoever reads them. */
const mostPages = 200;
/** So many pages are drawn at a time: drawn pages are large before they are pressed. */
const pagesAtOnce = 10;
/** The longer side of a page's picture, in pixels. */
const pageSide = 1600;

/** Letters of a document that are kept to find it by. */
const mostLetters = 200_000;

export async function documentFacts(path: string, _contentType: string, folder: string): Promise<Worked> {
  const info = await run('pdfinfo', [path], 30 * second, broken);
  const pages = Number(/^Pages:\s+(\d+)/m.exec(info)?.[1]);
  if (!(pages > 0)) throw new Unusable(broken);
  // Whatever the size of a page, its picture has at most so many pixels a side.
  await run(
    'pdftoppm',
    ['-png', '-scale-to', '720', '-f', '1', '-l', '1', '-singlefile', path, join(folder, 'page')],
    30 * second,
    broken,
  );
  const words = await wordsOf(path, 400);
  return {
    plays: true,
    pages,
    words: words.join(' ').slice(0, mostLetters),
    posterHash: await keep(join(folder, 'page.png'), 'image/png'),
  };
}

/** The words of each page, without characters that neither the database takes nor anybody reads. */
async function wordsOf(path: string, pages: number): Promise<string[]> {
  const words = await run('pdftotext', ['-enc', 'UTF-8', '-l', String(pages), path, '-'], 60 * second, broken);
  return words.split('\f').map((page) => page.replace(/[^\P{Cc}\n\t]/gu, ' '));
}

/** A picture of each page, so that whoever reads a document loads no program for it; with it the words of the page. */
export async function documentForms(path: string, folder: string, pages: number): Promise<MediaForm[]> {
  if (pages > mostPages) return [];
  const words = await wordsOf(path, pages);
  const forms: MediaForm[] = [];
  const known: DocumentPage[] = [];
  for (let first = 1; first <= pages; first += pagesAtOnce) {
    const last = Math.min(first + pagesAtOnce - 1, pages);
    const range = ['-f', String(first), '-l', String(last)];
    await run(
      'pdftoppm',
      ['-png', '-scale-to', String(pageSide), ...range, path, join(folder, 'drawn')],
      120 * second,
      broken,
    );
    const drawn = (await readdir(folder)).filter((name) => name.startsWith('drawn')).sort();
    for (const name of drawn) {
      const number = known.length + 1;
      const pressed = join(folder, 'page.webp');
      const { width, height } = await sharp(join(folder, name)).webp({ quality: 80 }).toFile(pressed);
      forms.push({ name: `page-${number}`, hash: await keep(pressed, 'image/webp'), contentType: 'image/webp' });
      known.push({ width, height, words: words[number - 1]?.trim() ?? '' });
      await rm(join(folder, name));
    }
  }
  const list = join(folder, 'pages.json');
  await writeFile(list, JSON.stringify(known));
  return [...forms, { name: 'pages', hash: await keep(list, 'application/json'), contentType: 'application/json' }];
}
