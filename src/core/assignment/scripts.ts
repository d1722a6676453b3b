import { array, boolean, number, object, type Schema, string } from 'yup';

/**
 * Paper scripts: what was written by hand, and is scanned and loaded for many learners at once. Each lies on the sorting
 * table until it is known whose it is and its pages are in order; then it is handed in for its learner.
 */
export type ScriptPage = {
  /** The scan it comes from (SHA-256), and which of its pages, from 1. */
  readonly hash: string;
  readonly page: number;
  /** How far it is turned to the right, in quarters. */
  readonly turn: 0 | 1 | 2 | 3;
  /** Left out of what is handed in: an empty back, a cover. */
  readonly out: boolean;
};
export type Script = { readonly id: string; readonly name: string; readonly pages: readonly ScriptPage[] };
/** Somebody who takes the course, with the number they have on its roll, from 1. */
export type OnRoll = { readonly enrolmentId: string; readonly number: number; readonly name: string };

export const mostScriptPages = 500;
/** A side of a page, in points: 5 m would be 14,173. No sheet of paper comes near. */
export const longestSide = 6000;
/** Dots of a picture. */
export const mostDots = 100_000_000;

export const scriptPagesSchema: Schema<readonly ScriptPage[]> = array()
  .of(
    object({
      hash: string()
        .matches(/^[0-9a-f]{64}$/)
        .required(),
      page: number().integer().min(1).max(mostScriptPages).required(),
      turn: number().integer().oneOf([0, 1, 2, 3]).required(),
      out: boolean().required(),
    })
      .noUnknown()
      .required(),
  )
  .max(mostScriptPages, `A script has at most ${mostScriptPages} pages.`)
  .defined() as unknown as Schema<readonly ScriptPage[]>;

const words = (text: string): string[] =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/**
 * Whose scripts are, by the names of their files: all words of a learner's name in any order, or else the number on the
 * roll where the name of the file holds one number. Only what points at one learner, and a learner at whom one script
 * points, is matched; the rest is left to the eye.
 */
export function matchScripts(
  scripts: readonly Pick<Script, 'id' | 'name'>[],
  roll: readonly OnRoll[],
): ReadonlyMap<string, string> {
  const named = roll.map(({ enrolmentId, name, number: own }) => ({ enrolmentId, own, parts: words(name) }));
  const guesses = scripts.flatMap(({ id, name }) => {
    const said = words(name.replace(/\.[a-z0-9]{1,5}$/i, ''));
    const fits = named.filter(({ parts }) => parts.length > 0 && parts.every((part) => said.includes(part)));
    // Who has more names than another is the one who is meant where both fit.
    const most = Math.max(0, ...fits.map(({ parts }) => parts.length));
    const best = fits.filter(({ parts }) => parts.length === most);
    const numbers = said.filter((word) => /^\d{1,6}$/.test(word)).map(Number);
    const numbered = best.length === 0 && numbers.length === 1 ? named.filter(({ own }) => own === numbers[0]) : best;
    return numbered.length === 1 && numbered[0] ? [{ id, enrolmentId: numbered[0].enrolmentId }] : [];
  });
  const often = new Map<string, number>();
  for (const { enrolmentId } of guesses) often.set(enrolmentId, (often.get(enrolmentId) ?? 0) + 1);
  return new Map(
    guesses.filter(({ enrolmentId }) => often.get(enrolmentId) === 1).map(({ id, enrolmentId }) => [id, enrolmentId]),
  );
}

/** A pile of pages cut into scripts of so many pages each; the last has what is left. */
export const cutEvery = (pages: readonly ScriptPage[], every: number): readonly (readonly ScriptPage[])[] =>
  Array.from({ length: Math.ceil(pages.length / every) }, (_, i) => pages.slice(i * every, (i + 1) * every));

const refs = (piles: readonly (readonly ScriptPage[])[]) =>
  piles
    .flat()
    .map(({ hash, page }) => `${hash}/${page}`)
    .toSorted()
    .join(' ');

/** Whether pages were put into another order and nothing else: none lost, none twice. */
export const samePages = (
  before: readonly (readonly ScriptPage[])[],
  after: readonly (readonly ScriptPage[])[],
): boolean => refs(before) === refs(after);
