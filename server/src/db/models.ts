import { sequenceFormat, type Model, type ModelSummary, type Option, type Sequence } from '@bemtor/core';
import { ProblemError } from '../errors.ts';
import { sightRevision } from './parts.ts';
import { inTransaction, type Client, type Database } from './pool.ts';

export interface Revision {
  readonly number: number;
  readonly document: Sequence;
  readonly note: string;
  readonly publishedAt: string;
}

export async function addModel(client: Client, model: Model, options: readonly Option[]): Promise<void> {
  await client.query(
    'insert into model (code, maker, name, form, outline_mm, options) values ($1, $2, $3, $4, $5, $6)',
    [
      model.code,
      model.maker,
      model.name,
      model.form,
      JSON.stringify(model.outlineMm ?? null),
      JSON.stringify(options),
    ],
  );
}

/** Opens a model that nobody has recorded yet; the same code with another name is refused. */
export async function openModel(
  database: Database,
  { code, maker, name, form }: Omit<Model, 'outlineMm'>,
): Promise<void> {
  await database.query(
    'insert into model (code, maker, name, form) values ($1, $2, $3, $4) on conflict (code) do nothing',
    [code, maker, name, form],
  );
  const { model } = await getModel(database, code);
  if (model.maker !== maker || model.name !== name || model.form !== form)
    throw new ProblemError('id-taken', `${code} is the ${model.maker} ${model.name}`, { where: 'code' });
}

export async function listModels(database: Database): Promise<ModelSummary[]> {
  const { rows } = await database.query<ModelSummary>(
    `select code, maker, name, form, (select max(number) from revision where model_code = code) as revision
     from model order by maker, name, code`,
  );
  return rows;
}

export async function getModel(
  database: Database,
  code: string,
): Promise<{ model: Model; options: Option[] }> {
  const { rows } = await database.query<
    Omit<Model, 'outlineMm'> & { outlineMm: Model['outlineMm']; options: Option[] }
  >('select code, maker, name, form, outline_mm as "outlineMm", options from model where code = $1', [code]);
  const row = rows[0];
  if (!row) throw new ProblemError('model-unknown', code);
  const { options, ...model } = row;
  return { model, options };
}

/** Is the document of a format that this version reads? */
export const isReadable = ({ format }: { readonly format: string }): boolean => format === sequenceFormat;

/** A revision by number, or the latest. */
export async function getRevision(
  database: Database,
  code: string,
  number: number | null,
): Promise<Revision | null> {
  const { rows } = await database.query<{
    number: number;
    document: Sequence;
    note: string;
    published_at: Date;
  }>(
    `select number, document, note, published_at from revision
     where model_code = $1 and ($2::int is null or number = $2) order by number desc limit 1`,
    [code, number],
  );
  const row = rows[0];
  return row
    ? {
        number: row.number,
        document: row.document,
        note: row.note,
        publishedAt: row.published_at.toISOString(),
      }
    : null;
}

export async function listRevisions(
  database: Database,
  code: string,
): Promise<{ number: number; note: string; publishedAt: string }[]> {
  const { rows } = await database.query<{ number: number; note: string; published_at: Date }>(
    'select number, note, published_at from revision where model_code = $1 order by number desc',
    [code],
  );
  return rows.map((row) => ({
    number: row.number,
    note: row.note,
    publishedAt: row.published_at.toISOString(),
  }));
}

/** Publishes a document as the revision after `follows` (0: the first). Refused where another stands by now. */
export async function publishRevision(
  database: Database,
  code: string,
  follows: number,
  document: Sequence,
  note: string,
): Promise<number> {
  return inTransaction(database, async (client) => {
    const model = await client.query('select 1 from model where code = $1 for update', [code]);
    if (model.rowCount === 0) throw new ProblemError('model-unknown', code);
    const latest = await client.query<{ latest: number }>(
      'select coalesce(max(number), 0) as latest from revision where model_code = $1',
      [code],
    );
    const current = latest.rows[0]?.latest ?? 0;
    if (current !== follows) {
      throw new ProblemError('revision-conflict', `Revision ${current} stands; yours follows ${follows}`, {
        current,
        right: 'look at the standing revision, then publish after it',
      });
    }
    await client.query('insert into revision (model_code, number, document, note) values ($1, $2, $3, $4)', [
      code,
      current + 1,
      JSON.stringify(document),
      note,
    ]);
    await sightRevision(client, document, current + 1);
    return current + 1;
  });
}
