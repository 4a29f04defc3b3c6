import {
  foldNumber,
  type PartHit,
  type Sequence,
  type ShopEventOf,
  type Sighting,
  type Stock,
  type Want,
} from '@bemtor/core';
import { ProblemError } from '../errors.ts';
import { type Asking, inTransaction, type Client, type Database } from './pool.ts';

/** Adds what a published revision says of numbers; saying it twice changes nothing. */
export async function sightRevision(client: Asking, document: Sequence, revision: number): Promise<void> {
  for (const part of document.parts)
    for (const { number, role, when } of part.numbers)
      await client.query(insertSighting, [
        number,
        foldNumber(number),
        role,
        part.id,
        part.name,
        part.kind,
        document.model.code,
        when ? JSON.stringify({ ...part.when, ...when }) : part.when ? JSON.stringify(part.when) : null,
        'revision',
        String(revision),
      ]);
}

/** A revision that was taken back says nothing of numbers. */
export async function forgetRevision(client: Client, model: string, revision: number): Promise<void> {
  await client.query(
    "delete from part_sighting where model_code = $1 and source = 'revision' and witness = $2",
    [model, String(revision)],
  );
}

const insertSighting = `
  insert into part_sighting (number, folded, role, part, part_name, kind, model_code, "when", source, witness)
  values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) on conflict do nothing`;

/** Numbers read off parts that jobs fitted, of one job or of all. */
export async function sightJobs(client: Asking, jobId: string | null = null): Promise<void> {
  const { rows } = await client.query<{
    part: string;
    number: string;
    model: string;
    label: string;
    name: string;
    kind: string;
  }>(
    `select e.body ->> 'part' as part, e.body ->> 'number' as number, j.model_code as model, u.label,
            p ->> 'name' as name, p ->> 'kind' as kind
     from event e join job j on j.id = e.job_id join unit u on u.id = j.unit_id
     join revision r on r.model_code = j.model_code and r.number = j.revision
     cross join lateral jsonb_array_elements(r.document -> 'parts') p
     where e.kind = 'swapped' and e.body ->> 'number' is not null and p ->> 'id' = e.body ->> 'part'
       and ($1::uuid is null or j.id = $1)`,
    [jobId],
  );
  for (const { part, number, model, label, name, kind } of rows)
    await client.query(insertSighting, [
      number,
      foldNumber(number),
      'fitted',
      part,
      name,
      kind,
      model,
      null,
      'job',
      label,
    ]);
}

/** Forgets and sees again all numbers of revisions and jobs. */
export async function rebuildSightings(client: Client): Promise<void> {
  await client.query('delete from part_sighting');
  const { rows } = await client.query<{ number: number; document: Sequence }>(
    'select number, document from revision where not withdrawn order by model_code, number',
  );
  for (const { number, document } of rows) await sightRevision(client, document, number);
  await sightJobs(client);
}

/** A database from before the catalogue: it is built once, from what is there. */
export async function catchUpSightings(database: Database): Promise<void> {
  const { rows } = await database.query<{ behind: boolean }>(
    'select not exists (select 1 from part_sighting) and exists (select 1 from revision) as behind',
  );
  if (rows[0]?.behind) await inTransaction(database, rebuildSightings);
}

const searchSql = `
  with near as (
    (select folded, 1.0::real as score from part_sighting where folded = $1 limit 200)
    union all
    (select folded, 0.95::real from part_sighting where folded like $2 and folded <> $1 order by folded limit 60)
    union all
    (select folded, similarity(folded, $1) * 0.9 from part_sighting
     where folded % $1 and folded <> $1 order by similarity(folded, $1) desc limit 60)
  ), best as (
    select folded, max(score) as score from near group by folded order by 2 desc, 1 limit 30
  )
  select s.number, s.folded, b.score, s.role, s.part_name as "partName", s.model_code as model, m.name as "modelName"
  from best b join part_sighting s using (folded) join model m on m.code = s.model_code
  order by b.score desc, s.folded, s.number, m.name
  limit 400`;

/** Numbers by any spelling: the same, then those that begin so, then those that are alike. */
export async function searchParts(database: Database, text: string): Promise<PartHit[]> {
  const folded = foldNumber(text);
  if (folded === '') return [];
  const { rows } = await database.query<{
    number: string;
    folded: string;
    score: number;
    role: string;
    partName: string;
    model: string;
    modelName: string;
  }>(searchSql, [folded, `${folded}%`]);
  const hits = new Map<string, PartHit>();
  for (const { number, folded: key, score, partName, modelName } of rows) {
    const known = hits.get(key) ?? { number, score, parts: [], models: [] };
    hits.set(key, {
      ...known,
      parts: [...new Set([...known.parts, partName])],
      models: [...new Set([...known.models, modelName])],
    });
  }
  return [...hits.values()];
}

/** Every sighting of a number, and of the parts that it was seen on. */
export async function sightingsAround(database: Database, number: string): Promise<Sighting[]> {
  const { rows } = await database.query<Sighting>(
    `select s.number, s.role, s.part, s.part_name as "partName", s.kind, s.model_code as model, m.name as "modelName",
            s."when", s.source, s.witness
     from part_sighting s join model m on m.code = s.model_code
     where s.folded = $1 or s.part in (select part from part_sighting where folded = $1)
       and (s.model_code in (select model_code from part_sighting where folded = $1))
     order by s.model_code, s.part, s.number, s.witness
     limit 2000`,
    [foldNumber(number)],
  );
  return rows;
}

/** Parts by their place, for a shelf label or a shopping line: what is on hand, ordered and reserved. */
export async function stockOf(database: Database, number: string): Promise<Stock> {
  const { rows } = await database.query<Stock>(
    `select $2 as number, coalesce((select on_hand from stock where folded = $1), 0) as "onHand",
            coalesce((select ordered from stock where folded = $1), 0) as ordered,
            coalesce((select sum(quantity) from want where folded = $1 and state in ('wanted', 'ordered') and unit_id is not null), 0)::int as reserved`,
    [foldNumber(number), number],
  );
  return rows[0] ?? { number, onHand: 0, ordered: 0, reserved: 0 };
}

/** What was counted on the shelf; a count that was made later stands, whichever is told first. */
export async function countStock(
  client: Client,
  { number, onHand, ordered }: ShopEventOf<'stock-counted'>,
  at: string,
): Promise<void> {
  await client.query(
    `insert into stock as s (folded, number, on_hand, ordered, changed_at) values ($1, $2, $3, $4, $5)
     on conflict (folded) do update set on_hand = $3, ordered = $4, changed_at = $5 where s.changed_at <= $5`,
    [foldNumber(number), number, onHand, ordered, at],
  );
}

export async function addWant(
  client: Client,
  { id, number, partName, unitId, quantity }: ShopEventOf<'want-added'>,
  at: string,
): Promise<void> {
  if (unitId) {
    const known = await client.query('select 1 from unit where id = $1', [unitId]);
    if (known.rowCount === 0) throw new ProblemError('unit-unknown', unitId, { where: 'unitId' });
  }
  await client.query(
    `insert into want (id, number, folded, part_name, unit_id, quantity, made_at) values ($1, $2, $3, $4, $5, $6, $7)
     on conflict (id) do nothing`,
    [id, number, foldNumber(number), partName, unitId, quantity, at],
  );
}

export async function changeWant(client: Client, { want, state }: ShopEventOf<'want-told'>): Promise<void> {
  const { rowCount } = await client.query('update want set state = $2 where id = $1', [want, state]);
  if (rowCount === 0) throw new ProblemError('want-unknown', want);
}

/** What is still wanted or on its way, by number. */
export async function listWants(database: Database): Promise<Want[]> {
  const { rows } = await database.query<Omit<Want, 'madeAt'> & { madeAt: Date }>(
    `select w.id, w.number, w.part_name as "partName", w.unit_id as "unitId", u.label as "unitLabel", w.quantity, w.state,
            w.made_at as "madeAt"
     from want w left join unit u on u.id = w.unit_id
     where w.state in ('wanted', 'ordered') order by w.folded, w.made_at`,
  );
  return rows.map((row) => ({ ...row, madeAt: row.madeAt.toISOString() }));
}
