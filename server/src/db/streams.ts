import type { Acknowledged, StreamItem } from '@bemtor/core';
import { ProblemError } from '../errors.ts';
import { inTransaction, type Client, type Database } from './pool.ts';

/** The channel on which every process hears that a stream has grown; the payload is `name/id`. */
export const channel = 'bemtor_stream';

interface StreamSql {
  readonly name: string;
  readonly noun: string;
  readonly unknown: 'recording-unknown' | 'job-unknown';
  /** Whose it is. */
  readonly owner: string;
  /** The row lock gives each stream its numbers one writer at a time: seq has no gaps and no races. */
  readonly lock: string;
  readonly last: string;
  readonly insert: string;
  readonly known: string;
  readonly read: string;
}

/** The log of a recording. */
export const entryStream: StreamSql = {
  name: 'recordings',
  noun: 'recording',
  unknown: 'recording-unknown',
  owner: 'select unit_id from recording where id = $1',
  lock: 'select 1 from recording where id = $1 for update',
  last: 'select coalesce(max(seq), 0)::int as last from entry where recording_id = $1',
  insert: `insert into entry (recording_id, seq, id, kind, body, at, by, person_id, device_id) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
  known:
    'select id, seq::int as seq, body = $3::jsonb as same from entry where recording_id = $1 and id = $2',
  read: 'select id, seq::int as seq, body, at, by from entry where recording_id = $1 and seq > $2 order by seq limit $3',
};

/** The log of a job. */
export const eventStream: StreamSql = {
  name: 'jobs',
  noun: 'job',
  unknown: 'job-unknown',
  owner: 'select unit_id from job where id = $1',
  lock: 'select 1 from job where id = $1 for update',
  last: 'select coalesce(max(seq), 0)::int as last from event where job_id = $1',
  insert: `insert into event (job_id, seq, id, kind, body, at, by, person_id, device_id) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
  known: 'select id, seq::int as seq, body = $3::jsonb as same from event where job_id = $1 and id = $2',
  read: 'select id, seq::int as seq, body, at, by from event where job_id = $1 and seq > $2 order by seq limit $3',
};

/** Is there such a stream of this unit already? One of that id that is another unit's is refused. */
export async function isOpened(
  client: Client,
  stream: StreamSql,
  id: string,
  unitId: string,
): Promise<boolean> {
  const { rows } = await client.query<{ unit_id: string }>(stream.owner, [id]);
  const owner = rows[0]?.unit_id;
  if (owner !== undefined && owner !== unitId)
    throw new ProblemError('id-taken', `${stream.noun} ${id} belongs to another unit`, { where: 'id' });
  return owner !== undefined;
}

export interface NewItem {
  readonly id: string;
  readonly at: string;
  readonly by?: string | null | undefined;
  /** Who it is of and from which device, where there are accounts. */
  readonly person?: string | null;
  readonly device?: string | null;
  readonly body: { readonly kind: string };
}

/**
 * Appends items in one transaction and acknowledges each with its place. An item that is there already is
 * acknowledged again and not stored twice; the same id with another body is refused.
 */
export async function appendItems(
  database: Database,
  stream: StreamSql,
  streamId: string,
  items: readonly NewItem[],
): Promise<Acknowledged[]> {
  return inTransaction(database, async (client) => {
    const locked = await client.query(stream.lock, [streamId]);
    if (locked.rowCount === 0) throw new ProblemError(stream.unknown, streamId);
    // A statement of its own: it sees what the writer that held the lock before us has committed.
    const { rows } = await client.query<{ last: number }>(stream.last, [streamId]);
    let last = rows[0]?.last ?? 0;
    const acknowledged: Acknowledged[] = [];
    for (const { id, at, by, person, device, body } of items) {
      const known = await client.query<{ id: string; seq: number; same: boolean }>(stream.known, [
        streamId,
        id,
        JSON.stringify(body),
      ]);
      const row = known.rows[0];
      if (row && !row.same)
        throw new ProblemError('id-taken', `item ${id} is stored with another body`, { where: id });
      if (row) acknowledged.push({ id, seq: row.seq });
      else {
        last++;
        await client.query(stream.insert, [
          streamId,
          last,
          id,
          body.kind,
          JSON.stringify(body),
          at,
          by ?? null,
          person ?? null,
          device ?? null,
        ]);
        acknowledged.push({ id, seq: last });
      }
    }
    await client.query('select pg_notify($1, $2)', [channel, `${stream.name}/${streamId}`]);
    return acknowledged;
  });
}

/** How far the logs of several jobs have come; a job without an event is absent. */
export async function lastPlaces(
  database: Database,
  jobIds: readonly string[],
): Promise<Map<string, number>> {
  const { rows } = await database.query<{ job: string; last: number }>(
    'select job_id as job, max(seq)::int as last from event where job_id = any($1::uuid[]) group by job_id',
    [jobIds],
  );
  const ends = new Map<string, number>(jobIds.map((id) => [id, 0]));
  for (const { job, last } of rows) ends.set(job, last);
  return ends;
}

/** The events of several jobs at once, each job's in order. */
export async function readEventsOf<Body>(
  database: Database,
  jobIds: readonly string[],
): Promise<Map<string, StreamItem<Body>[]>> {
  const { rows } = await database.query<{
    job: string;
    id: string;
    seq: number;
    body: Body;
    at: Date;
    by: string | null;
  }>(
    'select job_id as job, id, seq::int as seq, body, at, by from event where job_id = any($1::uuid[]) order by job_id, seq',
    [jobIds],
  );
  const events = new Map<string, StreamItem<Body>[]>(jobIds.map((id) => [id, []]));
  for (const { job, at, ...row } of rows) events.get(job)?.push({ ...row, at: at.toISOString() });
  return events;
}

/** The items of a stream after a place, in order, and the last place that is taken in it. */
export async function readItems<Body>(
  database: Database,
  stream: StreamSql,
  streamId: string,
  after = 0,
  most: number | null = null,
): Promise<{ items: StreamItem<Body>[]; last: number }> {
  const { rows } = await database.query<{ id: string; seq: number; body: Body; at: Date; by: string | null }>(
    stream.read,
    [streamId, after, most],
  );
  const items = rows.map((row) => ({ ...row, at: row.at.toISOString() }));
  const end = items.at(-1)?.seq;
  if (end !== undefined && (most === null || items.length < most)) return { items, last: end };
  const { rows: counted } = await database.query<{ last: number }>(stream.last, [streamId]);
  return { items, last: counted[0]?.last ?? 0 };
}
