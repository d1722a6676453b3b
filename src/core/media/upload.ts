import { fail, ok, type Result } from '../kernel/problem';
import { sizeText } from './size';
import type { MediaKind } from './types';

export type FileType = { readonly contentType: string; readonly kind: MediaKind };
export type UploadPurpose =
  | 'film'
  | 'audio'
  | 'picture'
  | 'document'
  | 'attachment'
  | 'captions'
  | 'handed-in'
  | 'answered'
  | 'script'
  | 'returned'
  | 'design';

const megabyte = 1024 * 1024;

/** What comes into the library of the school as a thing of its own. */
export const libraryKinds = ['film', 'audio', 'picture', 'document', 'file'] as const satisfies readonly MediaKind[];

type Rule = { readonly most: number; readonly kinds: readonly string[]; readonly says: string };
const film: Rule = {
  most: 10_240 * megabyte,
  kinds: ['video/mp4', 'video/webm', 'video/quicktime', 'video/x-matroska'],
  says: 'a film (MP4, WebM, MOV or MKV)',
};
const audio: Rule = {
  most: 1024 * megabyte,
  kinds: ['audio/mpeg', 'audio/mp4', 'audio/ogg', 'audio/wav', 'audio/flac', 'audio/aac'],
  says: 'a recording (MP3, M4A, OGG, WAV, FLAC or AAC)',
};
const picture: Rule = {
  most: 40 * megabyte,
  kinds: ['image/png', 'image/jpeg', 'image/webp', 'image/gif'],
  says: 'a picture (PNG, JPEG, WebP or GIF)',
};

const work: Rule = {
  most: 100 * megabyte,
  kinds: [
    ...['application/pdf', 'image/png', 'image/jpeg', 'image/webp', 'application/zip', 'text/plain'],
    ...[...audio.kinds, ...film.kinds],
  ],
  says: 'a PDF, a picture, a text file, an office document, a recording or a film',
};

/** What may be uploaded for what, and how large, in bytes. */
export const uploadRules: Record<UploadPurpose, Rule> = {
  film,
  audio,
  picture,
  document: { most: 200 * megabyte, kinds: ['application/pdf'], says: 'a PDF' },
  attachment: {
    most: film.most,
    kinds: [...film.kinds, ...audio.kinds, ...picture.kinds, 'application/pdf', 'application/zip', 'text/plain'],
    says: 'a PDF, a picture, a film, a recording, an office document, an archive or a text',
  },
  captions: {
    most: 2 * megabyte,
    kinds: ['text/vtt', 'application/x-subrip'],
    says: 'captions in WebVTT form, or as numbered blocks with times (SRT)',
  },
  'handed-in': work,
  answered: work,
  returned: work,
  design: {
    most: 100 * megabyte,
    kinds: ['application/pdf', 'image/png', 'image/jpeg', 'image/webp', 'image/gif'],
    says: 'a picture or a PDF',
  },
  script: {
    most: 500 * megabyte,
    kinds: ['application/pdf', 'image/png', 'image/jpeg', 'image/webp'],
    says: 'a PDF or a picture',
  },
};

const ascii = (bytes: Uint8Array, from: number, length: number) =>
  String.fromCharCode(...bytes.subarray(from, from + length));

/**
 * The type of a file by its first bytes (at least 64 where the file has them), never by its name or
 * by what the sender says. Null when it is none that Mosaik knows.
 */
export function sniff(bytes: Uint8Array): FileType | null {
  const starts = (...signature: number[]) => signature.every((byte, i) => bytes[i] === byte);
  if (ascii(bytes, 0, 5) === '%PDF-') return { contentType: 'application/pdf', kind: 'document' };
  if (starts(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return { contentType: 'image/png', kind: 'picture' };
  if (starts(0xff, 0xd8, 0xff)) return { contentType: 'image/jpeg', kind: 'picture' };
  if (ascii(bytes, 0, 4) === 'GIF8') return { contentType: 'image/gif', kind: 'picture' };
  if (ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 4) === 'WEBP')
    return { contentType: 'image/webp', kind: 'picture' };
  if (ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 4) === 'WAVE')
    return { contentType: 'audio/wav', kind: 'audio' };
  if (ascii(bytes, 0, 4) === 'OggS') return { contentType: 'audio/ogg', kind: 'audio' };
  if (ascii(bytes, 0, 4) === 'fLaC') return { contentType: 'audio/flac', kind: 'audio' };
  // Frames of MPEG audio begin with eleven set bits; the layer bits are nought in AAC alone (ISO 11172-3, 2.4.2.3; ISO
  // 13818-7, 6.2).
  if (starts(0xff) && ((bytes[1] ?? 0) & 0xf6) === 0xf0) return { contentType: 'audio/aac', kind: 'audio' };
  if (ascii(bytes, 0, 3) === 'ID3' || (starts(0xff) && ((bytes[1] ?? 0) & 0xe6) === 0xe2))
    return { contentType: 'audio/mpeg', kind: 'audio' };
  if (ascii(bytes, 4, 4) === 'ftyp') {
    if (ascii(bytes, 8, 3) === 'M4A') return { contentType: 'audio/mp4', kind: 'audio' };
    return ascii(bytes, 8, 2) === 'qt'
      ? { contentType: 'video/quicktime', kind: 'film' }
      : { contentType: 'video/mp4', kind: 'film' };
  }
  if (starts(0x1a, 0x45, 0xdf, 0xa3)) {
    return ascii(bytes, 0, 64).includes('webm')
      ? { contentType: 'video/webm', kind: 'film' }
      : { contentType: 'video/x-matroska', kind: 'film' };
  }
  if (starts(0x50, 0x4b, 0x03, 0x04)) return { contentType: 'application/zip', kind: 'file' };
  const text = ascii(bytes, 0, Math.min(bytes.length, 64)).replace(/^\xef\xbb\xbf/, '');
  if (/^WEBVTT(\s|$)/.test(text)) return { contentType: 'text/vtt', kind: 'captions' };
  if (/^\s*\d+\s*\r?\n\d{1,3}:\d\d:\d\d[,.]\d/.test(text))
    return { contentType: 'application/x-subrip', kind: 'captions' };
  if (bytes.length > 0 && !bytes.some((byte) => byte < 9 || (byte > 13 && byte < 32)) && !/^\s*</.test(text)) {
    return { contentType: 'text/plain', kind: 'file' };
  }
  return null;
}

/** Whether a file may be taken for a purpose, judged by its name, size and first bytes. */
export function checkUpload(purpose: UploadPurpose, name: string, size: number, head: Uint8Array): Result<FileType> {
  const rule = uploadRules[purpose];
  if (size === 0) return fail('invalid', `"${name}" is empty. Choose the file again, or export it once more.`, 'file');
  if (size > rule.most) {
    return fail(
      'too-large',
      `"${name}" has ${sizeText(size)}; at most ${sizeText(rule.most)} can be taken here.`,
      'file',
    );
  }
  const type = sniff(head);
  if (!type || !rule.kinds.includes(type.contentType)) {
    return fail(
      'invalid',
      `"${name}" does not hold ${rule.says}, whatever its name says. Choose another file.`,
      'file',
    );
  }
  return ok(type);
}
