import type { OutlineEdit, SectionDraft } from '../outline';
import type { BulkPlan } from './bulk';
import type { CatalogueTable } from './columns';

type SimpleEdit = Exclude<OutlineEdit, { readonly do: 'all' }>;
export type CourseEdit = { readonly courseId: string; readonly edit: OutlineEdit };
/** A section of a course, as new lessons name it. */
export type SectionName = { readonly id: string; readonly courseId: string; readonly title: string };

/**
 * A plan as the edits that do it, course by course. Fields of one row are set together; new lessons go to the end of
 * their section.
 */
export function editsOf(
  table: CatalogueTable,
  { changes, added }: Pick<BulkPlan, 'changes' | 'added'>,
  known: readonly SectionName[],
  id: () => string,
): CourseEdit[] {
  const courses = new Map<string, SimpleEdit[]>();
  const add = (courseId: string, edit: SimpleEdit) => {
    const own = courses.get(courseId) ?? [];
    own.push(edit);
    courses.set(courseId, own);
  };
  const fields = new Map<string, { courseId: string; id: string; fields: { [field: string]: unknown } }>();
  for (const { row, column, value } of changes) {
    if (!column.field) continue;
    const own = fields.get(row.id) ?? { courseId: row.courseId, id: row.id, fields: {} };
    own.fields[column.field] = value;
    fields.set(row.id, own);
  }
  for (const one of fields.values()) add(one.courseId, { do: 'set', table, id: one.id, fields: one.fields });

  const sections = new Map<
    string,
    {
      readonly id: string;
      readonly title: string;
      readonly courseId: string;
      readonly lessons: SectionDraft['lessons'][number][];
    }
  >();
  for (const lesson of added) {
    const key = `${lesson.courseId}/${lesson.section}`;
    const { kind, ...rest } = lesson.fields;
    const own = sections.get(key) ?? { id: id(), title: lesson.section, courseId: lesson.courseId, lessons: [] };
    own.lessons.push({
      id: id(),
      title: lesson.title,
      kind: (kind ?? 'reading') as 'reading',
      fields: { state: 'planned', ...rest },
    });
    sections.set(key, own);
  }
  for (const { courseId, ...section } of sections.values()) {
    const there = known.find((one) => one.courseId === courseId && one.title === section.title);
    add(
      courseId,
      there
        ? { do: 'put', into: there.id, after: null, lessons: section.lessons, afterSection: null, sections: [] }
        : { do: 'put', into: null, after: null, lessons: [], afterSection: null, sections: [section] },
    );
  }
  return [...courses].flatMap(([courseId, edits]) => {
    const [only] = edits;
    return only ? [{ courseId, edit: edits.length === 1 ? only : { do: 'all' as const, edits } }] : [];
  });
}
