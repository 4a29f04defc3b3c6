import {
  disputedFields,
  faultLine,
  modelFactsSchema,
  readSequence,
  sequenceFormat,
  shortestCycle,
  unreachableParts,
  withTold,
  type Ground,
  type Model,
  type ModelFacts,
  type ModelSummary,
  type Option,
  type RevisionLine,
  type Sequence,
  type ShopEventOf,
} from '@bemtor/core';
import { parseBody, ProblemError } from '../errors.ts';
import { forgetRevision, sightRevision } from './parts.ts';
import type { Client, Database } from './pool.ts';
import { indexStanding } from './search.ts';

export interface Revision extends RevisionLine {
  readonly document: Sequence;
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

/** Makes a model that nobody has recorded yet; the same code with another name is refused. */
export async function makeModel(
  client: Client,
  { code, maker, name, form }: ShopEventOf<'model-made'>,
): Promise<void> {
  await client.query(
    'insert into model (code, maker, name, form) values ($1, $2, $3, $4) on conflict (code) do nothing',
    [code, maker, name, form],
  );
  const model = await modelFacts(client, code);
  if (model.maker !== maker || model.name !== name || model.form !== form)
    throw new ProblemError('id-taken', `${code} is the ${model.maker} ${model.name}`, { where: 'code' });
}

const factColumns =
  'maker, name, form, outline_mm as "outlineMm", options, picture, grounds, retired, merged_into as "mergedInto"';

/** What is known of a model, with its row locked; a code that nobody made is refused. */
async function modelFacts(client: Client, code: string): Promise<ModelFacts> {
  const { rows } = await client.query<Record<keyof ModelFacts, unknown>>(
    `select ${factColumns} from model where code = $1 for update`,
    [code],
  );
  if (!rows[0]) throw new ProblemError('model-unknown', code, { where: 'model' });
  // What is not known is absent.
  return Object.fromEntries(
    Object.entries(rows[0]).filter(([, value]) => value !== null),
  ) as unknown as ModelFacts;
}

/** Somebody puts a model's names right, retires it, or says of which other it is a spelling; and takes that back. */
export async function tellModel(client: Client, told: ShopEventOf<'model-told'>): Promise<void> {
  const { model: code } = told;
  const stands = await modelFacts(client, code);
  const disputed = disputedFields(stands, told);
  if (disputed.length > 0)
    throw new ProblemError('model-conflict', `${code}: somebody else set ${disputed.join(', ')}`, {
      where: disputed.join(', '),
      stands,
    });
  const facts = parseBody(modelFactsSchema, withTold(stands, told), 'set');
  const into = facts.mergedInto ?? null;
  if (into !== null && into !== (stands.mergedInto ?? null)) await refuseMerge(client, code, into);
  // A sequence is read for this: only where somebody speaks of the options.
  if (Object.hasOwn(told.set, 'options')) await refuseLost(client, code, facts.options);
  await client.query(
    `update model set maker = $2, name = $3, form = $4, retired = $5, merged_into = $6, outline_mm = $7, options = $8,
       picture = $9, grounds = $10 where code = $1`,
    [
      ...[code, facts.maker, facts.name, facts.form, facts.retired, into],
      ...[JSON.stringify(facts.outlineMm ?? null), JSON.stringify(facts.options), facts.picture ?? null],
      JSON.stringify(facts.grounds),
    ],
  );
}

/** The sequence that stands asks for these values: without them it could not be read. */
async function refuseLost(client: Client, code: string, options: readonly Option[]): Promise<void> {
  const { rows } = await client.query<{ document: Sequence }>(
    'select document from revision where model_code = $1 and not withdrawn order by number desc limit 1',
    [code],
  );
  const document = rows[0]?.document;
  if (!document || !isReadable(document)) return;
  const { parts, joints, actions, needs, checks } = document;
  for (const { when } of [parts, joints, actions, needs, checks].flat())
    for (const [key, values] of Object.entries(when ?? {})) {
      const known = options.find((option) => option.key === key)?.values ?? [];
      const lost = values.find((value) => !known.includes(value));
      if (lost !== undefined)
        throw new ProblemError(
          'option-in-use',
          `${code}: the sequence that stands has steps for ${key} ${lost}`,
          {
            where: 'set.options',
            right: 'keep this value, or publish a sequence without it first',
          },
        );
    }
}

/** One spelling leads straight to the model: no chains, and no sequence is lost behind one. */
async function refuseMerge(client: Client, code: string, into: string): Promise<void> {
  const target = await modelFacts(client, into);
  const where = 'set.mergedInto';
  if (into === code || target.mergedInto != null)
    throw new ProblemError('model-merged', `${into} is no model of its own`, {
      where,
      right: `the model that it stands for${target.mergedInto == null ? '' : `: ${target.mergedInto}`}`,
    });
  const { rows } = await client.query<{ code: string }>('select code from model where merged_into = $1', [
    code,
  ]);
  if (rows.length > 0)
    throw new ProblemError('model-merged', `${rows.map((row) => row.code).join(', ')} stand for ${code}`, {
      where,
      right: 'part these first, then merge each',
    });
  const [own, other] = [await standingRevision(client, code), await standingRevision(client, into)];
  if (own > 0 && other === 0)
    throw new ProblemError('model-merged', `${code} has a sequence and ${into} has none`, {
      where,
      right: `merge ${into} into ${code}`,
    });
}

export async function listModels(database: Database): Promise<ModelSummary[]> {
  const { rows } = await database.query<ModelSummary>(
    `select code, ${factColumns},
            (select max(number) from revision where model_code = code and not withdrawn) as revision
     from model order by maker, name, code`,
  );
  return rows;
}

export async function getModel(
  database: Database | Client,
  code: string,
): Promise<{ model: Model; options: Option[]; grounds: Ground[] }> {
  const { rows } = await database.query<Model & { options: Option[]; grounds: Ground[] }>(
    'select code, maker, name, form, outline_mm as "outlineMm", options, grounds from model where code = $1',
    [code],
  );
  const row = rows[0];
  if (!row) throw new ProblemError('model-unknown', code);
  const { options, grounds, ...model } = row;
  return { model, options, grounds };
}

/** Is the document of a format that this version reads? */
export const isReadable = ({ format }: { readonly format: string }): boolean => format === sequenceFormat;

const revisionLine = `r.number, r.note, r.withdrawn, s.by,
  to_char(r.published_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as "publishedAt"
  from revision r left join shop_event s on s.id = r.event`;

/** A revision by number, or the latest that stands. */
export async function getRevision(
  database: Database,
  code: string,
  number: number | null,
): Promise<Revision | null> {
  const { rows } = await database.query<Revision>(
    `select r.document, ${revisionLine}
     where r.model_code = $1 and case when $2::int is null then not r.withdrawn else r.number = $2 end
     order by r.number desc limit 1`,
    [code, number],
  );
  return rows[0] ?? null;
}

/** All revisions of a model, the latest first; those that were taken back too. */
export async function listRevisions(database: Database, code: string): Promise<RevisionLine[]> {
  const { rows } = await database.query<RevisionLine>(
    `select ${revisionLine} where r.model_code = $1 order by r.number desc`,
    [code],
  );
  return rows;
}

/** The number of the latest revision that stands; 0: none does. */
async function standingRevision(client: Client, code: string): Promise<number> {
  const { rows } = await client.query<{ latest: number }>(
    'select coalesce(max(number), 0) as latest from revision where model_code = $1 and not withdrawn',
    [code],
  );
  return rows[0]?.latest ?? 0;
}

/** Publishes a document after the revision that it follows. Refused where another stands by now. */
export async function publishRevision(
  client: Client,
  event: string,
  { model: code, follows, document, note, unreachable }: ShopEventOf<'revision-published'>,
): Promise<void> {
  const sequence = readable(code, document);
  refuseUnreachable(sequence, new Set(unreachable.map(({ part }) => part)));
  await modelFacts(client, code);
  const current = await standingRevision(client, code);
  if (current !== follows)
    throw new ProblemError('revision-conflict', `Revision ${current} stands; yours follows ${follows}`, {
      current,
      right: 'look at the standing revision, then publish after it',
    });
  const left = unreachable.map(({ part, reason }) => `${part} stays out of reach: ${reason}`);
  const { rows } = await client.query<{ number: number }>(
    `insert into revision (model_code, number, document, note, event)
     select $1, coalesce(max(number), 0) + 1, $2, $3, $4 from revision where model_code = $1 returning number`,
    [code, JSON.stringify(sequence), [note, ...left].filter(Boolean).join('. '), event],
  );
  if (rows[0]) await sightRevision(client, sequence, rows[0].number);
  await indexStanding(client, code);
}

function readable(code: string, document: Sequence): Sequence {
  const read = readSequence(document);
  if (!read.ok)
    throw new ProblemError('document-faulty', faultLine(read.fault), {
      where: `document.${read.fault.where}`,
      right: read.fault.right,
    });
  if (read.value.model.code !== code)
    throw new ProblemError('document-faulty', `document.model.code is ${read.value.model.code}`, {
      where: 'document.model.code',
      right: code,
    });
  return read.value;
}

/** Nobody is sent on a way that has no end: what no order reaches is published only where that is said, with the reason. */
function refuseUnreachable(document: Sequence, allowed: ReadonlySet<string>): void {
  const lost = unreachableParts(document).filter((part) => !allowed.has(part));
  if (lost.length === 0) return;
  const cycle = shortestCycle(document);
  throw new ProblemError(
    'part-unreachable',
    `No order reaches ${lost.join(', ')}${cycle ? `: ${cycle.words}` : ''}`,
    {
      where: 'document.needs',
      right: cycle
        ? `take one of these needs out: ${cycle.weakestWords} is on the thinnest ground`
        : 'give its acts an order',
    },
  );
}

/** Takes a revision back, or lets it stand again. Jobs that follow it keep it. */
export async function tellRevision(
  client: Client,
  { model, number, withdrawn }: ShopEventOf<'revision-told'>,
): Promise<void> {
  const { rows } = await client.query<{ document: Sequence }>(
    'update revision set withdrawn = $3 where model_code = $1 and number = $2 returning document',
    [model, number, withdrawn],
  );
  if (!rows[0]) throw new ProblemError('revision-unknown', `${model} ${number}`, { where: 'number' });
  if (withdrawn) await forgetRevision(client, model, number);
  else if (isReadable(rows[0].document)) await sightRevision(client, rows[0].document, number);
  await indexStanding(client, model);
}

/** The number under which an event published; null where it did not. */
export async function revisionOfEvent(database: Database, event: string): Promise<number | null> {
  const { rows } = await database.query<{ number: number }>('select number from revision where event = $1', [
    event,
  ]);
  return rows[0]?.number ?? null;
}
