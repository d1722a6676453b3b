import iconv from 'iconv-lite';

/**
 * Text from bytes; this platform's own decoder takes Windows-1252 for Latin-1 and loses quotation marks and the euro.
 * What is not UTF-8 is read as the encoding it most likely is, and that is said.
 */
export function decodeText(bytes: Uint8Array): { readonly text: string; readonly note: string | null } {
  const [a, b] = bytes;
  if ((a === 0xff && b === 0xfe) || (a === 0xfe && b === 0xff))
    return { text: new TextDecoder(a === 0xff ? 'utf-16le' : 'utf-16be').decode(bytes), note: null };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), note: null };
  } catch {
    return {
      text: iconv.decode(Buffer.from(bytes), 'windows-1252'),
      note: 'This file is not in UTF-8. It was read as Windows-1252: look at names with accents before you put it in.',
    };
  }
}
