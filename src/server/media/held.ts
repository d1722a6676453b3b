import { and, eq } from 'drizzle-orm';
import { can } from '@/core/people';
import type { CommandContext } from '../platform/command';
import type { Transaction } from '../platform/database';
import { coursesOf, mayChangeMedia } from './queries';
import { media, mediaVersion } from './schema';

/** Decides whether somebody may change a thing of the library. */
export const mayChange = ({ actor, tx }: CommandContext, { mediaId }: { readonly mediaId: string }): Promise<boolean> =>
  mayChangeMedia(tx.db, actor, mediaId);

/** The course through which somebody may change a thing of the library. */
export const courseThrough = async ({ actor, tx }: Pick<CommandContext, 'actor' | 'tx'>, mediaId: string) =>
  (await coursesOf(tx.db, mediaId)).find((courseId) => can(actor, 'course.edit', { courseId }));

/** The version of a thing of the library that is shown, held for this transaction. */
export async function heldVersion(tx: Transaction, mediaId: string) {
  const [row] = await tx.db
    .select({ media, version: mediaVersion })
    .from(media)
    .innerJoin(mediaVersion, and(eq(mediaVersion.mediaId, media.id), eq(mediaVersion.number, media.version)))
    .where(eq(media.id, mediaId))
    .for('update');
  return row ?? null;
}
