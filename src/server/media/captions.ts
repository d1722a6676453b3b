import { Readable } from 'node:stream';
import { eq } from 'drizzle-orm';
import { object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { hasCaptions, type MediaFacts, readCues, writeCues } from '@/core/media';
import { type CommandContext, command } from '../platform/command';
import { files } from '../platform/files';
import { courseThrough, heldVersion, mayChange } from './held';
import { mediaVersion } from './schema';
import { rememberBlob, storedFile } from './stored';

const language = string()
  .matches(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'Give the language as a code such as en or cy.')
  .required();
type Captions = MediaFacts['captions'];

/**
 * Puts other captions beside a film or a recording: those of the version that is shown, which editions show as well.
 */
async function setCaptions(
  context: CommandContext,
  mediaId: string,
  change: (now: Captions) => Promise<Result<{ readonly captions: Captions; readonly did: string }>>,
): Promise<Result<Captions>> {
  const { tx, audit } = context;
  const held = await heldVersion(tx, mediaId);
  if (!held) return fail('not-found', 'This file is not in the library any more.');
  if (!hasCaptions(held.media.kind)) return fail('invalid', 'Only films and recordings have captions.');
  const next = await change(held.version.captions);
  if (!next.ok) return next;
  if (next.value.captions === held.version.captions) return ok(next.value.captions);
  await tx.db.update(mediaVersion).set({ captions: next.value.captions }).where(eq(mediaVersion.id, held.version.id));
  const courseId = await courseThrough(context, mediaId);
  await audit({ ...(courseId && { courseId }), sentence: `${next.value.did} "${held.media.title}"` });
  return ok(next.value.captions);
}

/** Captions in their order, with those of one language in place of what it had. */
const withLanguage = (now: Captions, one: Captions[number]): Captions =>
  now.some((other) => other.language === one.language)
    ? now.map((other) => (other.language === one.language ? one : other))
    : [...now, one];

const captionsInput = object({
  mediaId: idSchema,
  language,
  label: string().max(60).required(),
  ...storedFile,
}).noUnknown();

/** Takes a file of captions that is stored. Called by the upload route only. */
export const addCaptions = command({
  name: 'media.captions',
  input: captionsInput,
  permission: mayChange,
  async handle(context, { mediaId, language, label, hash, contentType }) {
    const set = await setCaptions(context, mediaId, async (now) => {
      const known = await rememberBlob(context.tx, { hash, contentType });
      if (!known.ok) return known;
      return ok({ captions: withLanguage(now, { language, label, hash }), did: `added captions (${language}) to` });
    });
    return set.ok ? ok({ id: mediaId }) : set;
  },
});

/** As many letters as three hours of talk have, several times over. */
const mostLetters = 2_000_000;

/**
 * Keeps captions that were written or corrected. They are WebVTT; \`was\` is what they were made from, null for new
 * ones.
 */
export const writeCaptions = command({
  name: 'media.write-captions',
  input: object({
    mediaId: idSchema,
    language,
    label: string().max(60).required(),
    was: string().defined().nullable(),
    text: string().max(mostLetters, 'These captions are too long for one film.').defined(),
  }).noUnknown(),
  permission: mayChange,
  async handle(context, { mediaId, language, label, was, text }) {
    const set = await setCaptions(context, mediaId, async (now) => {
      const read = readCues(text);
      if (!read.ok) return read;
      const written = await files().put(Readable.from([Buffer.from(writeCues(read.value))]));
      const there = now.find((one) => one.language === language);
      // Sent again, it is what is there.
      if (there?.hash === written.hash && there.label === label) return ok({ captions: now, did: '' });
      if ((there?.hash ?? null) !== was)
        return fail('conflict', 'Somebody else has changed these captions in the meantime.');
      const known = await rememberBlob(context.tx, { hash: written.hash, contentType: 'text/vtt' });
      if (!known.ok) return known;
      const captions = withLanguage(now, { language, label, hash: written.hash });
      return ok({ captions, did: `${there ? 'corrected' : 'wrote'} the captions (${language}) of` });
    });
    return set.ok ? ok({ hash: set.value.find((one) => one.language === language)?.hash ?? '' }) : set;
  },
});

export const removeCaptions = command({
  name: 'media.remove-captions',
  input: object({ mediaId: idSchema, language }).noUnknown(),
  permission: mayChange,
  handle: (context, { mediaId, language }) =>
    setCaptions(context, mediaId, async (now) => {
      const captions = now.filter((one) => one.language !== language);
      return ok({
        captions: captions.length === now.length ? now : captions,
        did: `took away captions (${language}) of`,
      });
    }),
});
