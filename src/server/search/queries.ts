import { type SQL, sql } from 'drizzle-orm';
import { can } from '@/core/people';
import type { Person } from '../people';
import type { Database } from '../platform/database';

/** Something that was found, and where it is. */
export type Found = {
  readonly kind: 'course' | 'section' | 'lesson' | 'person';
  readonly id: string;
  readonly title: string;
  readonly where: string;
  readonly href: string;
};

const most = 12;
/** Below the first, two words are hardly the same word misspelt; below the second, not at all. */
const goodLikeness = 0.42;
const leastLikeness = 0.3;
const mostNearly = 5;

/** Words as a query in which each may be the beginning of a word: `riv sto` finds "River under stones". */
const prefixQuery = (words: string) =>
  words
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .map((word) => `${word}:*`)
    .join(' & ');

/**
 * Courses, sections, lessons and people by name, misspelt or begun, the likest first. Only what the person
 * may change is looked through; people are found by those who may enrol them.
 */
export async function findAnything(db: Database, person: Person, raw: string): Promise<Found[]> {
  const words = raw.trim().slice(0, 100);
  if (words === '') return [];
  const own = Object.keys(person.courses).filter((courseId) => can(person, 'course.edit', { courseId }));
  const mine = (column: SQL) => (person.role === 'owner' ? sql`true` : own.length > 0 ? sql`${column} in ${own}` : sql`false`);
  const query = prefixQuery(words);
  const rank = (title: SQL, also: SQL) =>
    sql`greatest(word_similarity(${words}, ${title}), ${query === '' ? sql`0` : sql`case when to_tsvector('simple', ${also}) @@ to_tsquery('simple', ${query}) then 0.9 else 0 end`})`;
  const lessonWords = sql`l.title || ' ' || l.asks || ' ' || l.note`;
  const rows = await db.execute<{
    kind: Found['kind'];
    id: string;
    title: string;
    place: string;
    slug: string;
    lesson: string | null;
    likeness: number;
  }>(sql`
    select * from (
      select 'course' as kind, c.id::text as id, c.title, '' as place, c.slug, null as lesson, ${rank(sql`c.title`, sql`c.title || ' ' || c.description`)} + 0.02 as likeness
        from course c where ${mine(sql`c.id`)}
      union all
      select 'section', s.id::text, s.title, c.title, c.slug, null, ${rank(sql`s.title`, sql`s.title`)}
        from section s join course c on c.id = s.course_id where ${mine(sql`c.id`)}
      union all
      select 'lesson', l.id::text, l.title, c.title, c.slug, l.id::text, ${rank(sql`l.title`, lessonWords)} + 0.01
        from lesson l join course c on c.id = l.course_id where ${mine(sql`c.id`)}
      union all
      select 'person', u.id, u.name, u.email, coalesce((select c.slug from enrolment e join course c on c.id = e.course_id where e.learner_id = u.id and ${mine(sql`c.id`)} order by e.at desc limit 1), ''), null, ${rank(sql`u.name`, sql`u.name || ' ' || u.email`)}
        from "user" u where ${can(person, 'people.manage') ? sql`true` : sql`exists (select 1 from enrolment e where e.learner_id = u.id and ${mine(sql`e.course_id`)})`}
    ) found where likeness >= ${leastLikeness} order by likeness desc, title limit ${most}`);
  const good = rows.rows.filter((row) => row.likeness >= goodLikeness);
  // Where nothing fits well, what comes nearest is better than nothing: `flwo` for "flow".
  return (good.length > 0 ? good : rows.rows.slice(0, mostNearly)).map(({ kind, id, title, place, slug }) => ({
    kind,
    id,
    title,
    where: place,
    href: hrefOf(kind, id, slug),
  }));
}

function hrefOf(kind: Found['kind'], id: string, slug: string): string {
  if (kind === 'person') return slug === '' ? '/people' : `/c/${slug}/run?learner=${id}`;
  return kind === 'course' ? `/c/${slug}/build` : `/c/${slug}/build?select=${id}`;
}
