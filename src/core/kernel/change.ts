/**
 * A change is a value: which record, what it was, what it becomes. `before: null` means the record
 * is new, `after: null` that it is removed. Because a change can be applied and reversed, undo,
 * history and what the browser shows before the server has answered are all the same thing.
 */
export type Change = {
  readonly table: string;
  readonly id: string;
  readonly before: RecordValue | null;
  readonly after: RecordValue | null;
};
export type RecordValue = { readonly [field: string]: unknown };
export type Tables = { readonly [table: string]: { readonly [id: string]: RecordValue } };

/** The changes that take the given ones back, last first. */
export const reverse = (changes: readonly Change[]): Change[] =>
  [...changes].reverse().map(({ table, id, before, after }) => ({ table, id, before: after, after: before }));

/** The tables with the changes made. A patch holds only the fields that differ. */
export function apply<T extends Tables>(tables: T, changes: readonly Change[]): T {
  if (changes.length === 0) return tables;
  const next: Record<string, { readonly [id: string]: RecordValue }> = { ...tables };
  for (const table of new Set(changes.map((change) => change.table))) next[table] = { ...tables[table] };
  applyInPlace(next as T, changes);
  return next as T;
}

/** Makes the changes in tables that belong to the caller alone. */
export function applyInPlace(tables: Tables, changes: readonly Change[]): void {
  for (const { table, id, before, after } of changes) {
    const rows = tables[table] as Record<string, RecordValue> | undefined;
    if (!rows) throw new Error(`There is no table ${table}.`);
    if (after === null) delete rows[id];
    else rows[id] = before === null ? after : { ...rows[id], ...after };
  }
}

/**
 * Whether the records still are as the changes left them, so that taking them back destroys nobody
 * else's work. Compares only the fields a change touched.
 */
export function stillStands(tables: Tables, changes: readonly Change[]): boolean {
  const last = new Map<string, Change>();
  for (const change of changes) {
    const key = `${change.table}/${change.id}`;
    const earlier = last.get(key);
    last.set(
      key,
      earlier?.after && change.after ? { ...change, after: { ...earlier.after, ...change.after } } : change,
    );
  }
  return [...last.values()].every(({ table, id, after }) => {
    const now = tables[table]?.[id];
    if (after === null) return now === undefined;
    return now !== undefined && Object.keys(after).every((field) => same(now[field], after[field]));
  });
}

/** Equality of JSON values, whatever the order of their keys. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return (a ?? null) === (b ?? null);
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [x, y] = [a as RecordValue, b as RecordValue];
  return [...new Set([...Object.keys(x), ...Object.keys(y)])].every((key) => same(x[key], y[key]));
}

/** The patch from one record to another, or null when nothing differs. */
export function patch(table: string, id: string, now: RecordValue, wanted: RecordValue): Change | null {
  const fields = Object.keys(wanted).filter((field) => !same(now[field], wanted[field]));
  if (fields.length === 0) return null;
  const pick = (from: RecordValue) => Object.fromEntries(fields.map((field) => [field, from[field] ?? null]));
  return { table, id, before: pick(now), after: pick(wanted) };
}

/** A JSON value as text with its keys in order, so that equal values have equal texts. */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value ?? null);
  const fields = Object.entries(value).filter(([, inner]) => inner !== undefined && inner !== null);
  return `{${fields
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([key, inner]) => `${JSON.stringify(key)}:${canonical(inner)}`)
    .join(',')}}`;
}

/**
 * A short sum of a JSON value, to notice that it has changed. 64 bits from two mixed 32-bit sums: not
 * for secrets, and enough to tell two versions of one field apart.
 */
export function fingerprint(value: unknown): string {
  const text = canonical(value);
  let [a, b] = [0x9e3779b9, 0x85ebca6b];
  for (let i = 0; i < text.length; i += 1) {
    const unit = text.charCodeAt(i);
    a = Math.imul(a ^ unit, 0x01000193);
    b = Math.imul(b ^ unit, 0x5bd1e995) ^ (b >>> 15);
  }
  const hex = (sum: number) => (sum >>> 0).toString(16).padStart(8, '0');
  return hex(a ^ (b >>> 13)) + hex(b ^ (a >>> 16));
}
