import { LRUCache } from 'lru-cache';
import type { CatalogueRow, CatalogueTable } from '@/core/exchange';
import { usualNames } from '@/core/kernel/locale';
import {
  courseOf,
  learnerMinutes,
  lessonsBySection,
  noPaper,
  papersOf,
  readiness,
  releasedSections,
  sectionsOf,
} from '@/core/outline';
import { can } from '@/core/people';
import { openingTexts } from '@/core/release';
import { mediaOfCourse, mediaSums } from '../media';
import { coursesFor, loadStructure } from '../outline';
import type { Person } from '../people';
import type { Database } from '../platform/database';
import { speakTo } from '../platform/spoken-to';

/** What the shelf says of a course, and of the state its rows are worked out from. */
type Facts = Awaited<ReturnType<typeof coursesFor>>[number];
export type CourseRows = Readonly<Record<CatalogueTable, readonly CatalogueRow[]>>;

const byTitle = new Intl.Collator('en', { numeric: true, sensitivity: 'base' }).compare;

/** The courses whose rows a person may see and change, by their titles, so that a change moves no row. */
export const coursesInCatalogue = async (db: Database, person: Person): Promise<Facts[]> =>
  (await coursesFor(db, person))
    .filter((one) => can(person, 'course.edit', { courseId: one.id }))
    .sort((a, b) => byTitle(a.title, b.title) || (a.id < b.id ? -1 : 1));

/** Rows of the courses looked at last, and what they were worked out from: so many rows at most. */
const known = new LRUCache<string, { readonly state: string; readonly rows: CourseRows }>({
  maxSize: 30_000,
  sizeCalculation: ({ rows }) => rows.lesson.length + 1,
});

/** The rows of courses, one course after the other in their order. Worked out anew only for what has changed since. */
export async function rowsOf(db: Database, courses: readonly Facts[]): Promise<CourseRows[]> {
  const states = await mediaSums(
    db,
    courses.map(({ id }) => id),
  );
  const all: CourseRows[] = [];
  for (const facts of courses) {
    const state = JSON.stringify([
      facts.changedAt,
      facts.revision,
      facts.liveEdition,
      facts.learners,
      states.get(facts.id) ?? null,
    ]);
    const before = known.get(facts.id);
    // What is kept for everybody, filtered, shared and exported, says the same to all of them.
    const rows = before?.state === state ? before.rows : await speakTo(usualNames, () => workedOut(db, facts));
    known.set(facts.id, { state, rows });
    all.push(rows);
  }
  return all;
}

async function workedOut(db: Database, facts: Facts): Promise<CourseRows> {
  const [outline, files] = await Promise.all([loadStructure(db, facts.id), mediaOfCourse(db, facts.id)]);
  if (!outline) return { lesson: [], course: [] };
  const own = courseOf(outline);
  const lessons = lessonsBySection(outline);
  const opens = openingTexts(own, releasedSections(outline));
  const papers = papersOf(outline);
  const notes = new Map<string, { settle: number; look: number }>();
  const findings = readiness(outline, files);
  for (const { place, level } of findings) {
    const note = notes.get(place.id) ?? { settle: 0, look: 0 };
    note[level] += 1;
    notes.set(place.id, note);
  }
  const rows: CatalogueRow[] = [];
  let minutes = 0;
  for (const [s, section] of sectionsOf(outline).entries()) {
    for (const [l, lesson] of (lessons.get(section.id) ?? []).entries()) {
      const paper = papers.get(lesson.id) ?? noPaper;
      const worked = learnerMinutes(lesson, (lesson.mediaId && files.get(lesson.mediaId)) || null, paper);
      minutes += worked;
      rows.push({
        id: lesson.id,
        courseId: own.id,
        cells: {
          id: lesson.id,
          course: own.title,
          section: section.title,
          number: `${s + 1}.${l + 1}`,
          title: lesson.title,
          kind: lesson.kind,
          state: lesson.state,
          required: lesson.required,
          learnerMinutes: worked,
          minutes: lesson.minutes,
          weight: lesson.weight,
          words: lesson.written.words,
          questions: paper.count,
          settle: notes.get(lesson.id)?.settle ?? 0,
          look: notes.get(lesson.id)?.look ?? 0,
          opens: opens.get(lesson.id) ?? '',
          mediums: lesson.mediums.join(', '),
          asks: lesson.asks,
          teaser: lesson.teaser,
          note: lesson.note,
        },
      });
    }
  }
  const { title, slug, description, audience, promise, notAbout, zone, weekLimit } = own;
  const cells = {
    id: own.id,
    title,
    slug,
    edition: facts.liveEdition,
    sections: facts.sections,
    lessons: facts.lessons,
    minutes,
    learners: facts.learners,
    settle: findings.filter((finding) => finding.level === 'settle').length,
    description,
    audience,
    promise,
    notAbout,
    zone,
    weekLimit,
  };
  return { lesson: rows, course: [{ id: own.id, courseId: own.id, cells }] };
}
