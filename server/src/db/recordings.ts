import { foldEdits, type RecordBody, type RecordingSummary, type SettledEdit } from '@bemtor/core';
import { ProblemError } from '../errors.ts';
import { inTransaction, type Database } from './pool.ts';
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
    if (await isOpened(client, entryStream, id, unitId)) return id;
    const first = await client.query<{ id: string }>(
      'select id from recording where unit_id = $1 order by started_at desc limit 1',
      [unitId],
    );
    if (first.rows[0]) return first.rows[0].id;
    await client.query('insert into recording (id, unit_id) values ($1, $2)', [id, unitId]);
    return id;
  });
}

export async function recordingUnit(database: Database, id: string): Promise<string> {
  const { rows } = await database.query<{ unit_id: string }>('select unit_id from recording where id = $1', [
    id,
  ]);
  if (!rows[0]) throw new ProblemError('recording-unknown', id);
  return rows[0].unit_id;
}

/** The recordings of a model that have lines, the latest first. */
export async function listRecordings(database: Database, model: string): Promise<RecordingSummary[]> {
  const { rows } = await database.query<RecordingSummary>(
    `select r.id, u.id as "unitId", u.label as "unitLabel", count(*)::int as lines
     from recording r join unit u on u.id = r.unit_id join unit_model m on m.unit_id = u.id
       join entry e on e.recording_id = r.id and e.kind = 'line'
     where m.code = $1
     group by r.id, u.id, u.label, r.started_at order by r.started_at desc limit 100`,
    [model],
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
