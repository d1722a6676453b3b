import { inArray, isNull, or } from 'drizzle-orm';
import { type OccasionName, occasionNames, occasionOf, type Template } from '@/core/message';
import type { Database } from '../platform/database';
import { messageText } from './schema';

/** The text of an occasion as it holds somewhere, and where it was written. */
export type Text = Template & { readonly isOn: boolean; readonly from: 'course' | 'school' | 'usual' };

const usualText = (occasion: OccasionName): Text => ({ ...occasionOf(occasion).usual, isOn: true, from: 'usual' });

/** The texts of some courses: a course's own before the school's, the school's before the usual. */
export async function textsFor(
  db: Database,
  courseIds: readonly string[],
): Promise<(courseId: string | null, occasion: OccasionName) => Text> {
  const rows = await db
    .select()
    .from(messageText)
    .where(or(isNull(messageText.courseId), inArray(messageText.courseId, [...courseIds])));
  const found = new Map(rows.map((row) => [`${row.courseId ?? ''}/${row.occasion}`, row]));
  const own = (place: string, occasion: OccasionName, from: Text['from']): Text | null => {
    const row = found.get(`${place}/${occasion}`);
    return row ? { subject: row.subject, body: row.body, isOn: row.isOn, from } : null;
  };
  return (courseId, occasion) =>
    (courseId === null ? null : own(courseId, occasion, 'course')) ??
    own('', occasion, 'school') ??
    usualText(occasion);
}

/** All texts of a course, or of the school. */
export async function textsOf(db: Database, courseId: string | null): Promise<{ readonly [O in OccasionName]: Text }> {
  const texts = await textsFor(db, courseId === null ? [] : [courseId]);
  return Object.fromEntries(occasionNames.map((name) => [name, texts(courseId, name)])) as {
    [O in OccasionName]: Text;
  };
}
