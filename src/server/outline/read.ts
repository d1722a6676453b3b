import { LRUCache } from 'lru-cache';
import { fieldFault, knownPart, type LessonText, type Outline, type OutlineTable, textFault } from '@/core/outline';

/** A stored row; its columns of JSON hold whatever has been written there. */
type Stored = { readonly id: string; readonly [column: string]: unknown };

/** What has been found right before, by its place and its content: courses are read far more often than changed. */
const right = new LRUCache<string, true>({
  max: 50_000,
  maxSize: 16_000_000,
  sizeCalculation: (_true, key) => key.length,
});

/** A text from its row. Of one that was kept before texts were measured, the part that is known. */
export const readText = ({ id, content }: LessonText): LessonText => ({
  id,
  content: content && textFault(content) !== null ? (knownPart(content)[0] ?? null) : content,
});

/**
 * A record of the working copy from its row: every column of JSON is measured by what the field may hold, a body by
 * the kind of its question. What does not fit is not shown as if it were something else: it throws, and says where.
 */
export function readRecord<T extends Exclude<OutlineTable, 'text'>>(table: T, row: Stored): Outline[T][string] {
  for (const [field, value] of Object.entries(row)) {
    if (typeof value !== 'object' || value === null) continue;
    const content = JSON.stringify(value);
    const key = `${table}.${field}${field === 'body' ? `.${row.kind}` : ''}:${content}`;
    if (right.has(key)) continue;
    const fault = fieldFault(table, field, value, row);
    if (fault) throw new Error(`The ${field} of ${table} ${row.id} cannot be read: ${fault}`);
    right.set(key, true);
  }
  return row as Outline[T][string];
}
