import { createReadStream } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { samplesASecond, WaveForm } from '@/core/media';
import { make } from './ffmpeg';
import { keep, second } from './run';

/** What is told of a file whose sound cannot be read. */
export const unheard = 'the file holds no sound that can be read; export it again, for example as MP3';

/** How loud a film or a recording is over time, as bytes: see `waveForm`. */
export async function wave(path: string, folder: string, seconds: number): Promise<string> {
  const samples = join(folder, 'samples');
  await make({
    from: path,
    made: samples,
    writing: ['-vn', '-ac', '1', '-ar', String(samplesASecond), '-f', 's16le'],
    mostMs: (120 + seconds) * second,
    sentence: unheard,
  });
  const form = new WaveForm(seconds);
  for await (const chunk of createReadStream(samples)) form.add(chunk as Buffer);
  const made = join(folder, 'wave');
  await writeFile(made, form.bytes());
  return keep(made, 'application/octet-stream');
}
