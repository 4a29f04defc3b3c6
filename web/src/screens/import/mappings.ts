import { csvFields, type CsvField, type CsvMapping } from '@bemtor/core';

/* Which columns held what in tables that came in before, by their headers: the next of the same kind is read at once. */

const key = 'bemtor.csv-mappings';
const most = 20;
type Remembered = Record<string, CsvMapping>;

const signature = (columns: readonly string[]): string => JSON.stringify(columns);
const isField = (name: string): name is CsvField => csvFields.some((field) => field === name);

function all(): Remembered {
  try {
    return (JSON.parse(localStorage.getItem(key) ?? '{}') ?? {}) as Remembered;
  } catch {
    return {};
  }
}

/** What was said of a table with these columns; undefined where none came before. */
export function rememberedMapping(columns: readonly string[]): CsvMapping | undefined {
  const before = all()[signature(columns)];
  if (!before) return undefined;
  const fits = Object.entries(before).filter(
    ([field, column]) => isField(field) && column !== undefined && columns.includes(column),
  );
  return Object.fromEntries(fits);
}

export function rememberMapping(columns: readonly string[], mapping: CsvMapping): void {
  const others = Object.entries(all()).filter(([known]) => known !== signature(columns));
  const kept = [...others, [signature(columns), mapping] as const].slice(-most);
  try {
    localStorage.setItem(key, JSON.stringify(Object.fromEntries(kept)));
  } catch {
    // A private window or a full device: it is asked for again.
  }
}
