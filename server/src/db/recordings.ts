import { foldEdits, type RecordBody, type RecordingSummary, type SettledEdit } from '@bemtor/core';
import { ProblemError } from '../errors.ts';
import type { Behind } from './pages.ts';
import { type Asking, inTransaction, type Database } from './pool.ts';
import { entryStream, isOpened } from './streams.ts';

/**
 * Opens the recording of a unit, and answers with its id. A unit has one: whoever begins a second at the same moment,
 * or without having heard of the first, joins it. Opening it again under the same id changes nothing.
 */
export async function openRecording(database: Database, id: string, unitId: string): Promise<string> {
  return inTransaction(database, async (client) => {
    // The lock on the unit lets one opening after the other look.
    const unit = await client.query('select 1 from unit where id = $1 for update', [unitId]);
    if (unit.rowCount === 0) throw new ProblemError('unit-unknown', unitId);
    if (await isOpened(client, entryStream, id, unitId)) return (await wholeRecording(client, id)).id;
    const first = await client.query<{ id: string }>(
      'select id from recording where unit_id = $1 and joined_into is null',
      [unitId],
    );
    if (first.rows[0]) return first.rows[0].id;
    await client.query('insert into recording (id, unit_id) values ($1, $2)', [id, unitId]);
    return id;
  });
}

/** The recording that holds what was said under an id: its own, or the one that it was brought together with. */
export async function wholeRecording(
  database: Asking,
  id: string,
): Promise<{ readonly id: string; readonly unitId: string }> {
  const { rows } = await database.query<{ id: string; unitId: string }>(
    'select coalesce(joined_into, id) as id, unit_id as "unitId" from recording where id = $1',
    [id],
  );
  if (!rows[0]) throw new ProblemError('recording-unknown', id);
  return rows[0];
}

/** A page of a model's recordings holds so many. */
export const recordingsPage = 50;

/** The recordings of a model that have lines, the latest first, a page at a time. */
export async function listRecordings(
  database: Database,
  model: string,
  behind: Behind | null = null,
): Promise<RecordingSummary[]> {
  const { rows } = await database.query<RecordingSummary>(
    `select r.id, u.id as "unitId", u.label as "unitLabel", l.lines,
            to_char(r.started_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') as "startedAt"
     from recording r join unit u on u.id = r.unit_id join unit_model m on m.unit_id = u.id
       cross join lateral (select count(*)::int as lines from entry where recording_id = r.id and kind = 'line') l
     where m.code = $1 and l.lines > 0
       and ($2::timestamptz is null or (r.started_at, r.id) < ($2::timestamptz, $3::uuid))
     order by r.started_at desc, r.id desc limit $4`,
    [model, behind?.at ?? null, behind?.id ?? null, recordingsPage],
  );
  return rows;
}

/**
 * What was settled about the order of a model at any of its units: who waits for whom, and who does not. Oldest
 * first; what was taken back is gone.
 */
export async function settledEdits(database: Database, model: string): Promise<SettledEdit[]> {
  const { rows } = await database.query<{ recording: string; id: string; body: RecordBody }>(
    `select e.recording_id as recording, e.id, e.body
     from entry e join recording r on r.id = e.recording_id join unit_model m on m.unit_id = r.unit_id
     where m.code = $1 and e.kind in ('edit', 'unedit') order by e.received_at, e.seq`,
    [model],
  );
  const recordingOf = new Map(rows.map(({ id, recording }) => [id, recording]));
  return foldEdits(rows.map(({ id, body }) => ({ id, at: '', body })))
    .filter(({ edit }) => edit.what === 'pin' || edit.what === 'free')
    .map(({ id, edit }) => ({ id, recording: recordingOf.get(id) ?? '', edit }));
}
