import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { type Design, readDesign } from '@/core/certificate';
import { isId } from '@/core/kernel/ids';
import type { Actor } from '@/core/people';
import { can } from '@/core/people';
import { course } from '../outline';
import type { Database } from '../platform/database';
import { certificateDesign, certificateDesignVersion } from './schema';

/** A design of the school as lists show it. */
export type DesignHead = {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly version: number | null;
  /** Whether something was changed since the version that is in use. */
  readonly isChanged: boolean;
  /** The courses whose certificates look like this. */
  readonly usedBy: readonly { readonly id: string; readonly title: string }[];
};
export type OneDesign = DesignHead & { readonly content: Design };

/** The designs of the school by name, with where each is used. */
export async function designsOf(db: Database): Promise<readonly DesignHead[]> {
  const rows = await db
    .select()
    .from(certificateDesign)
    .where(isNull(certificateDesign.removedAt))
    .orderBy(asc(certificateDesign.name), asc(certificateDesign.id));
  const used = await usersOf(
    db,
    rows.map(({ id }) => id),
  );
  return rows.map((row) => headOf(row, used));
}

/** One of the designs, with what lies on its page; null where there is none. */
export async function designNamed(db: Database, id: string): Promise<OneDesign | null> {
  if (!isId(id)) return null;
  const there = and(eq(certificateDesign.id, id), isNull(certificateDesign.removedAt));
  const [row] = await db.select().from(certificateDesign).where(there);
  if (!row) return null;
  return { ...headOf(row, await usersOf(db, [id])), content: readDesign(row.content) };
}

function headOf(
  { id, name, revision, version, versionRevision }: typeof certificateDesign.$inferSelect,
  used: ReadonlyMap<string, DesignHead['usedBy']>,
): DesignHead {
  return { id, name, revision, version, isChanged: versionRevision !== revision, usedBy: used.get(id) ?? [] };
}

/** Which courses use some designs, as they are being made. */
async function usersOf(db: Database, ids: readonly string[]): Promise<ReadonlyMap<string, DesignHead['usedBy']>> {
  if (ids.length === 0) return new Map();
  const designId = sql<string>`${course.award}->>'designId'`;
  const rows = await db
    .select({ id: course.id, title: course.title, designId })
    .from(course)
    .where(inArray(designId, [...ids]))
    .orderBy(asc(course.title));
  const used = new Map<string, { readonly id: string; readonly title: string }[]>();
  for (const { designId: id, ...one } of rows) used.set(id, [...(used.get(id) ?? []), one]);
  return used;
}

/** A design as somebody may see it: of courses they do not work on is told how many there are, and not which. */
export type SeenDesign<D extends DesignHead> = D & { readonly usedElsewhere: number };
export function seenBy<D extends DesignHead>(actor: Actor, design: D): SeenDesign<D> {
  const usedBy = design.usedBy.filter(({ id }) => can(actor, 'course.edit', { courseId: id }));
  return { ...design, usedBy, usedElsewhere: design.usedBy.length - usedBy.length };
}

/** Whether somebody may change what certificates of a design look like: in all the courses that use it. */
export const mayUse = (actor: Actor, { usedBy }: Pick<DesignHead, 'usedBy'>): boolean =>
  usedBy.every(({ id }) => can(actor, 'course.edit', { courseId: id }));

/** The design certificates are issued with: its version in use, or how it is being made before there is one. */
export async function designInUse(db: Database, designId: string | null): Promise<Design | null> {
  if (designId === null) return null;
  const [row] = await db
    .select({ content: certificateDesign.content, version: certificateDesignVersion.content })
    .from(certificateDesign)
    .leftJoin(
      certificateDesignVersion,
      and(
        eq(certificateDesignVersion.designId, certificateDesign.id),
        eq(certificateDesignVersion.number, certificateDesign.version),
      ),
    )
    .where(eq(certificateDesign.id, designId));
  return row ? readDesign(row.version ?? row.content) : null;
}

/** What a design was in each of its versions, the newest first. */
export const versionsOf = (db: Database, designId: string) =>
  db
    .select({ number: certificateDesignVersion.number, at: certificateDesignVersion.at })
    .from(certificateDesignVersion)
    .where(eq(certificateDesignVersion.designId, designId))
    .orderBy(sql`${certificateDesignVersion.number} desc`);
