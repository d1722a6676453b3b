import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { type Cue, writeCues } from '../src/core/media';
import { sceneSvg } from './drawings';
import type { QuestionInput } from './shapes';

const run = promisify(execFile);

export type FilmScene = {
  /** The chapter it is. */
  readonly heading: string;
  readonly drawing: string;
  readonly says: string;
  /** The same in German, for captions. */
  readonly german?: string;
  /** What is asked when it is over; it is itself the passage that shows the answer. */
  readonly asks?: QuestionInput;
};
/** Where a scene stands in its film, in milliseconds. */
export type ScenePlace = { readonly scene: FilmScene; readonly from: number; readonly to: number };
export type RenderedFilm = {
  readonly film: Buffer;
  readonly captions: readonly { readonly language: string; readonly label: string; readonly text: string }[];
  readonly places: readonly ScenePlace[];
};

/** Renders a film from drawn scenes and spoken narration, with captions that follow the voice. */
export async function renderFilm(scenes: readonly FilmScene[]): Promise<RenderedFilm> {
  const folder = await mkdtemp(join(tmpdir(), 'mosaik-film-'));
  try {
    const parts: string[] = [];
    let at = 0;
    const places: ScenePlace[] = [];
    for (const [i, scene] of scenes.entries()) {
      const [sound, frame, part] = [join(folder, `${i}.wav`), join(folder, `${i}.png`), join(folder, `${i}.mp4`)];
      await run('espeak-ng', ['-v', 'en-gb', '-s', '150', '-w', sound, scene.says]);
      await sharp(Buffer.from(sceneSvg(scene)))
        .png()
        .toFile(frame);
      const { stdout } = await run('ffprobe', [
        '-v',
        'error',
        '-show_entries',
        'format=duration',
        '-of',
        'csv=p=0',
        sound,
      ]);
      const seconds = Math.ceil(Number(stdout) * 10) / 10 + 0.6;
      await run('ffmpeg', [
        '-v',
        'error',
        '-y',
        '-loop',
        '1',
        '-framerate',
        '10',
        '-i',
        frame,
        '-i',
        sound,
        '-t',
        String(seconds),
        '-af',
        'apad',
        '-c:v',
        'libx264',
        '-preset',
        'ultrafast',
        '-tune',
        'stillimage',
        '-pix_fmt',
        'yuv420p',
        '-g',
        '20',
        '-c:a',
        'aac',
        '-ar',
        '44100',
        '-b:a',
        '64k',
        part,
      ]);
      places.push({ scene, from: Math.round(at * 1000), to: Math.round((at + seconds) * 1000) });
      at += seconds;
      parts.push(`file '${part}'`);
    }
    const list = join(folder, 'list.txt');
    await writeFile(list, parts.join('\n'));
    const film = join(folder, 'film.mp4');
    await run('ffmpeg', [
      '-v',
      'error',
      '-y',
      '-f',
      'concat',
      '-safe',
      '0',
      '-i',
      list,
      '-c',
      'copy',
      '-movflags',
      '+faststart',
      film,
    ]);
    return { film: await readFile(film), captions: captionsOf(places), places };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

const languages = [
  { language: 'en', label: 'English', wordsOf: ({ says }: FilmScene) => says },
  { language: 'de', label: 'Deutsch', wordsOf: ({ german }: FilmScene) => german },
] as const;

/** Captions that follow the voice, a sentence at a time, in each language in which all of it is written. */
const captionsOf = (places: readonly ScenePlace[]): RenderedFilm['captions'] =>
  languages.flatMap(({ language, label, wordsOf }) => {
    const cues = places.flatMap(({ scene, from, to }): Cue[] => {
      const sentences = (wordsOf(scene) ?? '').match(/[^.:]+[.:]/g) ?? [];
      const letters = sentences.join('').length;
      let begun = 0;
      return sentences.map((sentence) => {
        const start = from + Math.round((begun / letters) * (to - from));
        begun += sentence.length;
        const end = from + Math.round((begun / letters) * (to - from)) - 50;
        return { from: start, to: end, text: sentence.trim(), settings: '' };
      });
    });
    const isWhole = places.every(({ scene }) => wordsOf(scene));
    return isWhole ? [{ language, label, text: writeCues({ head: '', cues }) }] : [];
  });
