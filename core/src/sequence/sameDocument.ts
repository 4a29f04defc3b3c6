/** The same value whatever the order of keys: a database need not give an object back as it was written. */
export function sameDocument(a: unknown, b: unknown): boolean {
  const [written, other] = [JSON.stringify(a), JSON.stringify(b)];
  if (written === other) return true;
  // The order of keys changes no length.
  return written?.length === other?.length && ordered(a) === ordered(b);
}

const ordered = (value: unknown): string =>
  JSON.stringify(value, (_key, inner: unknown) =>
    inner !== null && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([x], [y]) => (x < y ? -1 : 1)))
      : inner,
  ) ?? 'undefined';
