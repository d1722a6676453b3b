import { type BankCategory, categoryTree } from '@/core/quiz';

/** The categories of the bank as they are offered to choose from: those below another are set in. */
export const categoryOptions = (categories: readonly BankCategory[], not: ReadonlySet<string> = new Set()) =>
  categoryTree(categories)
    .filter(({ id }) => !not.has(id))
    .map(({ id, title, depth }) => ({ value: id, label: `${'– '.repeat(depth)}${title}` }));
