import PDFDocument from 'pdfkit';
import { designFrom, type Facts } from '../../core/certificate';
import { type GradeEntry, gradeSheet, packed, summing, usualScheme } from '../../core/gradebook';
import { rational } from '../../core/kernel/exact';
import { Temporal } from '../../core/kernel/time';
import { learnerView, noRecords } from '../../core/learning';
import { readiness } from '../../core/outline';
import { board, isOpenAt, openings } from '../../core/release';
import { certificatePdf } from '../../server/certificate';
import { composeDocument, loadOutline } from '../../server/outline';
import { config } from '../../server/platform/config';
import { database, transaction } from '../../server/platform/database';
import { sansPath } from '../../server/platform/fonts';
import { newId } from '../../server/platform/ids';
import { perSecond, quantile, row, times } from './figures';
import { writeLargeCourse } from './large-course';

const dayMs = 86_400_000;
const rhythm = {
  unit: 'section',
  lessons: 1,
  begins: [],
  every: { by: 'weeks', count: 1, weekdays: [1] },
  at: '09:00',
  gap: 4,
  firstAtOnce: true,
  breaks: [],
} as const;
const sections = Array.from({ length: 12 }, (_, s) => ({
  id: `s${s}`,
  opens: s % 2 ? ({ when: 'after-start', amount: s * 7, unit: 'days', at: '09:00' } as const) : null,
  closes: null,
  lessons: Array.from({ length: 5 }, (_, l) => ({
    id: `${s}.${l}`,
    title: `${s}.${l}`,
    closes: null,
    needs: [],
    learnerMinutes: 10,
    opens: l % 2 ? ({ when: 'after-start', amount: l + s * 7, unit: 'days', at: null } as const) : null,
  })),
}));
const lessons = sections.flatMap((section) => section.lessons);
const begin = Temporal.Instant.from('2027-03-01T08:00Z');
const clock = (i: number) => ({ start: begin.add({ minutes: i * 77 }), zone: 'Europe/London' });

/**
 * Whether each of sixty lessons is open for each of many learners, beside the same in additions of days that know no
 * zone.
 */
export async function lessonStates(): Promise<void> {
  const now = begin.add({ hours: 24 * 30 }).epochMilliseconds;
  const clocks = Array.from({ length: 4000 }, (_, i) => clock(i));
  const states = perSecond(4000, (i) => {
    const opens = openings({ rhythm }, sections, clocks[i] ?? clock(i));
    let open = 0;
    for (const lesson of lessons) if (isOpenAt(opens.get(lesson.id), now)) open += 1;
    return open;
  });
  const plain = perSecond(4000, (i) => {
    const start = begin.epochMilliseconds + i * 77 * 60_000;
    const opens = new Map<string, { ms: number }>();
    for (const [s, section] of sections.entries()) {
      const bound = s % 2 ? start + s * 7 * dayMs : start + (s - 1) * 7 * dayMs;
      for (const lesson of section.lessons)
        opens.set(lesson.id, { ms: Math.max(bound, lesson.opens ? start + lesson.opens.amount * dayMs : bound) });
    }
    let open = 0;
    for (const lesson of lessons) if ((opens.get(lesson.id)?.ms ?? 0) <= now) open += 1;
    return open;
  });
  row({
    what: 'lesson states of learners, with their zones',
    value: states * lessons.length,
    unit: '/s',
    beside: { what: 'plain epoch arithmetic', value: plain * lessons.length },
    most: 4,
  });
}

/** A plan whose start lies as far away as one may, beside one that starts now. */
export async function farDates(): Promise<void> {
  const plan = (start: Temporal.Instant) => () => {
    const at = { start, zone: 'Europe/London' };
    return board(lessons, openings({ rhythm }, sections, at), at, { unit: 'weeks', first: 0, show: 26 });
  };
  row({
    what: 'release board that starts in 49 years',
    value: quantile(await times(300, plan(begin.add({ hours: 24 * 365 * 49 }))), 0.5),
    unit: 'ms',
    beside: { what: 'that starts now', value: quantile(await times(300, plan(begin)), 0.5) },
    most: 5,
  });
  const late = sections.map((section, s) =>
    s === 11
      ? { ...section, opens: { when: 'on-date', date: '2076-01-01', at: '09:00', zone: 'Europe/London' } as const }
      : section,
  );
  row({
    what: 'release board whose last lesson opens in 49 years',
    value: quantile(
      await times(300, () =>
        board(lessons, openings({ rhythm }, late, clock(0)), clock(0), { unit: 'weeks', first: 0, show: 26 }),
      ),
      0.5,
    ),
    unit: 'ms',
    beside: { what: 'with all within three months', value: quantile(await times(300, plan(begin)), 0.5) },
    most: 5,
  });
}

export async function gradeSheets(): Promise<void> {
  const items = Array.from({ length: 40 }, (_, i) => ({
    id: String(i),
    title: String(i),
    weight: 1 + (i % 7),
    of: 1000 * (3 + (i % 9)),
  }));
  const entries = new Map(
    items.map((item, i) => [item.id, { state: 'points' as const, points: rational(item.of * i, 41), of: item.of }]),
  );
  row({
    what: 'grade sheets of 40 items, exact, with the sum written',
    value: perSecond(2000, () => gradeSheet(items, entries, 'zero')),
    unit: '/s',
    beside: {
      what: 'the mean in floating point, unwritten',
      value: perSecond(
        200_000,
        () =>
          items.reduce((sum, item, i) => sum + item.weight * (i / 41), 0) /
          items.reduce((sum, item) => sum + item.weight, 0),
      ),
    },
    most: null,
  });
}

export async function certificates(): Promise<void> {
  const design = designFrom('river', 'a4-across', newId);
  const facts: Facts = {
    ...{ name: 'Maximiliana Featherstonehaugh-Cholmondeley', course: 'Stream Survey: reading a small river' },
    ...{ school: 'Wendwater River School', at: '2027-06-12T10:00:00Z', expires: null, zone: 'UTC', locale: 'en-GB' },
    grade: { percent: '91.0 %', scale: null },
    ...{ minutes: 400, outcomes: [], teacher: 'Ines Vallotto', own: {} },
    ...{ number: 'RIV-7K4Q-0182', checkAddress: `${config.address}/check/x` },
  };
  const lines = (face: unknown) =>
    new Promise((resolve) => {
      const document = new PDFDocument({ compress: true, ...(typeof face === 'string' && { font: face }) });
      document.on('data', () => {});
      document.on('end', resolve);
      for (let line = 0; line < 10; line += 1) document.text('A line in a face that every reader has.');
      document.end();
    });
  const ours = quantile(
    await times(40, (i) => certificatePdf([{ design, facts: { ...facts, name: `${facts.name} ${i}` } }], facts.at)),
    0.5,
  );
  const beside = { what: 'a PDF of ten lines, no face embedded', value: quantile(await times(40, lines), 0.5) };
  row({ what: 'a certificate set and drawn as a PDF', value: ours, unit: 'ms', beside, most: 40 });
  const bare = {
    what: 'the bare library, ten lines in one face',
    value: quantile(await times(40, () => lines(sansPath)), 0.5),
  };
  row({ what: '  beside', value: ours, unit: 'ms', beside: bare, most: 1 });
}

/** A course of a thousand lessons: what has to be looked at on every change. */
export async function largeOutline(): Promise<void> {
  const id = await transaction((tx) => writeLargeCourse(tx, 'measured', 1000, 60));
  const small = await transaction((tx) => writeLargeCourse(tx, 'measured-small', 60, 12));
  const [outline, sixty] = [await loadOutline(database(), id), await loadOutline(database(), small)];
  if (!outline || !sixty) throw new Error('The generated courses are not there.');
  const copy = (value: unknown) => JSON.parse(JSON.stringify(value));
  row({
    what: 'readiness of 1,000 lessons, all rules',
    value: quantile(await times(40, () => readiness(outline, new Map())), 0.5),
    unit: 'ms',
    beside: {
      what: 'the outline written as JSON and read',
      value: quantile(await times(40, () => copy(outline)), 0.5),
    },
    most: 4,
  });
  const document = composeDocument(sixty, new Map());
  const now = begin.add({ hours: 24 * 30 });
  row({
    what: 'a learner’s view of 60 lessons',
    value: quantile(await times(400, (i) => learnerView(document, clock(i), noRecords, now)), 0.5),
    unit: 'ms',
    beside: {
      what: 'the same lessons written as JSON and read',
      value: quantile(await times(100, () => copy(document)), 0.5),
    },
    most: 1,
  });
}

/** The grades of 5,000 learners and 60 items, exact, beside one pass over an array of floating numbers. */
export async function gradeSums(): Promise<void> {
  const [learners, columns] = [5000, 60];
  const items = Array.from({ length: columns }, (_, i) => ({
    ...{ id: `item-${i}`, title: String(i), weight: 1 + (i % 7), of: 1000 * (3 + (i % 9)) },
  }));
  const rows = Array.from({ length: learners }, (_, r) =>
    packed(
      items,
      new Map(
        items.map(({ id, of }, i): [string, GradeEntry] => {
          const points = rational(Math.floor((of * ((r * 7 + i * 13) % 100)) / 100));
          // One in eleven is not there, as in a class where somebody always is behind.
          if ((r + i) % 11 === 0) return [id, { state: 'missing', isDue: i % 2 === 0 }];
          return [id, { state: 'points', points, of }];
        }),
      ),
    ),
  );
  const shares = Float64Array.from(rows.flatMap(({ n, d }) => n.map((value, i) => value / (d[i] ?? 1))));
  const weights = Float64Array.from(items.map(({ weight }) => weight));
  const means = new Float64Array(learners);
  const pass = () => {
    for (let r = 0; r < learners; r += 1) {
      let [sum, all] = [0, 0];
      for (let i = 0; i < columns; i += 1) {
        const weight = weights[i] ?? 0;
        sum += weight * (shares[r * columns + i] ?? 0);
        all += weight;
      }
      means[r] = sum / all;
    }
  };
  const p50 = async (work: () => unknown) => quantile(await times(20, work), 0.5);
  const beside = { what: 'one pass over a typed array', value: await p50(pass) };
  const bound = { what: 'the bound', value: 300 };
  const inCategories = {
    ...usualScheme,
    categories: [
      { id: 'a', title: 'a', weight: null, keeps: { by: 'drop-lowest' as const, count: 1 } },
      { id: 'b', title: 'b', weight: 30, keeps: { by: 'all' as const } },
    ],
    placed: Object.fromEntries(items.map(({ id }, i) => [id, { categoryId: i % 2 ? 'a' : 'b', extra: false }])),
  };
  const [flat, nested] = [usualScheme, inCategories].map((scheme) => summing(items, 'zero', scheme));
  const value = await p50(() => rows.map((row) => flat?.(row)));
  row({ what: 'grades of 5,000 × 60, exact', value, unit: 'ms', beside, most: 10 });
  row({ what: 'the same in a trial', value, unit: 'ms', beside: bound, most: 1 });
  row({
    what: 'in two categories, the lowest left out',
    value: await p50(() => rows.map((row_) => nested?.(row_))),
    ...{ unit: 'ms' as const, beside: bound, most: 1 },
  });
}
