import { buffer } from 'node:stream/consumers';
import { object, string } from 'yup';
import { type Design, designSchema, type ThingParts } from '@/core/certificate';
import { parsed } from '@/core/kernel/parse';
import { fail, ok, type Result } from '@/core/kernel/problem';
import type { Actor } from '@/core/people';
import type { Database } from '../platform/database';
import { files, putBytes } from '../platform/files';
import { designNamed } from './designs';
import { addDesignPicture, printPicture } from './pictures';

/** The file of a design: what lies on its page, and its pictures by their hash, in Base64 (RFC 4648). */
type DesignFile = {
  readonly format: 'mosaik-certificate-design';
  readonly name: string;
  readonly design: Design;
  readonly pictures: { readonly [hash: string]: string };
};

const picturesIn = ({ background, things }: Design): readonly ThingParts['picture'][] => [
  ...(background ? [background] : []),
  ...things.flatMap((thing) => (thing.sort === 'picture' ? [thing] : [])),
];

/** A design as a file; null where there is none. */
export async function designFile(db: Database, designId: string): Promise<DesignFile | null> {
  const found = await designNamed(db, designId);
  if (!found) return null;
  const pictures: { [hash: string]: string } = {};
  for (const { hash } of picturesIn(found.content)) {
    const content = await files().get(hash);
    if (content) pictures[hash] = (await buffer(content)).toString('base64');
  }
  return { format: 'mosaik-certificate-design', name: found.name, design: found.content, pictures };
}

const fileSchema = object({
  format: string().oneOf(['mosaik-certificate-design']).required(),
  name: string().max(80).required(),
  design: designSchema,
  pictures: object().required(),
});
const notOne = 'This file is none of a certificate design.';

/**
 * Reads the file of a design. Its pictures are made ready for print anew, as if they were uploaded: a file from
 * elsewhere may say anything about them.
 */
export async function bringInDesign(
  actor: Actor,
  raw: unknown,
): Promise<Result<{ readonly name: string; readonly design: Design }>> {
  const read = parsed(fileSchema, raw, notOne);
  if (!read.ok) return read;
  const { name, design } = read.value;
  const given = read.value.pictures as { readonly [hash: string]: unknown };
  const made = new Map<string, Pick<ThingParts['picture'], 'hash' | 'type' | 'pixels'>>();
  for (const { hash, type } of picturesIn(design)) {
    if (made.has(hash)) continue;
    const encoded = given[hash];
    if (typeof encoded !== 'string') return fail('invalid', 'A picture of this design is missing from the file.');
    const stored = await putBytes(Buffer.from(encoded, 'base64'));
    const picture = await printPicture({ hash: stored.hash, contentType: type }, 1);
    if (!picture.ok) return picture;
    const { pixels } = picture.value;
    const kept = await addDesignPicture.run(actor, {
      ...{ hash: picture.value.hash, type: picture.value.type, ...pixels },
      name: `${name}`,
    });
    if (!kept.ok) return kept;
    made.set(hash, picture.value);
  }
  const renamed = <P extends ThingParts['picture']>(one: P): P => ({ ...one, ...made.get(one.hash) });
  return ok({
    name,
    design: {
      ...design,
      background: design.background && renamed(design.background),
      things: design.things.map((thing) => (thing.sort === 'picture' ? renamed(thing) : thing)),
    },
  });
}
