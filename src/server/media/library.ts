import { and, arrayContains, desc, eq, inArray, or, type SQL, sql } from 'drizzle-orm';
import { type RowsPage, rowsBefore } from '@/core/kernel/page';
import type { MediaFacts, MediaKind } from '@/core/media';
import { type Actor, everywhere } from '@/core/people';
import { user } from '../people';
import { contains } from '../platform/contains';
import type { Database } from '../platform/database';
import { isCurrent, known } from './queries';
import { blob, media, mediaUse, mediaVersion } from './schema';

/** What the library can be narrowed to, beside words and a kind. */
export const libraryFilters = ['unused', 'undescribed', 'no-captions', 'failed'] as const;
export type LibraryFilter = (typeof libraryFilters)[number];
export type LibraryWish = {
  readonly find: string;
  readonly kind: MediaKind | null;
  readonly only: LibraryFilter | null;
  readonly tag: string;
  readonly page: number;
};

/** A thing of the library as its list shows it. */
export type LibraryItem = MediaFacts & {
  readonly tags: readonly string[];
  /** In how many lessons of working copies. */
  readonly uses: number;
  readonly licence: string;
  readonly source: string;
};
export const itemsPerPage = 60;

/**
 * What somebody sees of the library: all of it, or what belongs to courses they make and what they have put there
 * themselves.
 */
function seenBy(db: Database, actor: Actor): SQL | undefined {
  if (everywhere(actor, 'course.edit')) return undefined;
  const own = Object.keys(actor.courses).filter((id) => actor.courses[id] === 'creator');
  if (own.length === 0) return eq(media.addedBy, actor.id);
  const used = db.select({ id: mediaUse.mediaId }).from(mediaUse).where(inArray(mediaUse.courseId, own));
  return or(eq(media.addedBy, actor.id), inArray(media.courseId, own), inArray(media.id, used));
}

/** Of some ids, those of things in the library that somebody sees, and so may use. */
export async function usableMedia(db: Database, actor: Actor, ids: readonly string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set();
  const rows = await db
    .select({ id: media.id })
    .from(media)
    .where(and(inArray(media.id, [...ids]), seenBy(db, actor)));
  return new Set(rows.map(({ id }) => id));
}

const uses = sql<number>`(select count(distinct u.lesson_id) from media_use u where u.media_id = ${media.id})::int`;
const conditions: { readonly [F in LibraryFilter]: SQL | undefined } = {
  unused: sql`not exists (select 1 from media_use u where u.media_id = ${media.id})`,
  undescribed: and(eq(media.kind, 'picture'), eq(media.alt, '')),
  'no-captions': and(eq(media.kind, 'film'), sql`jsonb_array_length(${mediaVersion.captions}) = 0`),
  failed: eq(mediaVersion.state, 'failed'),
};

const isShown = and(eq(mediaVersion.mediaId, media.id), isCurrent);
const isIts = eq(blob.hash, mediaVersion.hash);
const items = (db: Database) =>
  db
    .select({ ...known, tags: media.tags, uses, licence: media.licence, source: media.source })
    .from(media)
    .innerJoin(mediaVersion, isShown)
    .innerJoin(blob, isIts);

/** A page of the library, newest first, with how much all that was found takes in bytes. */
export async function libraryPage(
  db: Database,
  actor: Actor,
  { find, kind, only, tag, page }: LibraryWish,
): Promise<RowsPage<LibraryItem> & { readonly bytes: number }> {
  const words = sql`${media.title} || ' ' || ${mediaVersion.fileName} || ' ' || ${media.alt} || ' ' || array_to_string(${media.tags}, ' ') || ' ' || ${mediaVersion.words}`;
  const wanted = and(
    seenBy(db, actor),
    find === '' ? undefined : contains(words, find),
    kind === null ? undefined : eq(media.kind, kind),
    tag === '' ? undefined : arrayContains(media.tags, [tag]),
    only === null ? undefined : conditions[only],
  );
  const [rows, [sum]] = await Promise.all([
    items(db)
      .where(wanted)
      .orderBy(desc(media.createdAt), desc(media.id))
      .limit(itemsPerPage)
      .offset(rowsBefore(page, itemsPerPage)),
    db
      .select({ found: sql<number>`count(*)::int`, bytes: sql<string>`coalesce(sum(${blob.size}), 0)` })
      .from(media)
      .innerJoin(mediaVersion, isShown)
      .innerJoin(blob, isIts)
      .where(wanted),
  ]);
  return { rows, found: sum?.found ?? 0, bytes: Number(sum?.bytes ?? 0), page };
}

export type LibraryEntry = LibraryItem & {
  readonly versions: readonly {
    readonly number: number;
    readonly fileName: string;
    readonly at: string;
    readonly by: string | null;
  }[];
};

/** Everything about one thing of the library; null when it is not there, or not for who asks. */
export async function libraryEntry(db: Database, actor: Actor, id: string): Promise<LibraryEntry | null> {
  const [row] = await items(db).where(and(eq(media.id, id), seenBy(db, actor)));
  if (!row) return null;
  const versions = await db
    .select({
      number: mediaVersion.number,
      fileName: mediaVersion.fileName,
      at: mediaVersion.createdAt,
      by: user.name,
    })
    .from(mediaVersion)
    .leftJoin(user, eq(user.id, mediaVersion.uploadedBy))
    .where(eq(mediaVersion.mediaId, id))
    .orderBy(desc(mediaVersion.number));
  return { ...row, versions };
}
