import { badgeInPng, badgeInSvg, isPng } from '@/core/certificate';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { badgeInPdf } from '../together';

/** More than this no file with a badge has. */
export const mostBadgeBytes = 20 * 1024 * 1024;
/** More than this no badge has. */
const mostLetters = 100_000;

const startsWith = (bytes: Uint8Array, words: string) =>
  [...words].every((letter, i) => bytes[i] === letter.charCodeAt(0));

/**
 * The signed badge in what somebody was given: a picture (PNG, SVG), a certificate (PDF), or the badge itself as a token
 * or as JSON.
 */
export async function badgeIn(bytes: Uint8Array): Promise<Result<string>> {
  const none = (where: string) => fail('invalid', `There is no badge in this ${where}.`);
  let found: string | null;
  if (startsWith(bytes, '%PDF-')) {
    const inside = await badgeInPdf(bytes);
    if (!inside.ok && inside.problem.code === 'busy') return inside;
    if (!inside.ok) return fail('invalid', 'This PDF cannot be read here. Give it as you were sent it.');
    found = inside.value;
    if (found === null) return none('PDF');
  } else if (isPng(bytes)) {
    found = badgeInPng(bytes);
    if (found === null) return none('picture');
  } else {
    const text = new TextDecoder()
      .decode(bytes)
      .replace(/^\ufeff/, '')
      .trim();
    found = text.startsWith('<') ? badgeInSvg(text) : text;
    if (found === null) return none('picture');
    if (!/^(\{[\s\S]*\}|[\w-]+\.[\w-]+\.[\w-]+)$/.test(found))
      return fail('invalid', 'This is no badge. Give the picture, the certificate or the file you were sent.');
  }
  return found.length > mostLetters ? fail('too-large', 'This badge is longer than any of ours.') : ok(found);
}
