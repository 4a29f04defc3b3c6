/** The same value whatever the order of keys: a database need not give an object back as it was written. */
export const sameDocument = (a: unknown, b: unknown): boolean => ordered(a) === ordered(b);

const ordered = (value: unknown): string =>
  JSON.stringify(value, (_key, inner: unknown) =>
    inner !== null && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([x], [y]) => (x < y ? -1 : 1)))
      : inner,
  ) ?? 'undefined';
