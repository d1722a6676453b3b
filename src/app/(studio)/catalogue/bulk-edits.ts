import type { BulkPlan, CatalogueTable } from '@/core/exchange';
import type { OutlineEdit, SectionDraft } from '@/core/outline';
import type { Catalogue } from '@/server/exchange';

type SimpleEdit = Exclude<OutlineEdit, { readonly do: 'all' }>;

/** A plan as the edits that do it, course by course. Fields of one row are set together; new lessons go to the end of their section. */
export function editsOf(table: CatalogueTable, plan: BulkPlan, catalogue: Catalogue, id: () => string): { courseId: string; edit: OutlineEdit }[] {
  const courses = new Map<string, SimpleEdit[]>();
  const add = (courseId: string, edit: SimpleEdit) => courses.set(courseId, [...(courses.get(courseId) ?? []), edit]);
  const fields = new Map<string, { courseId: string; id: string; fields: { [field: string]: unknown } }>();
  for (const { row, column, value } of plan.changes) {
    if (!column.field) continue;
    const own = fields.get(row.id) ?? { courseId: row.courseId, id: row.id, fields: {} };
    own.fields[column.field] = value;
    fields.set(row.id, own);
  }
  for (const one of fields.values()) add(one.courseId, { do: 'set', table, id: one.id, fields: one.fields });

  const sections = new Map<string, SectionDraft & { courseId: string }>();
  for (const lesson of plan.added) {
    const key = `${lesson.courseId}/${lesson.section}`;
    const { kind, ...rest } = lesson.fields;
    const draft = { id: id(), title: lesson.title, kind: (kind ?? 'reading') as 'reading', fields: { state: 'planned', ...rest } };
    const own = sections.get(key) ?? { id: id(), title: lesson.section, courseId: lesson.courseId, lessons: [] };
    sections.set(key, { ...own, lessons: [...own.lessons, draft] });
  }
  for (const { courseId, ...section } of sections.values()) {
    const there = catalogue.sections.find((one) => one.courseId === courseId && one.title === section.title);
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
