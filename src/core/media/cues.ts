import { numberText } from '../kernel/locale';
import { fail, ok, type Result } from '../kernel/problem';

/**
 * A cue is a text that stands for a time: what is said while it is said, or the name of a chapter while it
 * lasts. Files of cues come as WebVTT (W3C: The Web Video Text Tracks Format) or in the older form of numbered
 * blocks with decimal commas (SubRip); they are written as WebVTT. Times are whole milliseconds.
 */
export type Cue = {
  readonly from: number;
  readonly to: number;
  readonly text: string;
  /** Where and how it stands on the picture, as WebVTT says it; empty for the usual place. */
  readonly settings: string;
};
export type CueFile = {
  /** Blocks before the first cue that are kept as they are: styles, regions, notes. */
  readonly head: string;
  readonly cues: readonly Cue[];
  /** What was put right while it was read, in sentences. */
  readonly remarks: readonly string[];
};

const most = 20_000;
const time = String.raw`(?:(\d{1,3}):)?([0-5]?\d):([0-5]\d)[.,](\d{1,3})`;
const timing = new RegExp(String.raw`^${time}\s*-->\s*${time}(?:\s+(\S.*))?$`);
const ofTiming = (match: RegExpExecArray, at: number) =>
  (Number(match[at] ?? 0) * 3600 + Number(match[at + 1]) * 60 + Number(match[at + 2])) * 1000 +
  Number((match[at + 3] ?? '').padEnd(3, '0'));

/** Lines that stand together, with the number of the first one. */
function* blocksOf(lines: readonly string[]): Generator<{ readonly at: number; readonly lines: readonly string[] }> {
  let block: string[] = [];
  for (const [i, line] of [...lines, ''].entries()) {
    if (line.trim() !== '') block.push(line);
    else if (block.length > 0) {
      yield { at: i - block.length + 1, lines: block };
      block = [];
    }
  }
}

/**
 * Reads a file of cues, in either form. Cues out of order are put in order, those that overlap stay; both are
 * remarked on. Fails with the first line that cannot be read, with its number.
 */
export function readCues(text: string): Result<CueFile> {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  const isWebVtt = /^WEBVTT(\s|$)/.test(lines[0] ?? '');
  if (!isWebVtt && !lines.slice(0, 40).some((line) => timing.test(line.trim())))
    return fail('invalid', 'A captions file begins with the word WEBVTT, or with a number and two times.', 'file');
  const head: string[] = [];
  const cues: Cue[] = [];
  for (const block of blocksOf(isWebVtt ? lines.slice(1) : lines)) {
    const offset = block.at + (isWebVtt ? 1 : 0);
    const timed = block.lines.findIndex((line) => line.includes('-->'));
    if (timed < 0) {
      // A note between captions belongs to nobody who watches; before them it stays where it was.
      const isKept = isWebVtt && cues.length === 0 && /^(STYLE|REGION|NOTE)(\s|$)/.test(block.lines[0] ?? '');
      if (isKept) head.push(block.lines.join('\n'));
      continue;
    }
    const line = offset + timed;
    if (timed > 1) return fail('invalid', `Line ${line}: an empty line is missing before these times.`, 'file');
    const match = timing.exec((block.lines[timed] ?? '').trim());
    if (!match) return fail('invalid', `Line ${line} should hold two times such as 00:01.000 --> 00:04.000.`, 'file');
    const [from, to] = [ofTiming(match, 1), ofTiming(match, 5)];
    if (to <= from) return fail('invalid', `Line ${line}: a caption ends before it begins.`, 'file');
    const said = block.lines.slice(timed + 1).join('\n');
    const stray = block.lines.slice(timed + 1).findIndex((one) => one.includes('-->'));
    if (stray >= 0)
      return fail('invalid', `Line ${line + 1 + stray}: an empty line is missing before these times.`, 'file');
    cues.push({ from, to, text: said, settings: isWebVtt ? (match[9] ?? '') : '' });
    if (cues.length > most)
      return fail('too-large', `A file of captions holds at most ${numberText(most)} of them.`, 'file');
  }
  if (cues.length === 0) return fail('invalid', 'This captions file holds no captions.', 'file');
  const sorted = inOrderOfTime(cues);
  const moved = sorted.some((cue, i) => cue !== cues[i]);
  const over = overlaps(sorted);
  return ok({
    head: head.join('\n\n'),
    cues: sorted,
    remarks: [
      ...(moved ? ['Some captions stood out of order; they are in order now.'] : []),
      ...(over > 0
        ? [`${over === 1 ? 'One caption begins' : `${over} captions begin`} before the one above ends.`]
        : []),
    ],
  });
}

/** What has a beginning and an end, the earliest first; of two that begin together the shorter one. */
export const inOrderOfTime = <T extends { readonly from: number; readonly to: number }>(cues: readonly T[]): T[] =>
  [...cues].sort((a, b) => a.from - b.from || a.to - b.to);

/** How many cues begin before an earlier one has ended; in order of time. */
function overlaps(cues: readonly Cue[]): number {
  let [until, count] = [0, 0];
  for (const { from, to } of cues) {
    if (from < until) count += 1;
    until = Math.max(until, to);
  }
  return count;
}

const two = (value: number) => String(value).padStart(2, '0');
/** `00:05:12.040`: a moment as WebVTT writes it. */
export const cueTime = (ms: number): string =>
  `${two(Math.floor(ms / 3_600_000))}:${two(Math.floor(ms / 60_000) % 60)}:${two(Math.floor(ms / 1000) % 60)}.${String(ms % 1000).padStart(3, '0')}`;

/** A file of cues as WebVTT. An empty line would end a cue, and an arrow begin one: neither is written into a text. */
export function writeCues({ head, cues }: Pick<CueFile, 'head' | 'cues'>): string {
  const plain = (text: string) =>
    text
      .split(/\r\n|\r|\n/)
      .map((line) => line.trimEnd().replaceAll('-->', '→'))
      .filter((line) => line !== '')
      .join('\n');
  const blocks = inOrderOfTime(cues).map(
    ({ from, to, text, settings }) =>
      `${cueTime(from)} --> ${cueTime(to)}${settings ? ` ${settings}` : ''}\n${plain(text)}`,
  );
  return `${['WEBVTT', ...(head ? [head] : []), ...blocks].join('\n\n')}\n`;
}
