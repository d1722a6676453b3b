import { fail, ok, type Result } from '../kernel/problem';

const cue = /^(?:(\d{2,}):)?([0-5]\d):([0-5]\d)\.(\d{3})\s+-->\s+(?:(\d{2,}):)?([0-5]\d):([0-5]\d)\.(\d{3})/;

/**
 * Checks a captions file in WebVTT form (W3C WebVTT: The Web Video Text Tracks Format) and counts its
 * cues. Fails with the first line that cannot be read.
 */
export function checkCaptions(text: string): Result<{ readonly cues: number; readonly lastEnd: number }> {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  if (!/^WEBVTT(\s|$)/.test(lines[0] ?? '')) {
    return fail('invalid', 'A captions file begins with the word WEBVTT on its first line.', 'file');
  }
  let cues = 0;
  let lastEnd = 0;
  for (const [i, line] of lines.entries()) {
    if (!line.includes('-->')) continue;
    const match = cue.exec(line.trim());
    if (!match) return fail('invalid', `Line ${i + 1} should hold two times such as 00:01.000 --> 00:04.000.`, 'file');
    const seconds = (at: number) =>
      Number(match[at] ?? 0) * 3600 + Number(match[at + 1]) * 60 + Number(match[at + 2]) + Number(match[at + 3]) / 1000;
    if (seconds(5) <= seconds(1)) return fail('invalid', `Line ${i + 1}: a caption ends before it begins.`, 'file');
    cues += 1;
    lastEnd = Math.max(lastEnd, seconds(5));
  }
  return cues > 0 ? ok({ cues, lastEnd }) : fail('invalid', 'This captions file holds no captions.', 'file');
}
