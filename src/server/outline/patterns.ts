import { asc, eq } from 'drizzle-orm';
import { object, string } from 'yup';
import { idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { type Pattern, patternSectionsOf, titleSchema } from '@/core/outline';
import { can } from '@/core/people';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { load, withoutTexts } from './load';
import { pattern } from './schema';

export type SchoolPattern = Pattern & { readonly madeBy: string };

/** The patterns the school has made of its own courses. */
export const schoolPatterns = async (db: Database): Promise<SchoolPattern[]> =>
  db
    .select({
      id: pattern.id,
      title: pattern.title,
      description: pattern.description,
      sections: pattern.sections,
      madeBy: pattern.madeBy,
    })
    .from(pattern)
    .orderBy(asc(pattern.madeAt));

export const savePattern = command({
  name: 'pattern.save',
  input: object({
    id: idSchema,
    courseId: idSchema,
    title: titleSchema,
    description: string().max(400, 'Keep this under 400 characters.').defined(),
  }).noUnknown(),
  permission: ({ actor }, { courseId }) => can(actor, 'course.edit', { courseId }),
  async handle({ tx, actor, audit }, { id, courseId, title, description }) {
    const loaded = await load(tx.db, courseId, withoutTexts);
    if (!loaded) return fail('not-found', 'This course is not there any more.');
    const sections = patternSectionsOf(loaded.outline);
    if (sections.length === 0) return fail('invalid', 'A pattern needs at least one section.');
    const [made] = await tx.db
      .insert(pattern)
      .values({ id, title: title.trim(), description, sections, madeBy: actor.id })
      .onConflictDoNothing()
      .returning({ id: pattern.id });
    if (!made) {
      const [there] = await tx.db
        .select({ madeBy: pattern.madeBy, title: pattern.title })
        .from(pattern)
        .where(eq(pattern.id, id));
      if (there?.madeBy !== actor.id || there.title !== title.trim())
        return fail('conflict', 'This id is in use elsewhere. Try again.');
    }
    if (made) await audit({ courseId, sentence: `kept the outline as the pattern "${title.trim()}"` });
    return ok({ id });
  },
});

export const removePattern = command({
  name: 'pattern.remove',
  input: object({ id: idSchema }).noUnknown(),
  permission: async ({ actor, tx }, { id }) => {
    const [row] = await tx.db.select({ madeBy: pattern.madeBy }).from(pattern).where(eq(pattern.id, id));
    return (
      can(actor, 'pattern.manage') || row === undefined || (row.madeBy === actor.id && can(actor, 'course.create'))
    );
  },
  async handle({ tx, audit }, { id }) {
    const [gone] = await tx.db.delete(pattern).where(eq(pattern.id, id)).returning({ title: pattern.title });
    if (gone) await audit({ sentence: `removed the pattern "${gone.title}"` });
    return ok({ id });
  },
});
