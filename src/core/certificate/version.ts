import { parsed } from '../kernel/parse';
import { type Design, designVersion } from './design';
import { designOfPlain } from './plain';
import { designSchema } from './schema';

/** Designs that were read last, by how they were kept: all certificates of a course have the same one. */
const known = new Map<string, Design>();
const mostKnown = 30;

/**
 * A design as it was kept, whenever that was: one of before there were things on a page is made of things. Throws in
 * words on what is no design.
 */
export function readDesign(kept: unknown): Design {
  if (typeof kept !== 'object' || kept === null) throw new Error('This certificate has no design.');
  const name = JSON.stringify(kept);
  const before = known.get(name);
  if (before) return before;
  const design = designOf(kept);
  if (known.size >= mostKnown) known.clear();
  known.set(name, design);
  return design;
}

function designOf(kept: object): Design {
  const version = (kept as { readonly version?: unknown }).version ?? 1;
  if (version === 1) return designOfPlain(kept);
  if (version !== designVersion)
    throw new Error(`This design is of version ${String(version)}, which is not known here.`);
  const read = parsed(designSchema, kept);
  if (!read.ok) throw new Error(`This design cannot be read: ${read.problem.sentence}`);
  return read.value;
}
