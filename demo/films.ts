import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { sceneSvg } from './drawings';

const run = promisify(execFile);

export type FilmScene = { readonly heading: string; readonly drawing: string; readonly says: string };

const clock = (seconds: number) => {
  const whole = Math.floor(seconds);
  return `${String(Math.floor(whole / 3600)).padStart(2, '0')}:${String(Math.floor(whole / 60) % 60).padStart(2, '0')}:${String(whole % 60).padStart(2, '0')}.${String(Math.round((seconds - whole) * 1000)).padStart(3, '0')}`;
};

/** Renders a film from drawn scenes and spoken narration, with captions that follow the voice. */
export async function renderFilm(scenes: readonly FilmScene[]): Promise<{ film: Buffer; captions: string }> {
  const folder = await mkdtemp(join(tmpdir(), 'mosaik-film-'));
  try {
    const parts: string[] = [];
    let at = 0;
    let captions = 'WEBVTT\n';
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
      captions += `\n${clock(at)} --> ${clock(at + seconds - 0.1)}\n${scene.says}\n`;
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
    return { film: await readFile(film), captions };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
