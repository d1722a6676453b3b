import { join } from 'node:path';
import { keep, type Probe, run, second, Unusable, type Worked } from './run';
import { unheard, wave } from './wave';

export async function audioFacts(path: string, contentType: string, folder: string): Promise<Worked> {
  const words = ['-v', 'error', '-show_format', '-show_streams', '-select_streams', 'a', '-of', 'json', path];
  const probe = JSON.parse(await run('ffprobe', words, 60 * second, unheard)) as Probe;
  const seconds = Number(probe.format?.duration);
  const codec = probe.streams?.[0]?.codec_name;
  if (!codec || !(seconds > 0)) throw new Unusable(unheard);
  return {
    plays: contentType === 'audio/mpeg' ? codec === 'mp3' : contentType === 'audio/mp4' && codec === 'aac',
    seconds,
    waveHash: await wave(path, folder, seconds),
  };
}

/** A form of a recording that every browser plays. */
export async function hearable(path: string, folder: string, seconds: number): Promise<string> {
  const made = join(folder, 'play.m4a');
  const words = [
    '-v',
    'error',
    '-y',
    '-i',
    path,
    '-vn',
    '-c:a',
    'aac',
    '-b:a',
    '128k',
    '-movflags',
    '+faststart',
    made,
  ];
  await run(
    'ffmpeg',
    words,
    (600 + seconds * 4) * second,
    'the recording could not be made playable; export it again, for example as MP3',
  );
  return keep(made, 'audio/mp4');
}
