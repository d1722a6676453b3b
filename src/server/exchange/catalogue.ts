import { asc, eq } from 'drizzle-orm';
import { array, boolean, number, object, string } from 'yup';
import { type CatalogueRow, type CatalogueTable, catalogueColumns, operators } from '@/core/exchange';
import { idSchema } from '@/core/kernel/ids';
import { line } from '@/core/kernel/line';
import { fail, ok } from '@/core/kernel/problem';
import { courseOf, learnerMinutes, lessonsBySection, readiness, releasedSections, sectionsOf } from '@/core/outline';
import { can } from '@/core/people';
import { openingTexts } from '@/core/release';
import { mediaOfCourse } from '../media';
import { coursesFor, loadStructure } from '../outline';
import type { Person } from '../people';
import { command } from '../platform/command';
import type { Database } from '../platform/database';
import { type CatalogueLook, catalogueView } from './schema';

export type Catalogue = {
  readonly courses: readonly { readonly id: string; readonly title: string; readonly slug: string }[];
  readonly sections: readonly { readonly id: string; readonly courseId: string; readonly title: string }[];
  readonly rows: Record<CatalogueTable, readonly CatalogueRow[]>;
};

/** Every course a person may change, and every lesson of them, as rows. */
export async function catalogueFor(db: Database, person: Person): Promise<Catalogue> {
  const courses = (await coursesFor(db, person)).filter((one) => can(person, 'course.edit', { courseId: one.id }));
  const rows: { lesson: CatalogueRow[]; course: CatalogueRow[] } = { lesson: [], course: [] };
  const allSections: { id: string; courseId: string; title: string }[] = [];
  for (const facts of courses) {
    const [outline, media] = await Promise.all([loadStructure(db, facts.id), mediaOfCourse(db, facts.id)]);
    if (!outline) continue;
    const own = courseOf(outline);
    const lessons = lessonsBySection(outline);
    const sections = sectionsOf(outline);
    allSections.push(...sections.map(({ id, title }) => ({ id, courseId: own.id, title })));
    const opens = openingTexts(own, releasedSections(outline));
    const questions = new Map<string, number>();
    for (const { lessonId } of Object.values(outline.question)) questions.set(lessonId, (questions.get(lessonId) ?? 0) + 1);
    const notes = new Map<string, { settle: number; look: number }>();
    const findings = readiness(outline, media);
    for (const { place, level } of findings) {
      const note = notes.get(place.id) ?? { settle: 0, look: 0 };
      note[level] += 1;
      notes.set(place.id, note);
    }
    let minutes = 0;
    for (const [s, section] of sections.entries()) {
      for (const [l, lesson] of (lessons.get(section.id) ?? []).entries()) {
        const count = questions.get(lesson.id) ?? 0;
        const worked = learnerMinutes(lesson, (lesson.mediaId && media.get(lesson.mediaId)) || null, count);
        minutes += worked;
        rows.lesson.push({
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
            questions: count,
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
    rows.course.push({
      id: own.id,
      courseId: own.id,
      cells: {
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
      },
    });
  }
  return { courses: courses.map(({ id, title, slug }) => ({ id, title, slug })), sections: allSections, rows };
}

export type SavedView = { readonly id: string; readonly name: string; readonly about: CatalogueTable; readonly look: CatalogueLook };

export const viewsOf = (db: Database, ownerId: string): Promise<SavedView[]> =>
  db
    .select({ id: catalogueView.id, name: catalogueView.name, about: catalogueView.about, look: catalogueView.look })
    .from(catalogueView)
    .where(eq(catalogueView.ownerId, ownerId))
    .orderBy(asc(catalogueView.name));

const lookSchema = object({
  columns: array()
    .of(object({ key: string().max(40).required(), width: number().min(40).max(2000).required() }).noUnknown())
    .min(1, 'Choose at least one column.')
    .max(60)
    .required(),
  filter: object({
    join: string().oneOf(['and', 'or']).required(),
    conditions: array()
      .of(object({ column: string().max(40).required(), operator: string().oneOf(operators).required(), words: string().max(400).defined() }).noUnknown())
      .max(30, 'At most 30 conditions.')
      .required(),
  }).noUnknown(),
  sort: object({ column: string().max(40).required(), down: boolean().required() })
    .noUnknown()
    .nullable()
    .defined(),
}).noUnknown();

const tables = Object.keys(catalogueColumns) as CatalogueTable[];

export const saveView = command({
  name: 'catalogue.save-view',
  input: object({
    id: idSchema,
    name: line(80, 'Keep the name under 80 characters.', 'Give the view a name.'),
    about: string().oneOf(tables).required(),
    look: lookSchema.required(),
  }).noUnknown(),
  permission: ({ actor }) => can(actor, 'course.create') || Object.values(actor.courses).includes('creator'),
  async handle({ tx, actor }, { id, name, about, look }) {
    const [there] = await tx.db.select({ ownerId: catalogueView.ownerId }).from(catalogueView).where(eq(catalogueView.id, id));
    if (there && there.ownerId !== actor.id) return fail('not-allowed', 'This view belongs to somebody else.');
    const row = { name: name.trim(), about, look: look as CatalogueLook };
    await tx.db
      .insert(catalogueView)
      .values({ id, ownerId: actor.id, ...row })
      .onConflictDoUpdate({ target: catalogueView.id, set: row });
    return ok({ id });
  },
});

export const removeView = command({
  name: 'catalogue.remove-view',
  input: object({ id: idSchema }).noUnknown(),
  permission: async ({ actor, tx }, { id }) => {
    const [row] = await tx.db.select({ ownerId: catalogueView.ownerId }).from(catalogueView).where(eq(catalogueView.id, id));
    return row === undefined || row.ownerId === actor.id;
  },
  async handle({ tx }, { id }) {
    await tx.db.delete(catalogueView).where(eq(catalogueView.id, id));
    return ok({ id });
  },
});

export const exchangeCommands = { [saveView.name]: saveView, [removeView.name]: removeView };
