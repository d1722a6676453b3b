import { type Box, boxInPoints, type Design, type Facts, fieldsIn, isText, type ThingOf } from '@/core/certificate';
import { checkedDesign, type DrawnMark, drawnDesign, type Fault } from './draw';

/** A name as a design sets it. */
export type NameSet = {
  readonly name: string;
  /** Points. */
  readonly size: number;
  readonly faults: readonly Fault[];
  readonly marks: readonly DrawnMark[];
};
export type NamesIn = {
  readonly seen: readonly NameSet[];
  /** Where the name stands, in points. */
  readonly box: Box | null;
  /** Whoever of the roll does not fit, and why. */
  readonly misfits: readonly { readonly name: string; readonly sentence: string; readonly why: Fault['why'] }[];
};

/**
 * How some names come out in a design, and who of a roll does not fit. Only what the name stands in is set for each:
 * the rest is the same for everybody.
 */
export function namesIn(design: Design, facts: Facts, seen: readonly string[], roll: readonly string[]): NamesIn {
  const things = design.things.filter(
    (thing): thing is ThingOf<'text'> => isText(thing) && !thing.hidden && fieldsIn(thing.lines).includes('name'),
  );
  const part = { ...design, background: null, things };
  const [first] = things;
  return {
    seen: seen.map((name) => {
      const { marks, sizes, faults } = drawnDesign(part, { ...facts, name });
      return {
        name,
        faults,
        size: Math.min(...Object.values(sizes)),
        marks: marks.filter(({ id }) => id === first?.id),
      };
    }),
    box: first ? boxInPoints(first.box) : null,
    misfits: roll.flatMap((name) => {
      const [fault] = checkedDesign(part, { ...facts, name }).faults;
      return fault ? [{ name, sentence: fault.sentence, why: fault.why }] : [];
    }),
  };
}
