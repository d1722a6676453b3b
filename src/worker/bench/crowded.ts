import { and, eq, inArray, isNotNull, isNull, lte, sql } from 'drizzle-orm';
import {
  awardEarned,
  certificatesOf,
  certificatesTogether,
  drawCertificates,
  drawnBeside,
  ensureOwnKey,
  onePdf,
} from '../../server/certificate';
import { composeDocument, course, loadOutline } from '../../server/outline';
import { personById } from '../../server/people';
import { database, transaction } from '../../server/platform/database';
import { newId } from '../../server/platform/ids';
import { account, certificate, edition, enrolment, markHistory, sitting, user } from '../../server/platform/schema';
import { findAnything } from '../../server/search';
import { quantile, row, times } from './figures';
import { writeLargeCourse } from './large-course';
import { fetchPage, signedIn } from './sign-in';

const people = 100_000;
const lessons = 51_000;
const learners = 5000;
let filled: Promise<string> | null = null;

const ownerOf = async () => {
  const [row] = await database().select({ id: user.id }).from(user).where(eq(user.role, 'owner'));
  const person = row && (await personById(database(), row.id));
  if (!person) throw new Error('The sample school has no owner.');
  return person;
};

/**
 * A school as large as one may become: 100,000 people, 51,000 lessons, and a course with 60 quizzes that 5,000 take and
 * have half done. Gives back that course.
 */
export function crowdedCourse(): Promise<string> {
  filled ??= (async () => {
    const db = database();
    await db.execute(sql`insert into "user" (id, name, email, role)
      select 'crowd-' || n, (array['Ada','Bo','Cem','Dara','Eli','Fay','Gil','Hana'])[1 + n % 8] || ' ' || (array['Arden','Brook','Carr','Dale','Eyre','Fenn','Glen','Holt','Ives','Jarl','Kerr'])[1 + n % 11] || ' ' || n,
        'crowd' || n || '@post.example', 'learner' from generate_series(1, ${people}::int) n`);
    const [source, taken] = await transaction(async (tx) => [
      await writeLargeCourse(tx, 'crowd-source', 60, 12),
      await writeLargeCourse(tx, 'crowd-taken', 300, 12),
    ]);
    await db.execute(sql`insert into lesson select (jsonb_populate_record(l, jsonb_build_object('id', gen_random_uuid(), 'title', l.title || ' ' || n, 'order', l."order" || n || 'V'))).*
      from lesson l cross join generate_series(1, ${Math.ceil(lessons / 60)}::int) n where l.course_id = ${source}`);
    const outline = await loadOutline(db, taken ?? '');
    if (!outline || !taken) throw new Error('The generated course is not there.');
    const editionId = newId();
    const document = composeDocument(outline, new Map());
    await db.insert(edition).values({
      id: editionId,
      courseId: taken,
      number: 1,
      document,
      hash: 'measured',
      differences: [],
      publishedBy: (await ownerOf()).id,
    });
    await db.update(course).set({ liveEditionId: editionId }).where(eq(course.id, taken));
    await db.execute(
      sql`insert into enrolment (id, course_id, learner_id, at) select gen_random_uuid(), ${taken}, 'crowd-' || n, now() - interval '30 days' from generate_series(1, ${learners}::int) n`,
    );
    await db.execute(sql`insert into sitting (id, enrolment_id, learner_id, course_id, lesson_id, edition_id, number, started_at, handed_in_at, points, of, share)
      select gen_random_uuid(), e.id, e.learner_id, e.course_id, l.id, ${editionId}, 1, now() - interval '20 days', now() - interval '20 days', 2000, 3000, '2/3'
      from lesson l join enrolment e on e.course_id = l.course_id where l.course_id = ${taken} and l.kind = 'quiz' and right(e.learner_id, 1)::int % 2 = 0`);
    await db.execute(sql`analyze`);
    return taken;
  })();
  return filled;
}

/** What a bare statement takes here, over the same connection. */
const bare = async () => ({
  what: 'a bare select 1, p50',
  value: quantile(await times(200, () => database().execute(sql`select 1`)), 0.5),
});

/** The gradebook of 5,000 learners and 60 items, beside an empty page. */
export async function longLists(): Promise<void> {
  const courseId = await crowdedCourse();
  const owner = await signedIn('ines@wendwater.example');
  const p50 = async (path: string) => quantile(await times(12, () => fetchPage(path, owner)), 0.5);
  const blank = { what: 'an empty page, p50', value: await p50('/blank') };
  for (const [what, path, most] of [
    ['Run, 5,000 learners × 60 items', '/c/crowd-taken/run', 60],
    ['Run, its last page', '/c/crowd-taken/run?page=50', 60],
    ['Run, a learner looked for', '/c/crowd-taken/run?find=Fenn+42', 40],
    ['the whole gradebook, before its rows', '/c/crowd-taken/run/grades', 60],
    ['its first 500 rows of 60 items', `/api/course/${courseId}/grades?from=0`, 120],
    ['people, 100,000', '/people', 60],
    ['marking', '/marking', 12],
  ] as const)
    row({ what: `${what}: time to answer`, value: await p50(path), unit: 'ms', beside: blank, most });
}

/** Questions the application asks again and again, in a large school, beside a bare statement. */
export async function queries(): Promise<void> {
  const courseId = await crowdedCourse();
  const db = database();
  const beside = await bare();
  const one = 'crowd-4321';
  for (const [what, ask] of [
    ['an account by its person', () => db.select().from(account).where(eq(account.userId, one))],
    ['enrolments by learner', () => db.select().from(enrolment).where(eq(enrolment.learnerId, one))],
    [
      'open sittings that are due',
      () =>
        db
          .select()
          .from(sitting)
          .where(and(isNull(sitting.handedInAt), lte(sitting.deadline, new Date().toISOString()))),
    ],
    ['the history of a mark', () => db.select().from(markHistory).where(eq(markHistory.handInId, courseId))],
    [
      'the newest statements of a course',
      () => db.execute(sql`select id from statement where course_id = ${courseId} order by at desc limit 50`),
    ],
  ] as const)
    row({ what: `${what}, p50`, value: quantile(await times(60, ask), 0.5), unit: 'ms', beside, most: 6 });
}

/** The search over everything, beside reading the same tables once without any index. */
export async function search(): Promise<void> {
  await crowdedCourse();
  const owner = await ownerOf();
  const scan = {
    what: 'both tables read through once',
    value: quantile(
      await times(5, () =>
        database().execute(
          sql`select count(*) filter (where title ilike '%qqq%'), (select count(*) from "user" where name ilike '%qqq%') from lesson`,
        ),
      ),
      0.5,
    ),
  };
  for (const [what, words] of [
    ['a person', 'fenn 4321'],
    ['the beginning of a word that many have', 'riv'],
    ['a lesson', 'willow tray stone'],
    ['misspelt', 'wilow trey'],
    ['what nobody has', 'xylophone'],
  ] as const)
    row({
      what: `search over 51,000 lessons and 100,000 people: ${what}`,
      value: quantile(await times(20, () => findAnything(database(), owner, words)), 0.95),
      unit: 'ms',
      beside: scan,
      // What 150 ms were where this was first measured.
      most: 1.6,
    });
}

const finishers = 1000;
/** So many jobs of these kinds the worker fetches at once. */
const batch = 25;

/**
 * Certificates for a thousand who finish at once, as the worker gives and draws them, beside asking for each of them
 * once more.
 */
export async function awards(): Promise<void> {
  const db = database();
  await ensureOwnKey(db);
  const [stream] = await db.select({ id: course.id }).from(course).where(eq(course.slug, 'stream-survey'));
  const courseId = stream?.id ?? '';
  const [done] = await db
    .select({ learnerId: certificate.learnerId })
    .from(certificate)
    .where(eq(certificate.courseId, courseId))
    .limit(1);
  if (!done) throw new Error('Nobody of the sample school has a certificate.');
  // What one of them has done, a thousand times over.
  await db.execute(
    sql`insert into "user" (id, name, email, role) select 'finisher-' || n, 'Finisher ' || n, 'finisher' || n || '@post.example', 'learner' from generate_series(1, ${finishers}::int) n`,
  );
  for (const table of ['enrolment', 'progress', 'sitting', 'hand_in', 'grade_decision']) {
    const own = sql.raw(`"${table}"`);
    const named = table === 'progress' || table === 'grade_decision' ? sql`` : sql`'id', gen_random_uuid(),`;
    const deed = table === 'sitting' || table === 'hand_in' ? sql`'deed', null,` : sql``;
    const belongs =
      table === 'enrolment'
        ? sql``
        : sql`'enrolment_id', (select e.id from enrolment e where e.learner_id = 'finisher-' || n and e.course_id = ${courseId}),`;
    await db.execute(sql`insert into ${own} select (jsonb_populate_record(t, jsonb_build_object(${named} ${deed} ${belongs} 'learner_id', 'finisher-' || n))).*
      from ${own} t cross join generate_series(1, ${finishers}::int) n where t.learner_id = ${done.learnerId} and t.course_id = ${courseId}`);
  }
  const ids = Array.from({ length: finishers }, (_, i) => `finisher-${i + 1}`);
  const begun = await db
    .select({ id: enrolment.id })
    .from(enrolment)
    .where(and(eq(enrolment.courseId, courseId), inArray(enrolment.learnerId, ids)));
  /** The same in two rows of batches, as the worker does them. */
  const half = (rest: number) => begun.filter((_, i) => i % 2 === rest).map(({ id }) => id);
  const took = async (work: () => Promise<unknown>) => {
    const start = performance.now();
    await work();
    return performance.now() - start;
  };
  /** Certificates that wait to be drawn. */
  const ready: string[] = [];
  const awardRow = async (own: readonly string[], leave: (issued: readonly string[]) => void) => {
    for (let from = 0; from < own.length; from += batch) {
      const some = own.slice(from, from + batch);
      await awardEarned(some);
      leave([...(await certificatesOf(db, some)).values()].map(({ id }) => id));
    }
  };
  const award = (leave: (issued: readonly string[]) => void = () => {}) =>
    Promise.all([awardRow(half(0), leave), awardRow(half(1), leave)]);
  let isIssued = false;
  /** Draws what was issued, until there is no more. */
  const drawRow = async (): Promise<void> => {
    while (!isIssued || ready.length > 0) {
      const next = ready.splice(0, batch);
      if (next.length > 0) await drawCertificates(next, drawnBeside);
      else await new Promise((resolve) => setTimeout(resolve, 20));
    }
  };
  let issued = 0;
  const whole = await took(() =>
    Promise.all([
      took(() => award((issued) => ready.push(...issued))).then((ms) => {
        [issued, isIssued] = [ms, true];
      }),
      drawRow(),
      drawRow(),
    ]),
  );
  const given = await db.$count(
    certificate,
    and(eq(certificate.courseId, courseId), inArray(certificate.learnerId, ids), isNotNull(certificate.pdfHash)),
  );
  if (given !== finishers) throw new Error(`${given} of ${finishers} were awarded and drawn.`);
  const again = { what: 'the same looked at once more', value: await took(() => award()) };
  row({ what: 'a thousand certificates found out and issued', value: issued, unit: 'ms', beside: again, most: 9 });
  const bound = { what: 'the bound', value: 30_000 };
  row({ what: '  until the last of them is drawn and kept', value: whole, unit: 'ms', beside: bound, most: 1 });
  const rows = await certificatesTogether(db, courseId, null);
  const together = await took(() => onePdf(db, rows));
  row({ what: `${rows.length} as one PDF, in a thread`, value: together, unit: 'ms', beside: bound, most: 1 });
}
