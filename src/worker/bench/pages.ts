import { gzipSync } from 'node:zlib';
import { eq } from 'drizzle-orm';
import { course } from '../../server/outline';
import { config } from '../../server/platform/config';
import { database } from '../../server/platform/database';
import { lesson } from '../../server/platform/schema';
import { quantile, row, times } from './figures';
import { fetchPage, signedIn } from './sign-in';

const creatorAddress = 'ines@wendwater.example';
const learnerAddress = 'aoife1@post.example';

/** Lessons of the sample course by their titles, as addresses for learners. */
async function lessonAddresses(): Promise<(title: string) => string> {
  const [stream] = await database().select({ id: course.id }).from(course).where(eq(course.slug, 'stream-survey'));
  const rows = await database()
    .select({ id: lesson.id, title: lesson.title })
    .from(lesson)
    .where(eq(lesson.courseId, stream?.id ?? ''));
  return (title) => `/learn/stream-survey/${rows.find((one) => one.title === title)?.id}`;
}

/** Pages one after the other, beside a page that shows nothing to somebody who is signed in. */
export async function answers(): Promise<void> {
  const [creator, learner, at] = [
    await signedIn(creatorAddress),
    await signedIn(learnerAddress),
    await lessonAddresses(),
  ];
  const p95 = async (path: string, cookie: string) => quantile(await times(40, () => fetchPage(path, cookie)), 0.95);
  const blank = { what: 'an empty page, p95', value: await p95('/blank', learner) };
  for (const [what, path, cookie, most] of [
    ['outline of 20 lessons', '/c/stream-survey/build', creator, 5],
    ['a lesson', at('What makes a reach'), learner, 3],
    ['gradebook of 40 learners', '/c/stream-survey/run', creator, 6],
    ['my courses', '/learn', learner, 3],
  ] as const)
    row({ what: `time to answer, p95: ${what}`, value: await p95(path, cookie), unit: 'ms', beside: blank, most });
}

/** Sixty at once, as when a class begins together, beside the same sixty one after the other. */
export async function crowd(): Promise<void> {
  const learner = await signedIn(learnerAddress);
  const at = await lessonAddresses();
  const paths = Array.from({ length: 60 }, (_, i) => (i % 2 ? '/learn/stream-survey' : at('What makes a reach')));
  const took = async (work: () => Promise<unknown>) => {
    await work();
    const goes = [];
    for (let i = 0; i < 3; i += 1) {
      const start = performance.now();
      await work();
      goes.push(performance.now() - start);
    }
    return quantile(goes, 0.5);
  };
  const oneByOne = await took(async () => {
    for (const path of paths) await fetchPage(path, learner);
  });
  row({
    what: 'sixty pages asked for at once: until the last has come',
    value: await took(() => Promise.all(paths.map((path) => fetchPage(path, learner)))),
    unit: 'ms',
    beside: { what: 'one after the other', value: oneByOne },
    most: 1.1,
  });
}

/** Gzipped kilobytes of the scripts a page loads first. */
async function scripts(path: string, cookie: string): Promise<number> {
  const html = await fetchPage(path, cookie);
  // Those of the framework stand in script tags, those of the page in the data it is put together from.
  const sources = new Set([...html.matchAll(/\/_next\/static\/chunks\/[\w.~-]+\.js/g)].map((match) => match[0]));
  let bytes = 0;
  for (const source of sources)
    bytes += gzipSync(Buffer.from(await (await fetch(new URL(source, config.address))).arrayBuffer())).length;
  return bytes / 1024;
}

export async function firstScripts(): Promise<void> {
  const [creator, learner, at] = [
    await signedIn(creatorAddress),
    await signedIn(learnerAddress),
    await lessonAddresses(),
  ];
  const blank = { what: 'an empty page', value: await scripts('/blank', learner) };
  for (const [what, path, cookie, most] of [
    ['reading, as a learner gets it', at('What makes a reach'), learner, 1.4],
    ['film, as a learner gets it', at('Walking the reach'), learner, 2],
    ['outline', '/c/stream-survey/build', creator, null],
  ] as const)
    row({
      what: `first-load JavaScript, gzip: ${what}`,
      value: await scripts(path, cookie),
      unit: 'kB',
      beside: blank,
      most,
    });
}
