import { open } from 'node:fs/promises';
import { join } from 'node:path';
import { type MediaForm, stripColumns, stripOf } from '@/core/media';
import { make, type Probe, probed, streamOf } from './ffmpeg';
import { keep, second, Unusable } from './run';
import { wave } from './wave';

const unreadable = 'the file holds no film that can be read; export it again, for example as MP4';

export async function filmFacts(path: string, contentType: string, folder: string) {
  const probe = await probed(path, unreadable);
  const picture = streamOf(probe, 'video');
  const seconds = Number(probe.format?.duration);
  if (!picture || !(seconds > 0)) throw new Unusable(unreadable);
  // A film of a phone held upright says so beside its frames; players turn it.
  const isTurned = (picture.side_data_list ?? []).some(({ rotation = 0 }) => Math.abs(rotation) % 180 === 90);
  const sound = streamOf(probe, 'audio');
  const plays =
    (contentType === 'video/mp4' && isPlayable(probe) && (await beginsAtOnce(path))) ||
    (contentType === 'video/webm' && ['vp8', 'vp9', 'av1'].includes(picture.codec_name ?? ''));
  return {
    plays,
    seconds,
    width: (isTurned ? picture.height : picture.width) ?? null,
    height: (isTurned ? picture.width : picture.height) ?? null,
    posterHash: await posterOf(path, folder, Math.min(seconds / 4, 8)),
    waveHash: sound ? await wave(path, folder, seconds) : null,
  };
}

/** Whether what a film holds is what every browser plays: H.264 with the usual colours, and AAC. */
function isPlayable(probe: Probe): boolean {
  const [picture, sound] = [streamOf(probe, 'video'), streamOf(probe, 'audio')];
  return picture?.codec_name === 'h264' && picture.pix_fmt === 'yuv420p' && (!sound || sound.codec_name === 'aac');
}

/**
 * Whether the index of a film stands before what it is an index of, so that it plays before all of it has come (ISO
 * 14496-12).
 */
async function beginsAtOnce(path: string): Promise<boolean> {
  const file = await open(path);
  try {
    const head = Buffer.alloc(16);
    for (let at = 0, boxes = 0; boxes < 100; boxes += 1) {
      const { bytesRead } = await file.read(head, 0, head.length, at);
      if (bytesRead < 8) return false;
      const type = head.toString('latin1', 4, 8);
      if (type === 'moov') return true;
      if (type === 'mdat') return false;
      const size =
        head.readUInt32BE(0) === 1 && bytesRead === 16 ? Number(head.readBigUInt64BE(8)) : head.readUInt32BE(0);
      if (size < 8) return false;
      at += size;
    }
    return false;
  } finally {
    await file.close();
  }
}

/** Twenty times as long as the film, and ten minutes: more than any machine needs that this runs on. */
const mostFor = (seconds: number) => (600 + seconds * 20) * second;

/** A form of a film that every browser plays. */
export async function playable(path: string, folder: string, seconds: number): Promise<string> {
  const made = join(folder, 'play.mp4');
  // Its own size; the form it is kept in knows only even numbers.
  const size = 'scale=trunc(iw/2)*2:trunc(ih/2)*2';
  const picture = ['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '23', '-pix_fmt', 'yuv420p', '-vf', size];
  // What is playable as it is only has to be put in order.
  const forms = isPlayable(await probed(path, unreadable)) ? ['-c', 'copy'] : [...picture, '-c:a', 'aac'];
  await make({
    from: path,
    made,
    writing: [...forms, '-movflags', '+faststart'],
    mostMs: mostFor(seconds),
    sentence: 'the film could not be made playable; export it again, for example as MP4',
  });
  return keep(made, 'video/mp4');
}

/** The frame at a moment, in seconds, as a picture. */
export async function posterOf(path: string, folder: string, at: number): Promise<string> {
  const made = join(folder, 'poster.jpg');
  const writing = ['-frames:v', '1', '-vf', 'scale=min(1280\\,iw):-2', '-q:v', '4'];
  await make({ from: path, made, reading: ['-ss', String(at)], writing, mostMs: 120 * second, sentence: unreadable });
  return keep(made, 'image/jpeg');
}

/** The shorter side of the form for phones, in pixels. */
const phoneSide = 480;
/** A film that is hardly larger than that is sent to phones as it is. */
const worthIt = 1.2;

/**
 * Forms of a film beside the one that is played: a strip of its frames, and a smaller one for phones, where it is
 * larger than that.
 */
export async function filmForms(
  path: string,
  folder: string,
  film: { readonly seconds: number; readonly width: number; readonly height: number },
): Promise<MediaForm[]> {
  const forms = [await stripForm(path, folder, film)];
  if (Math.min(film.width, film.height) > phoneSide * worthIt) forms.push(await phoneForm(path, folder, film.seconds));
  return forms;
}

async function stripForm(path: string, folder: string, film: Parameters<typeof stripOf>[0]): Promise<MediaForm> {
  const { every, count, width, height } = stripOf(film);
  const made = join(folder, 'strip.jpg');
  const tile = `tile=${stripColumns}x${Math.ceil(count / stripColumns)}`;
  // The last frame stands on, so that the last piece of a strip is never empty.
  // Of a long film only the frames that stand by themselves are read: the rest would take as long as watching it fast.
  const reading = film.seconds > 600 ? ['-skip_frame', 'nokey'] : [];
  const frames = `tpad=stop_mode=clone:stop_duration=${every},fps=1/${every},scale=${width}:${height},${tile}`;
  await make({
    from: path,
    made,
    reading,
    writing: ['-vf', frames, '-frames:v', '1', '-q:v', '5'],
    mostMs: (120 + film.seconds) * second,
    sentence: unreadable,
  });
  return { name: 'strip', hash: await keep(made, 'image/jpeg'), contentType: 'image/jpeg' };
}

async function phoneForm(path: string, folder: string, seconds: number): Promise<MediaForm> {
  const made = join(folder, 'phone.mp4');
  const size = `scale=if(gt(iw\\,ih)\\,-2\\,${phoneSide}):if(gt(iw\\,ih)\\,${phoneSide}\\,-2)`;
  const video = ['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '26', '-pix_fmt', 'yuv420p', '-vf', size];
  const sound = ['-c:a', 'aac', '-b:a', '96k', '-movflags', '+faststart'];
  await make({
    from: path,
    made,
    writing: [...video, ...sound],
    mostMs: mostFor(seconds),
    sentence: 'the film could not be made smaller for phones; export it again, for example as MP4',
  });
  return { name: 'phone', hash: await keep(made, 'video/mp4'), contentType: 'video/mp4' };
}
