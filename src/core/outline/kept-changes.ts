import type { Change } from '../kernel/change';
import { differ, differencesBetween, type ValueDifference } from '../kernel/value-difference';

/** A change of a lesson's text as the history keeps it: where it differs, not the text before and after. */
type TextChange = { readonly table: 'text'; readonly id: string; readonly differences: readonly ValueDifference[] };
/** A change as the history keeps it. */
export type KeptChange = Change | TextChange;

const isTextChange = (change: KeptChange): change is TextChange => 'differences' in change;

/**
 * Changes as the history keeps them. A text that is new or removed is kept whole: what follows or came before rests on
 * it.
 */
export const keptChanges = (changes: readonly Change[]): KeptChange[] =>
  changes.map((change) => {
    const { table, id, before, after } = change;
    if (table !== 'text' || before === null || after === null) return change;
    return { table, id, differences: differencesBetween(before, after) };
  });

/** The lessons of whose text only differences are kept. */
export const textsToComplete = (steps: readonly (readonly KeptChange[])[]): string[] => [
  ...new Set(steps.flatMap((changes) => changes.filter(isTextChange).map(({ id }) => id))),
];

/**
 * Steps with whole changes again. They are all steps in order up to the present, at least those that touch
 * the texts asked for; `present` holds these texts as they are now, by lesson. Null when a text is not what
 * its last step left, so that what it was before is not known.
 */
export function wholeSteps(
  steps: readonly (readonly KeptChange[])[],
  present: { readonly [lessonId: string]: unknown },
): Change[][] | null {
  const content = new Map(Object.entries(present));
  const whole: Change[][] = [];
  for (const changes of [...steps].reverse()) {
    const step: Change[] = [];
    for (const change of [...changes].reverse()) {
      if (isTextChange(change)) {
        const after = { content: content.get(change.id) ?? null };
        const before = differ(after, change.differences, true) as typeof after | null;
        if (!before) return null;
        content.set(change.id, before.content);
        step.push({ table: change.table, id: change.id, before, after });
      } else {
        if (change.table === 'text') content.set(change.id, change.before?.content);
        step.push(change);
      }
    }
    whole.push(step.reverse());
  }
  return whole.reverse();
}
