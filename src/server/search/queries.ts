import { type SQL, sql } from 'drizzle-orm';
import { can, everywhere } from '@/core/people';
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
/**
 * Below the first, two words are hardly the same word misspelt; below the second, not at all (platform/database.ts sets
 * it for its operator too).
 */
const goodLikeness = 0.42;
const leastLikeness = 0.3;
const mostNearly = 5;
/** More than this many of a kind are not ranked: who gets so many has to write more. */
const mostLookedAt = 1500;

/** Words as a query in which each may be the beginning of a word: `riv sto` finds "River under stones". */
const prefixQuery = (words: string) =>
  words
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .map((word) => `${word}:*`)
    .join(' & ');

type Row = { kind: Found['kind']; id: string; title: string; place: string; slug: string; likeness: number };
/** A table that is looked through: what stands for a row in the answer, and the two expressions that have an index. */
type Place = {
  readonly kind: Found['kind'];
  readonly from: SQL;
  readonly columns: SQL;
  readonly may: SQL;
  readonly title: SQL;
  readonly vector: SQL;
  readonly bonus: number;
};

/**
 * Courses, sections, lessons and people by name, misspelt or begun, the likest first. Only what the person
 * may change is looked through; people are found by those who may enrol them. An index says which rows are
 * worth ranking: those with words that begin so, and, where they are too few, those written much like it.
 */
export async function findAnything(db: Database, person: Person, raw: string): Promise<Found[]> {
  const words = raw.trim().slice(0, 100);
  if (words === '') return [];
  const own = Object.keys(person.courses).filter((courseId) => can(person, 'course.edit', { courseId }));
  const mine = (column: SQL) => {
    if (everywhere(person, 'course.edit')) return sql`true`;
    return own.length > 0 ? sql`${column} in ${own}` : sql`false`;
  };
  const query = prefixQuery(words);
  const places: Place[] = [
    {
      kind: 'course',
      from: sql`course t join course c on c.id = t.id`,
      columns: sql`t.id::text as id, t.title, '' as place, c.slug`,
      may: mine(sql`t.id`),
      title: sql`t.title`,
      vector: sql`to_tsvector('simple', t.title || ' ' || t.description)`,
      bonus: 0.02,
    },
    {
      kind: 'section',
      from: sql`section t join course c on c.id = t.course_id`,
      columns: sql`t.id::text as id, t.title, c.title as place, c.slug`,
      may: mine(sql`t.course_id`),
      title: sql`t.title`,
      vector: sql`to_tsvector('simple', t.title)`,
      bonus: 0,
    },
    {
      kind: 'lesson',
      from: sql`lesson t join course c on c.id = t.course_id`,
      columns: sql`t.id::text as id, t.title, c.title as place, c.slug`,
      may: mine(sql`t.course_id`),
      title: sql`t.title`,
      vector: sql`to_tsvector('simple', t.title || ' ' || t.asks || ' ' || t.note)`,
      bonus: 0.01,
    },
    {
      kind: 'person',
      from: sql`"user" t`,
      columns: sql`t.id, t.name as title, t.email as place, '' as slug`,
      may: can(person, 'people.manage')
        ? sql`true`
        : sql`exists (select 1 from enrolment e where e.learner_id = t.id and ${mine(sql`e.course_id`)})`,
      title: sql`t.name`,
      vector: sql`to_tsvector('simple', t.name || ' ' || t.email)`,
      bonus: 0,
    },
  ];
  const begun = ({ vector }: Place) => (query === '' ? sql`false` : sql`${vector} @@ to_tsquery('simple', ${query})`);
  const look = async (worth: (place: Place) => SQL): Promise<Row[]> => {
    // The words once more in what is ranked: candidates are taken by the index alone, and few.
    const parts = places.map(
      (
        place,
      ) => sql`(select ${place.kind}::text as kind, id, title, place, slug, greatest(word_similarity(${words}, title), case when begun then 0.9 else 0 end) + ${place.bonus}::real as likeness
        from (select ${place.columns}, ${begun(place)} as begun from ${place.from} where ${place.may} and ${worth(place)} limit ${mostLookedAt}) ${sql.raw(place.kind)})`,
    );
    const found = await db.execute<Row>(
      sql`select * from (${sql.join(parts, sql` union all `)}) found where likeness >= ${leastLikeness} order by likeness desc, title limit ${most}`,
    );
    return found.rows;
  };
  const beginning = query === '' ? [] : await look(begun);
  const like = beginning.length >= most ? [] : await look(({ title }) => sql`${words} <% ${title}`);
  const known = new Set(beginning.map(({ kind, id }) => `${kind} ${id}`));
  const rows = [...beginning, ...like.filter(({ kind, id }) => !known.has(`${kind} ${id}`))]
    .sort((a, b) => b.likeness - a.likeness)
    .slice(0, most);
  const good = rows.filter((row) => row.likeness >= goodLikeness);
  // Where nothing fits well, what comes nearest is better than nothing: `flwo` for "flow".
  const told = good.length > 0 ? good : rows.slice(0, mostNearly);
  const taken = await lastTaken(
    db,
    told.filter(({ kind }) => kind === 'person').map(({ id }) => id),
    mine(sql`c.id`),
  );
  return told.map(({ kind, id, title, place, slug }) => ({
    kind,
    id,
    title,
    where: place,
    href: hrefOf(kind, id, taken.get(id) ?? slug),
  }));
}

/** The course each of some people has begun last, of those the asker may see. */
async function lastTaken(db: Database, people: readonly string[], may: SQL): Promise<Map<string, string>> {
  if (people.length === 0) return new Map();
  const { rows } = await db.execute<{ id: string; slug: string }>(
    sql`select distinct on (e.learner_id) e.learner_id as id, c.slug from enrolment e join course c on c.id = e.course_id where e.learner_id in ${people} and ${may} order by e.learner_id, e.at desc`,
  );
  return new Map(rows.map(({ id, slug }) => [id, slug]));
}

function hrefOf(kind: Found['kind'], id: string, slug: string): string {
  if (kind === 'person') return slug === '' ? '/people' : `/c/${slug}/run?learner=${id}`;
  return kind === 'course' ? `/c/${slug}/build` : `/c/${slug}/build?select=${id}`;
}
