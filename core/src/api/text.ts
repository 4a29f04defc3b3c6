/*
 * Text that a database cannot keep: NUL, and halves of a surrogate pair that stand alone. They come by paste or out
 * of a broken caption file; one of them must not hold up all that is written after it.
 */
const nul = String.fromCharCode(0);
const unkept = new RegExp(
  `${nul}|[\\ud800-\\udbff](?![\\udc00-\\udfff])|(?<![\\ud800-\\udbff])[\\udc00-\\udfff]`,
  'g',
);

/** A value with every text in it as it can be kept: what cannot is left out. O(size). */
export function keepable<T>(value: T): T {
  if (typeof value === 'string') return value.replace(unkept, '') as T;
  if (Array.isArray(value)) return value.map((item: unknown) => keepable(item)) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, item]) => [key, keepable(item as unknown)]),
  ) as T;
}

/** Where in a value there is a text that cannot be kept, as a path; null where all can. */
export function unkeepable(value: unknown, path = ''): string | null {
  if (typeof value === 'string') return value.search(unkept) === -1 ? null : path || 'text';
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, item] of Object.entries(value)) {
    const found = unkeepable(item, path ? `${path}.${key}` : key);
    if (found) return found;
  }
  return null;
}
