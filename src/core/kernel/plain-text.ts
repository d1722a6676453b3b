const keepable = (text: string): string => text.replaceAll('\u0000', '').replace(/\p{Surrogate}/gu, '\ufffd');

/**
 * A JSON value with the characters taken out that no text can hold: U+0000, which PostgreSQL refuses, is
 * left out; half of a surrogate pair becomes U+FFFD (Unicode 16, section 3.9). Such characters come from
 * damaged files and clipboards, never from a keyboard. The same value comes back where nothing is wrong.
 */
export function keepableJson<T>(value: T): T {
  if (typeof value === 'string') return keepable(value) as T;
  if (Array.isArray(value)) {
    const cleaned = value.map(keepableJson);
    return cleaned.some((one, i) => one !== value[i]) ? (cleaned as T) : value;
  }
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value);
  const cleaned = entries.map(([key, inner]) => [keepable(key), keepableJson(inner)] as const);
  return cleaned.some(([key, inner], i) => key !== entries[i]?.[0] || inner !== entries[i]?.[1])
    ? (Object.fromEntries(cleaned) as T)
    : value;
}
