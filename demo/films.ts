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

/** Has a text spoken into a file; gives back how long its scene is, with a breath at the end. */
async function speak(words: string, file: string): Promise<number> {
  await run('espeak-ng', ['-v', 'en-gb', '-s', '150', '-w', file, words]);
  // A WAVE file of one header of 44 bytes, with its bytes a second at the 28th, and the sound.
  const sound = await readFile(file);
  return Math.ceil(((sound.length - 44) / sound.readUInt32LE(28)) * 10) / 10 + 0.6;
}

/** Puts parts one behind the other, as the last words say. */
async function joinParts(parts: readonly string[], folder: string, words: readonly string[]): Promise<void> {
  const list = join(folder, 'list.txt');
  await writeFile(list, parts.map((part) => `file '${part}'`).join('\n'));
  await run('ffmpeg', ['-v', 'error', '-y', '-f', 'concat', '-safe', '0', '-i', list, ...words]);
}

/** A walk to hear: its parts spoken one after the other, with what is said in words. */
export async function renderWalk(scenes: readonly FilmScene[]): Promise<RenderedFilm> {
  const folder = await mkdtemp(join(tmpdir(), 'mosaik-walk-'));
  try {
    const parts: string[] = [];
    const places: ScenePlace[] = [];
    let at = 0;
    for (const [i, scene] of scenes.entries()) {
      const [sound, part] = [join(folder, `${i}.wav`), join(folder, `${i}-whole.wav`)];
      const seconds = await speak(scene.says, sound);
      await run('ffmpeg', ['-v', 'error', '-y', '-i', sound, '-af', 'apad', '-t', String(seconds), part]);
      places.push({ scene, from: Math.round(at * 1000), to: Math.round((at + seconds) * 1000) });
      at += seconds;
      parts.push(part);
    }
    const walk = join(folder, 'walk.m4a');
    await joinParts(parts, folder, ['-c:a', 'aac', '-b:a', '48k', '-movflags', '+faststart', walk]);
    return { film: await readFile(walk), captions: captionsOf(places), places };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Renders a film from drawn scenes and spoken narration, with captions that follow the voice. */
export async function renderFilm(scenes: readonly FilmScene[]): Promise<RenderedFilm> {
  const folder = await mkdtemp(join(tmpdir(), 'mosaik-film-'));
  try {
    const parts: string[] = [];
    let at = 0;
    const places: ScenePlace[] = [];
    for (const [i, scene] of scenes.entries()) {
      const [sound, frame, part] = [join(folder, `${i}.wav`), join(folder, `${i}.png`), join(folder, `${i}.mp4`)];
      const seconds = await speak(scene.says, sound);
      await sharp(Buffer.from(sceneSvg(scene)))
        .png()
        .toFile(frame);
      await run('ffmpeg', [
        '-v',
        'error',
        '-y',
        '-loop',
        '1',
        // Nothing moves within a scene.
        '-framerate',
        '2',
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
        '4',
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
      parts.push(part);
    }
    const film = join(folder, 'film.mp4');
    await joinParts(parts, folder, ['-c', 'copy', '-movflags', '+faststart', film]);
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
