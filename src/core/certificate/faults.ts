import { type Design, fieldsIn, isText, nameOf, type Thing } from './design';
import { pageBox } from './edit';

/** What is wrong or worth a look with a design, whoever it is for. `stops`: nothing is issued with it like this. */
export type DesignFault = { readonly ids: readonly string[]; readonly sentence: string; readonly stops: boolean };

/** Below this a picture looks coarse on paper: dots to an inch. */
export const leastDots = 150;

/** Dots to an inch of a picture that is so wide on paper, in millimetres. */
export const dotsPerInch = (pixels: number, mm: number): number => Math.round(pixels / (mm / 25.4));

export function designFaults(design: Design): readonly DesignFault[] {
  const shown = design.things.filter(({ hidden }) => !hidden);
  const texts = shown.filter(isText);
  const faults: DesignFault[] = [];
  const add = (ids: readonly string[], sentence: string, stops = false) => faults.push({ ids, sentence, stops });
  if (!texts.some(({ lines }) => fieldsIn(lines).includes('name')))
    add([], 'Nobody’s name stands on it. Put the learner’s name on the page.', true);
  if (!texts.some(({ lines }) => fieldsIn(lines).includes('course')))
    add([], 'It does not say for which course it is.');
  if (!shown.some(({ sort }) => sort === 'code') && !texts.some(({ lines }) => fieldsIn(lines).includes('address')))
    add([], 'Nothing on it leads to its check page: put the check code or the check address on the page.');
  const page = pageBox(design.paper);
  for (const { id, box, ...thing } of shown)
    if (box.x >= page.width || box.y >= page.height || box.x + box.width <= 0 || box.y + box.height <= 0)
      add([id], `“${nameOf({ id, box, ...thing } as Thing)}” lies outside the page.`);
  for (const [i, one] of texts.entries())
    for (const other of texts.slice(i + 1))
      if (overlap(one, other)) add([one.id, other.id], `“${nameOf(one)}” and “${nameOf(other)}” lie on one another.`);
  const background = design.background ? [{ id: '', title: 'The background', ...design.background, box: page }] : [];
  const pictures = shown.filter((thing) => thing.sort === 'picture');
  for (const { id, box, pixels, title } of [...background, ...pictures]) {
    const dots = dotsPerInch(pixels.width, Math.min(box.width, (box.height * pixels.width) / pixels.height));
    if (dots < leastDots)
      add(
        id ? [id] : [],
        `${title || 'A picture'} has ${dots} dots to an inch; below ${leastDots} it looks coarse on paper.`,
      );
  }
  for (const thing of shown)
    if (thing.sort === 'code' && Math.min(thing.box.width, thing.box.height) < 12)
      add([thing.id], 'The check code is smaller than 12 mm; a phone may not read it.');
  return faults;
}

/** Whether two texts that may both be seen lie on one another by more than a millimetre. */
function overlap(one: Thing, other: Thing): boolean {
  const wide = Math.min(one.box.x + one.box.width, other.box.x + other.box.width) - Math.max(one.box.x, other.box.x);
  const high = Math.min(one.box.y + one.box.height, other.box.y + other.box.height) - Math.max(one.box.y, other.box.y);
  return wide > 1 && high > 1;
}
