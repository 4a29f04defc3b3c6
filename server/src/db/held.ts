import type { JobEventBody, RecordBody } from '@bemtor/core';
import { zipSync, type Zippable } from 'fflate';
import { ProblemError } from '../errors.ts';
import { listJobs } from './jobs.ts';
import { readPictures } from './pictures.ts';
import type { Database } from './pool.ts';
import { changesOf } from './shopLog.ts';
import { entryStream, eventStream, readItems } from './streams.ts';
import { listUnits } from './units.ts';

const text = (value: unknown): Uint8Array => new TextEncoder().encode(JSON.stringify(value, null, 2));
const picturesIn = (
  items: readonly { readonly body: { readonly kind: string; readonly picture?: unknown } }[],
): string[] =>
  items.flatMap(({ body }) =>
    body.kind === 'picture' && typeof body.picture === 'string' ? [body.picture] : [],
  );

/** All that is held about a unit, as a ZIP file: what is known of it, what was said, its logs and photos. */
export async function everythingHeld(
  database: Database,
  id: string,
): Promise<{ readonly label: string; readonly zip: Uint8Array }> {
  const [unit] = await listUnits(database, { id });
  if (!unit) throw new ProblemError('unit-unknown', id);
  const files: Zippable = {
    'unit.json': text(unit),
    'said-of-it.json': text(await changesOf(database, id)),
  };
  const photos: string[] = [];
  const { rows: recordings } = await database.query<{ id: string }>(
    'select id from recording where unit_id = $1',
    [id],
  );
  for (const recording of recordings) {
    const { items } = await readItems<RecordBody>(database, entryStream, recording.id);
    files[`recordings/${recording.id}.json`] = text(items);
    photos.push(...picturesIn(items));
  }
  for (const job of await listJobs(database, { unit: id })) {
    const { items } = await readItems<JobEventBody>(database, eventStream, job.id);
    files[`jobs/${job.id}.json`] = text({ job, events: items });
    photos.push(...picturesIn(items));
  }
  for (const [photo, bytes] of await readPictures(database, [...new Set(photos)]))
    // A photo is compressed already.
    files[`photos/${photo}.jpg`] = [bytes, { level: 0 }];
  return { label: unit.label, zip: zipSync(files) };
}
