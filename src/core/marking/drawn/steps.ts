import { array, object, type Schema, string } from 'yup';
import { idSchema } from '../../kernel/ids';
import { fail, ok, type Result } from '../../kernel/problem';
import type { Drawn } from './drawn';
import { drawnSchema } from './schema';

/**
 * A step is a change of what is drawn, as a value: what was there before and is not any more, and what is there since.
 * A thing that was changed is in both. Turned round it is the step that takes it back; so undo, the history of a piece
 * of work and what the server keeps are the same thing.
 */
export type Step = {
  readonly id: string;
  readonly kind: 'do' | 'undo' | 'redo';
  readonly before: readonly Drawn[];
  readonly after: readonly Drawn[];
};

/** At once on one piece of work; a thorough marker draws some hundreds. */
export const mostDrawn = 3000;

const things = array(drawnSchema).max(mostDrawn, 'This is too much for one step.').defined();
export const stepSchema = object({
  id: idSchema,
  kind: string().oneOf(['do', 'undo', 'redo']).required(),
  before: things,
  after: things,
}).noUnknown() as unknown as Schema<Step>;

/** What takes a step back, under a name of its own. */
export const reversed = (step: Step, id: string): Step => ({
  ...{ id, kind: step.kind === 'undo' ? ('redo' as const) : ('undo' as const) },
  ...{ before: step.after, after: step.before },
});

/** What is drawn after a step, in the order in which it is drawn: what was changed stays in its place. */
export function stepped(drawn: readonly Drawn[], { before, after }: Step): readonly Drawn[] {
  const put = new Map(after.map((one) => [one.id, one]));
  const gone = new Set(before.filter(({ id }) => !put.has(id)).map(({ id }) => id));
  const kept = drawn.filter(({ id }) => !gone.has(id)).map((one) => put.get(one.id) ?? one);
  const there = new Set(kept.map(({ id }) => id));
  return [...kept, ...after.filter(({ id }) => !there.has(id))];
}

/**
 * Whether a step can be made on what is there: what it changes is there as it was, and what it adds is new. `same` says
 * whether two things are one. Of what is there, that of the step's own ids is enough, and `all`, how many there are.
 */
export function fitsOn(
  drawn: readonly Drawn[],
  { before, after }: Step,
  same: (a: Drawn, b: Drawn) => boolean,
  all = drawn.length,
): Result<null> {
  const here = new Map(drawn.map((one) => [one.id, one]));
  const changed = new Set(before.map(({ id }) => id));
  const other = fail(
    'conflict',
    'Somebody else has drawn here meanwhile. Look at the work again; what is there now is shown then.',
  );
  for (const one of before) {
    const now = here.get(one.id);
    if (!now || !same(now, one)) return other;
  }
  if (after.some(({ id }) => !changed.has(id) && here.has(id))) return other;
  return all + after.length - before.length > mostDrawn
    ? fail('too-large', `A piece of work holds at most ${mostDrawn.toLocaleString('en')} drawn things.`)
    : ok(null);
}

const idsOf = (things: readonly Drawn[]) => things.map(({ id }) => id).join();
/** The newest of some steps that another one takes back or makes again, taken out; by what they are about. */
function taken(steps: Step[], by: Step): Step | undefined {
  const [before, after] = by.kind === 'undo' ? [by.after, by.before] : [by.before, by.after];
  const at = steps.findLastIndex((one) => idsOf(one.before) === idsOf(before) && idsOf(one.after) === idsOf(after));
  return at < 0 ? undefined : steps.splice(at, 1)[0];
}

/** What can be taken back and done again after some steps: the steps that stand, and those taken back, newest last. */
export function undoable(steps: readonly Step[]): { readonly done: readonly Step[]; readonly undone: readonly Step[] } {
  const done: Step[] = [];
  let undone: Step[] = [];
  for (const step of steps) {
    if (step.kind === 'undo') {
      const back = taken(done, step);
      if (back) undone.push(back);
    } else if (step.kind === 'redo') {
      const again = taken(undone, step);
      if (again) done.push(again);
    } else {
      done.push(step);
      undone = [];
    }
  }
  return { done, undone };
}
