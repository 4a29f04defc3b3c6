import type { Client } from '../db/pool.ts';
import { schemaName } from '../db/pool.ts';

/** A table as a copy takes it. */
export interface CopiedTable {
  readonly name: string;
  /** The order of its rows: by its primary key, so that two exports of the same rows are the same bytes. */
  readonly order: string;
  /** Columns that count themselves. */
  readonly counting: readonly string[];
  /** How much it takes on the disk, for telling how far a copy is. */
  readonly bytes: number;
}

/** What the schema itself keeps: it is made by its own steps, not copied. */
const notCopied = ['migration'];

/** All tables of the workshop, each behind those that it refers to. */
export async function copiedTables(client: Client): Promise<CopiedTable[]> {
  const { rows } = await client.query<Omit<CopiedTable, 'bytes'> & { bytes: string; refers: string[] }>(
    `select c.relname as name, pg_table_size(c.oid) as bytes,
       (select string_agg(quote_ident(a.attname), ', ' order by k.place)
        from pg_index i, unnest(i.indkey::smallint[]) with ordinality k(att, place)
        join pg_attribute a on a.attnum = k.att
        where i.indrelid = c.oid and i.indisprimary and a.attrelid = c.oid) as order,
       array(select a.attname::text from pg_attribute a
             where a.attrelid = c.oid and a.attidentity <> '') as counting,
       array(select r.relname::text from pg_constraint f join pg_class r on r.oid = f.confrelid
             where f.conrelid = c.oid and f.contype = 'f' and f.confrelid <> c.oid) as refers
     from pg_class c join pg_namespace n on n.oid = c.relnamespace
     where n.nspname = $1 and c.relkind = 'r' and c.relname <> all($2) order by c.relname`,
    [schemaName, notCopied],
  );
  const sorted: CopiedTable[] = [];
  const isPlaced = (name: string): boolean => sorted.some((table) => table.name === name);
  for (let waiting = rows; waiting.length > 0;) {
    const ready = waiting.filter(({ refers }) => refers.every(isPlaced));
    if (ready.length === 0)
      throw new Error(`tables refer to each other in a ring: ${waiting.map(({ name }) => name).join(', ')}`);
    for (const { refers: _refers, bytes, ...table } of ready) {
      if (!table.order) throw new Error(`table ${table.name} has no key to order its rows by`);
      sorted.push({ ...table, bytes: Number(bytes) });
    }
    waiting = waiting.filter((row) => !ready.includes(row));
  }
  return sorted;
}
