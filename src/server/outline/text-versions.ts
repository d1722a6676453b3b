import { and, desc, eq, isNotNull, sql } from 'drizzle-orm';
import type { Change } from '@/core/kernel/change';
import { type RichText, type TextVersion, textVersions } from '@/core/outline';
import { user } from '../people';
import { audit } from '../platform/audit';
import type { Database } from '../platform/database';
import { completed } from './history';

const mostStates = 400;
const contentOf = (text: Change['before'] | undefined) => (text?.content ?? null) as RichText | null;

/** The versions of a lesson's text, newest first, from the last steps that touched it. */
export async function versionsOfText(db: Database, courseId: string, lessonId: string): Promise<TextVersion[]> {
  return db.transaction(
    async (tx) => {
      const rows = await tx
        .select({ at: audit.at, by: user.name, revision: audit.revision, changes: audit.changes })
        .from(audit)
        .leftJoin(user, eq(user.id, audit.actorId))
        .where(
          and(
            eq(audit.courseId, courseId),
            isNotNull(audit.revision),
            sql`${audit.changes} @> ${JSON.stringify([{ table: 'text', id: lessonId }])}::jsonb`,
          ),
        )
        .orderBy(desc(audit.revision))
        .limit(mostStates);
      const steps = rows.reverse();
      const touching = steps.map(({ changes }) =>
        changes.filter(({ table, id }) => table === 'text' && id === lessonId),
      );
      const whole = await completed(tx, touching);
      if (!whole) return [];
      const states = steps.map(({ at, by, revision }, i): TextVersion => {
        const content = contentOf(whole[i]?.at(-1)?.after);
        return { revision: revision ?? 0, left: { at: at.replace(' ', 'T'), by: by ?? 'somebody' }, content };
      });
      const [first] = whole;
      const before = contentOf(first?.[0]?.before);
      return textVersions([...(before ? [{ revision: 0, left: null, content: before }] : []), ...states]);
    },
    { isolationLevel: 'repeatable read', accessMode: 'read only' },
  );
}
