import { array, boolean, number, object, string } from 'yup';
import { idSchema, optionalId } from '../kernel/ids';
import { type Difficulty, type Draw, difficulties, type QuestionContent } from './types';

/** Categories of the bank form a tree; order is by the keys of siblings. */
export type BankCategory = {
  readonly id: string;
  readonly parentId: string | null;
  readonly order: string;
  readonly title: string;
};

/** What is known of a question of the bank beside what it asks. */
export type BankFacts = {
  readonly categoryId: string | null;
  readonly difficulty: Difficulty;
  readonly tags: readonly string[];
  /** Ids of outcomes of any course. */
  readonly outcomes: readonly string[];
};
export type BankQuestion = QuestionContent & BankFacts & { readonly id: string; readonly version: number };

/** At most so many questions are taken into an edition to be drawn from, for each draw. */
export const mostInPool = 500;

const difficulty = number().oneOf(difficulties, 'A difficulty is 1, 2 or 3.').required();
const tags = array()
  .of(string().trim().min(1, 'A tag has at least one letter.').max(40, 'Keep a tag under 40 characters.').required())
  .max(20, 'At most 20 tags.')
  .required();

export const bankFactFields = {
  categoryId: optionalId,
  difficulty,
  tags,
  outcomes: array().of(idSchema).max(100, 'At most 100 outcomes.').required(),
};

export const drawSchema = object({
  id: idSchema,
  order: string().max(200).required(),
  categoryId: optionalId,
  from: difficulty,
  to: number()
    .oneOf(difficulties, 'A difficulty is 1, 2 or 3.')
    .required()
    .when('from', ([from], schema) => schema.min(from, 'Give the easier difficulty first.')),
  tags,
  count: number()
    .typeError('Give how many are drawn as a number.')
    .integer('Give a whole number.')
    .min(1, 'Draw at least one question.')
    .max(100, 'Draw at most 100 questions.')
    .required(),
  points: number().integer().min(0, 'Points are at least 0.').max(1_000_000, 'Give at most 1,000 points.').required(),
  unseen: boolean().required(),
}).noUnknown();

/** Ids of a category and of all below it. */
export function categoriesBelow(categories: readonly BankCategory[], id: string): ReadonlySet<string> {
  const found = new Set([id]);
  // Each pass finds a level; what goes round in a circle is found once.
  for (let before = 0; before < found.size; ) {
    before = found.size;
    for (const one of categories) if (one.parentId !== null && found.has(one.parentId)) found.add(one.id);
  }
  return found;
}

/** Whether a question can be drawn. */
export function fitsDraw(draw: Draw, question: BankFacts, categories: readonly BankCategory[]): boolean {
  const isInside =
    draw.categoryId === null ||
    (question.categoryId !== null && categoriesBelow(categories, draw.categoryId).has(question.categoryId));
  return (
    isInside &&
    question.difficulty >= draw.from &&
    question.difficulty <= draw.to &&
    draw.tags.every((tag) => question.tags.includes(tag))
  );
}

/** `"4 of Flow / Discharge, difficulty 2 to 3"`. */
export function drawText(draw: Draw, categories: readonly BankCategory[]): string {
  const from =
    draw.categoryId === null ? 'the bank' : (pathOf(categories, draw.categoryId) ?? 'a category that is gone');
  const hard = draw.from === draw.to ? `difficulty ${draw.from}` : `difficulty ${draw.from} to ${draw.to}`;
  const parts = [
    `${draw.count} of ${from}`,
    ...(draw.from === 1 && draw.to === 3 ? [] : [hard]),
    ...draw.tags,
    ...(draw.unseen ? ['not seen before'] : []),
  ];
  return parts.join(', ');
}

/** A category with those above it, `"Flow / Discharge"`; null where it is not there. */
export function pathOf(categories: readonly BankCategory[], id: string): string | null {
  const titles: string[] = [];
  const seen = new Set<string>();
  for (let at: string | null = id; at !== null && !seen.has(at); ) {
    seen.add(at);
    const found: BankCategory | undefined = categories.find((one) => one.id === at);
    if (!found) return titles.length === 0 ? null : titles.join(' / ');
    titles.unshift(found.title);
    at = found.parentId;
  }
  return titles.join(' / ');
}

/** Categories in the order of the tree, each with how deep it stands. What hangs in the air stands at the top. */
export function categoryTree(
  categories: readonly BankCategory[],
): readonly (BankCategory & { readonly depth: number })[] {
  const ids = new Set(categories.map(({ id }) => id));
  const sorted = categories.toSorted(
    (a, b) => (a.order < b.order ? -1 : Number(a.order > b.order)) || (a.id < b.id ? -1 : 1),
  );
  const below = (parentId: string | null, depth: number): (BankCategory & { readonly depth: number })[] =>
    sorted
      .filter((one) => (one.parentId !== null && ids.has(one.parentId) ? one.parentId : null) === parentId)
      .flatMap((one) => [{ ...one, depth }, ...(depth < 20 ? below(one.id, depth + 1) : [])]);
  return below(null, 0);
}
