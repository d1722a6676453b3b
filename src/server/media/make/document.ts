import { join } from 'node:path';
import { keep, run, second, Unusable, type Worked } from './run';

/** Letters of a document that are kept to find it by. */
const mostLetters = 200_000;

export async function documentFacts(path: string, _contentType: string, folder: string): Promise<Worked> {
  const broken = 'the PDF cannot be read; it may be damaged or locked with a password';
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
  const words = await run('pdftotext', ['-enc', 'UTF-8', '-l', '400', path, '-'], 60 * second, broken);
  return {
    plays: true,
    pages,
    // The database takes no such character.
    words: words.replace(/[^\P{Cc}\n\t]/gu, ' ').slice(0, mostLetters),
    posterHash: await keep(join(folder, 'page.png'), 'image/png'),
  };
}
