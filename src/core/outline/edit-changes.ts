import { type Change, patch, type RecordValue } from '../kernel/change';
import { fail } from '../kernel/problem';
import type { Ordered } from './keys';
import type { Outline, OutlineTable } from './types';

const tableNames: Record<OutlineTable, string> = {
  course: 'course',
  section: 'section',
  lesson: 'lesson',
  question: 'question',
  outcome: 'outcome',
  text: 'lesson',
};
/** The problem of something that was looked for and is not in the outline. */
export const gone = (what: OutlineTable) =>
  fail('not-found', `This ${tableNames[what]} is not there any more. Somebody may have removed it.`);

/** A new record, as changes. */
export const added = (table: OutlineTable, record: Ordered): Change[] => [
  { table, id: record.id, before: null, after: record as unknown as RecordValue },
];
/** A record that goes, with all of it, so that it can come back. */
export const removed = (table: OutlineTable, record: Ordered): Change => ({
  table,
  id: record.id,
  before: record as unknown as RecordValue,
  after: null,
});
/** The fields of a record that differ from what is wanted; none when nothing does. */
export const set = (table: OutlineTable, record: { readonly id: string }, wanted: RecordValue): Change[] => {
  const change = patch(table, record.id, record as unknown as RecordValue, wanted);
  return change ? [change] : [];
};

/** The lessons of a section, in no order. */
export const lessonsIn = (outline: Outline, sectionId: string) =>
  Object.values(outline.lesson).filter((lesson) => lesson.sectionId === sectionId);

/** The problem of an id that two new records would share. */
export const twice = fail('conflict', 'This id is in use already. Try again.');
