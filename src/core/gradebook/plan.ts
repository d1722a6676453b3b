import { bare } from '../kernel/bare';
import { type Entered, readEntry, readWholeGrade } from './entry';
import { type GradeItem, wholeItem } from './sheet';

/** A table of grades from a file, measured by the gradebook: what it would change, cell by cell, and what is wrong. */
export type GradePlan = {
  readonly changes: readonly PlannedEntry[];
  readonly faults: readonly { readonly line: number; readonly sentence: string }[];
  /** Rows of learners that say what is there already. */
  readonly same: number;
};
export type PlannedEntry = {
  readonly line: number;
  readonly learnerId: string;
  readonly name: string;
  readonly itemId: string;
  readonly itemTitle: string;
  readonly before: string;
  readonly entered: Entered;
};
/** Who can be in such a table, and what each column stands for. */
export type GradeRoll = readonly { readonly learnerId: string; readonly name: string; readonly email: string }[];
export type Meant = { readonly sort: 'name' | 'email' } | { readonly sort: 'item'; readonly itemId: string } | null;

const plain = (text: string) => bare(text).replace(/\s+/g, ' ').trim();

/** What the columns of a file stand for, by their heads: names of items, `Name`, `E-mail`; null for what is not used. */
export function meantBy(head: readonly string[], items: readonly GradeItem[]): Meant[] {
  return head.map((words) => {
    const name = plain(words);
    if (['e-mail', 'email', 'mail', 'address'].includes(name)) return { sort: 'email' };
    if (['name', 'learner', 'student'].includes(name)) return { sort: 'name' };
    const found = items.filter(({ title }) => plain(title) === name);
    if (found.length === 1 && found[0]) return { sort: 'item', itemId: found[0].id };
    return name === 'grade by hand' ? { sort: 'item', itemId: wholeItem } : null;
  });
}

/** `now` gives what a learner has for an item, as it stands in a cell. */
export function planGrades(
  rows: readonly (readonly string[])[],
  meant: readonly Meant[],
  items: readonly GradeItem[],
  roll: GradeRoll,
  now: (learnerId: string, itemId: string) => string,
): GradePlan {
  const changes: PlannedEntry[] = [];
  const faults: { line: number; sentence: string }[] = [];
  let same = 0;
  const at = (sort: 'name' | 'email') => meant.findIndex((one) => one?.sort === sort);
  const [nameAt, emailAt] = [at('name'), at('email')];
  const seen = new Map<string, number>();
  for (const [i, row] of rows.entries()) {
    const line = i + 2;
    if (row.every((cell) => cell.trim() === '')) continue;
    const [email, name] = [plain(row[emailAt] ?? ''), plain(row[nameAt] ?? '')];
    const found = roll.filter((one) => (email ? plain(one.email) === email : name !== '' && plain(one.name) === name));
    const [learner] = found;
    if (!learner || found.length > 1) {
      const who = (row[emailAt] || row[nameAt] || '').trim().slice(0, 80);
      faults.push({
        line,
        sentence: learner
          ? `Line ${line}: ${found.length} learners are called "${who}". Give their addresses.`
          : `Line ${line}: nobody here is "${who}".`,
      });
      continue;
    }
    const before = seen.get(learner.learnerId);
    if (before !== undefined) {
      faults.push({ line, sentence: `Line ${line}: ${learner.name} stands in line ${before} already.` });
      continue;
    }
    seen.set(learner.learnerId, line);
    for (const [column, one] of meant.entries()) {
      if (one?.sort !== 'item') continue;
      const item = items.find(({ id }) => id === one.itemId);
      const text = row[column] ?? '';
      const read = item ? readEntry(text, item.of) : readWholeGrade(text);
      const title = item?.title ?? 'Grade by hand';
      if (!read.ok) faults.push({ line, sentence: `Line ${line}, ${title}: ${read.problem.sentence}` });
      if (!read.ok || read.value === null) continue;
      const has = now(learner.learnerId, one.itemId);
      const is = item ? readEntry(has, item.of) : readWholeGrade(has);
      if (is.ok && is.value && is.value.kind === read.value.kind && is.value.points === read.value.points) same += 1;
      else
        changes.push({
          ...{ line, learnerId: learner.learnerId, name: learner.name, itemId: one.itemId, itemTitle: title },
          ...{ before: has, entered: read.value },
        });
    }
  }
  return { changes, faults, same };
}
