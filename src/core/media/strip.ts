import type { Cue } from './cues';

/** Frames of a strip at most, how many stand beside each other, and how wide each is in pixels. */
const stripFrames = 100;
export const stripColumns = 10;
const stripWidth = 160;

type Film = { readonly seconds: number; readonly width: number; readonly height: number };

/** The frames of a strip of a film: one every so many seconds, `count` of them. */
export function stripOf(film: Film) {
  const every = Math.max(1, Math.ceil(film.seconds / stripFrames));
  const count = Math.max(1, Math.ceil(film.seconds / every));
  return {
    every,
    count,
    width: stripWidth,
    height: Math.max(2, 2 * Math.round((stripWidth * film.height) / film.width / 2)),
  };
}

/** Where in a strip each frame stands, as WebVTT with media fragments (W3C: Media Fragments URI 1.0, xywh). */
export function stripCues(film: Film, address: string): Cue[] {
  const { every, count, width, height } = stripOf(film);
  return Array.from({ length: count }, (_, i) => ({
    from: i * every * 1000,
    to: Math.max(i * every * 1000 + 1, Math.round(Math.min((i + 1) * every, film.seconds) * 1000)),
    text: `${address}#xywh=${(i % stripColumns) * width},${Math.floor(i / stripColumns) * height},${width},${height}`,
    settings: '',
  }));
}
