import { csvFields, type CsvMapping } from '@bemtor/core';
import { z } from 'zod';
import { keptHere } from '../../composables/keptHere.ts';

/* Which columns held what in tables that came in before, by their headers: the next of the same kind is read at once. */

const remembered = keptHere(
  'bemtor.csv-mappings',
  z.record(z.string(), z.partialRecord(z.enum(csvFields), z.string())),
);
const most = 20;

const signature = (columns: readonly string[]): string => JSON.stringify(columns);

/** What was said of a table with these columns; undefined where none came before. */
export function rememberedMapping(columns: readonly string[]): CsvMapping | undefined {
  const before = remembered.read()?.[signature(columns)];
  if (!before) return undefined;
  return Object.fromEntries(
    Object.entries(before).filter(([, column]) => column !== undefined && columns.includes(column)),
  );
}

export function rememberMapping(columns: readonly string[], mapping: CsvMapping): void {
  const others = Object.entries(remembered.read() ?? {}).filter(([known]) => known !== signature(columns));
  const kept = [...others, [signature(columns), mapping] as const].slice(-most);
  remembered.write(Object.fromEntries(kept));
}
