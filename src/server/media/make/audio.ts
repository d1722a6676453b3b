import { join } from 'node:path';
import { make, probed, streamOf } from './ffmpeg';
import { keep, second, Unusable, type Worked } from './run';
import { unheard, wave } from './wave';

export async function audioFacts(path: string, contentType: string, folder: string): Promise<Worked> {
  const probe = await probed(path, unheard);
  const seconds = Number(probe.format?.duration);
  const codec = streamOf(probe, 'audio')?.codec_name;
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
  await make({
    from: path,
    made,
    writing: ['-vn', '-c:a', 'aac', '-b:a', '128k', '-movflags', '+faststart'],
    mostMs: (600 + seconds * 4) * second,
    sentence: 'the recording could not be made playable; export it again, for example as MP3',
  });
  return keep(made, 'audio/mp4');
}
