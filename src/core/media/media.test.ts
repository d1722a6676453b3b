import { expect, test } from 'vitest';
import { checkUpload, lengthText, sizeText, sniff } from './index';

const bytes = (...parts: (string | number)[]) =>
  Uint8Array.from(
    parts.flatMap((part) => (typeof part === 'number' ? [part] : [...part].map((letter) => letter.charCodeAt(0)))),
  );

test.each([
  ['PDF', bytes('%PDF-1.7'), 'application/pdf'],
  ['PNG', bytes(0x89, 'PNG', 13, 10, 26, 10), 'image/png'],
  ['JPEG', bytes(0xff, 0xd8, 0xff, 0xe0), 'image/jpeg'],
  ['WebP', bytes('RIFF', 1, 2, 3, 4, 'WEBP'), 'image/webp'],
  ['MP4', bytes(0, 0, 0, 24, 'ftypisom'), 'video/mp4'],
  ['MOV', bytes(0, 0, 0, 24, 'ftypqt  '), 'video/quicktime'],
  ['WebM', bytes(0x1a, 0x45, 0xdf, 0xa3, 1, 'webm'), 'video/webm'],
  ['captions', bytes('WEBVTT', 10), 'text/vtt'],
  ['captions as numbered blocks', bytes('1\r\n00:00:01,000 --> 00:00:02,000'), 'application/x-subrip'],
  ['MP3 with words before it', bytes('ID3', 4, 0), 'audio/mpeg'],
  ['MP3', bytes(0xff, 0xfb, 0x90, 0x64), 'audio/mpeg'],
  ['AAC', bytes(0xff, 0xf1, 0x50, 0x80), 'audio/aac'],
  ['M4A', bytes(0, 0, 0, 24, 'ftypM4A '), 'audio/mp4'],
  ['OGG', bytes('OggS', 0), 'audio/ogg'],
  ['WAV', bytes('RIFF', 1, 2, 3, 4, 'WAVE'), 'audio/wav'],
  ['FLAC', bytes('fLaC'), 'audio/flac'],
  ['a text', bytes('Width 3 m'), 'text/plain'],
  ['a page', bytes('  <!doctype html>'), null],
  ['a drawing that can hold scripts', bytes('<svg xmlns'), null],
  ['a program', bytes(0x7f, 'ELF', 2, 1), null],
  ['nothing', bytes(), null],
])('a file is known by its first bytes: %s', (_name, head, contentType) => {
  expect(sniff(head)?.contentType ?? null).toBe(contentType);
});

test.each([
  ['empty', 'film', 0, bytes(), 'invalid'],
  ['too large', 'captions', 3 * 1024 * 1024, bytes('WEBVTT\n'), 'too-large'],
  ['a text called .mp4', 'film', 100, bytes('not a film'), 'invalid'],
  ['a film where a PDF belongs', 'document', 100, bytes(0, 0, 0, 24, 'ftypisom'), 'invalid'],
  ['right', 'document', 100, bytes('%PDF-1.4'), 'ok'],
] as const)('an upload that is %s', (_name, purpose, size, head, code) => {
  const result = checkUpload(purpose, 'a-file', size, head);
  expect(result.ok ? 'ok' : result.problem.code).toBe(code);
  if (size === 0 && !result.ok) expect(result.problem.sentence).toMatch(/is empty/);
});

test.each([
  [0, '0 kB'],
  [1, '1 kB'],
  [1536, '2 kB'],
  [1024 ** 2, '1.0 MB'],
  [10 * 1024 ** 2, '10 MB'],
  [1.18 * 1024 ** 3, '1.18 GB'],
])('%i bytes are %s', (bytes, text) => {
  expect(sizeText(bytes)).toBe(text);
});

test.each([
  [0.2, '1 s'],
  [59.4, '59 s'],
  [60, '1 min'],
  [80, '1 min 20 s'],
  [7500, '2 h 5 min'],
])('%s seconds that are left are %s', (seconds, text) => {
  expect(lengthText(seconds)).toBe(text);
});
