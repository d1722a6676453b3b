import { gzipSync } from 'node:zlib';
import { eq } from 'drizzle-orm';
import { samplePassword } from '../../demo/people';
import { usualAward } from '../core/certificate';
import { gradeSheet } from '../core/gradebook';
import { rational } from '../core/kernel/exact';
import { Temporal } from '../core/kernel/time';
import { openings } from '../core/release';
import { certificatePdf } from '../server/certificate';
import { course } from '../server/outline';
import { config } from '../server/platform/config';
import { closeDatabase, database } from '../server/platform/database';
import { lesson } from '../server/platform/schema';
import { largeCourse } from './bench-large';
import { quantile, row } from './figures';

const whole = (value: number) => Math.round(value).toLocaleString('en-GB');

async function perSecond(work: (i: number) => unknown, rounds: number): Promise<number> {
  for (let i = 0; i < Math.ceil(rounds / 10); i += 1) await work(i);
  const start = performance.now();
  for (let i = 0; i < rounds; i += 1) await work(i);
  return (rounds / (performance.now() - start)) * 1000;
}

async function engines(): Promise<void> {
  const sections = Array.from({ length: 5 }, (_, s) => ({
    id: `s${s}`,
    opens: s % 2 ? ({ when: 'after-start', amount: s * 7, unit: 'days', at: '09:00' } as const) : null,
    lessons: Array.from({ length: 4 }, (_, l) => ({
      id: `${s}.${l}`,
      opens: l % 2 ? ({ when: 'after-start', amount: l + s * 7, unit: 'days', at: null } as const) : null,
    })),
  }));
  const rhythm = { unit: 'section', lessons: 1, weeks: 1, weekday: 1, at: '09:00', gap: 4, firstAtOnce: true, breaks: [] } as const;
  const start = Temporal.Instant.from('2027-03-01T08:00Z');
  const clock = (i: number) => ({ start: start.add({ minutes: i * 77 }), zone: 'Europe/London' });
  const courses = await perSecond((i) => openings({ rhythm }, sections, clock(i)), 2000);
  const additions = await perSecond((i) => start.add({ minutes: i }).toZonedDateTimeISO('Europe/London').add({ days: 7 }), 20_000);
  row('release times evaluated', `${whole(courses * 25)} /s`, `zoned additions of the time library alone: ${whole(additions)} /s`);

  const items = Array.from({ length: 40 }, (_, i) => ({ id: String(i), title: String(i), weight: 1 + (i % 7), of: 1000 * (3 + (i % 9)) }));
  const entries = new Map(items.map((item, i) => [item.id, { state: 'points' as const, points: rational(item.of * i, 41), of: item.of }]));
  const exact = await perSecond(() => gradeSheet(items, entries, 'zero'), 2000);
  const floating = await perSecond(
    () => items.reduce((sum, item, i) => sum + item.weight * (i / 41), 0) / items.reduce((sum, item) => sum + item.weight, 0),
    200_000,
  );
  row('grade sheets of 40 items, exact, with the sum written', `${whole(exact)} /s`, `the same mean in floating point, unwritten: ${whole(floating)} /s`);

  const content = {
    name: 'Maximiliana Featherstonehaugh-Cholmondeley',
    course: 'Stream Survey: reading a small river',
    school: 'Wendwater River School',
    date: '12 June 2027',
    grade: '91.0 %',
    number: 'RIV-7K4Q-0182',
    checkAddress: `${config.address}/check/x`,
  };
  const certificates = await perSecond((i) => certificatePdf(usualAward, { ...content, name: `${content.name} ${i}` }, '2027-06-12T10:00:00Z'), 40);
  row('certificates drawn as PDF', `${certificates.toFixed(1)} /s`, 'bound: 5 /s, 300 learners in a minute');
}

async function signedIn(email: string): Promise<string> {
  const answer = await fetch(`${config.address}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: config.address },
    body: JSON.stringify({ email, password: samplePassword }),
  });
  return answer.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ');
}

async function answers(what: string, path: string, cookie: string, bound: number): Promise<void> {
  const times: number[] = [];
  for (let i = 0; i < 45; i += 1) {
    const start = performance.now();
    const answer = await fetch(config.address + path, { headers: { cookie } });
    await answer.arrayBuffer();
    // A redirect to the sign-in page would be quick, and no figure for anything.
    if (answer.status !== 200 || answer.redirected) throw new Error(`${path}: ${answer.status} ${answer.url}`);
    if (i >= 5) times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  row(`time to answer: ${what}`, `p50 ${quantile(times, 0.5).toFixed(0)} p95 ${quantile(times, 0.95).toFixed(0)} ms`, `bound: p95 ${bound} ms`);
}

/** Gzipped kilobytes of the scripts a page loads first. */
async function scripts(path: string, cookie: string): Promise<number> {
  const page = await fetch(config.address + path, { headers: { cookie } });
  if (page.redirected) throw new Error(`${path} led to ${page.url}`);
  const html = await page.text();
  // Those of the framework stand in script tags, those of the page in the data it is put together from.
  const sources = new Set([...html.matchAll(/\/_next\/static\/chunks\/[\w.~-]+\.js/g)].map((match) => match[0]));
  let bytes = 0;
  for (const source of sources) bytes += gzipSync(Buffer.from(await (await fetch(new URL(source, config.address))).arrayBuffer())).length;
  return bytes / 1024;
}

async function pages(): Promise<void> {
  const [creator, learner] = [await signedIn('ines@wendwater.example'), await signedIn('aoife1@post.example')];
  const [stream] = await database().select({ id: course.id }).from(course).where(eq(course.slug, 'stream-survey'));
  const lessons = await database()
    .select({ id: lesson.id, title: lesson.title })
    .from(lesson)
    .where(eq(lesson.courseId, stream?.id ?? ''));
  const at = (title: string) => `/learn/stream-survey/${lessons.find((one) => one.title === title)?.id}`;
  await answers('outline of 20 lessons', '/c/stream-survey/build', creator, 400);
  await answers('a lesson', at('What makes a reach'), learner, 200);
  await answers('gradebook of 40 learners', '/c/stream-survey/run', creator, 600);
  const blank = await scripts('/blank', learner);
  const more = async (what: string, path: string, cookie: string, aim: string) => {
    const all = await scripts(path, cookie);
    row(`first-load JavaScript, gzip: ${what}`, `${(all - blank).toFixed(0)} kB more`, `${aim} over an empty page of ${blank.toFixed(0)} kB`);
  };
  await more('reading, as a learner gets it', at('What makes a reach'), learner, 'aim: at most 40 kB');
  await more('film, as a learner gets it', at('Walking the reach'), learner, 'aim: at most 110 kB');
  await more('outline', '/c/stream-survey/build', creator, 'no aim yet');
}

await engines();
await pages();
await largeCourse();
await closeDatabase();
