import { emailSchema, plainEmail } from '../people';

/** The longest list of members taken at once. */
export const mostMembers = 10_000;

/** A line of a list of members: an address, or what is wrong with it. Lines are counted from 1. */
export type MemberLine =
  | { readonly line: number; readonly words: string; readonly email: string }
  | { readonly line: number; readonly words: string; readonly fault: string };

const bracketed = /<([^<>]*)>/;
/** What may stand between an address and a name on one line. */
const between = /[\s,;\t]+/;

/** The address on a line: in angle brackets as mail programs copy it, or the one word that holds an @. */
function addressIn(words: string): string | null {
  const inBrackets = bracketed.exec(words)?.[1];
  if (inBrackets !== undefined) return inBrackets.trim();
  const candidates = words.split(between).filter((word) => word.includes('@'));
  return candidates.length === 1 ? (candidates[0] ?? null) : null;
}

/**
 * A list of members as somebody pastes it: one a line, an address alone or with a name before or behind it. Empty lines
 * are no members; each address counts once, and every line that holds none says so.
 */
export function readMembers(text: string): MemberLine[] {
  const seen = new Map<string, number>();
  return text.split(/\r?\n/).flatMap((given, i): MemberLine[] => {
    const words = given.trim();
    const line = i + 1;
    if (words === '') return [];
    const address = addressIn(words);
    if (address === null || !emailSchema.isValidSync(address))
      return [{ line, words, fault: 'There is no e-mail address in this line, or more than one.' }];
    const email = plainEmail(address);
    const before = seen.get(email);
    if (before !== undefined) return [{ line, words, fault: `The same address as in line ${before}.` }];
    seen.set(email, line);
    return [{ line, words, email }];
  });
}
