import { viewJob, type JobEventBody, type JobView, type Sequence, type StartedBody } from '@bemtor/core';
import { v7 as uuidv7 } from 'uuid';
import { computed, type Ref } from 'vue';
import { readSnapshot, writeSnapshot } from '../api/local.ts';
import { useStream } from '../api/stream.ts';

const localKey = (unitId: string): string => `job-of/${unitId}`;

/** A job at the bench: its log, what follows from it, and the acts on it. */
export function useJob(document: Ref<Sequence | null>) {
  let unit = '';
  const stream = useStream<JobEventBody>('jobs', (id) => writeSnapshot(localKey(unit), id));
  const view = computed<JobView | null>(() =>
    document.value && stream.loaded.value ? viewJob(document.value, stream.items.value) : null,
  );
  const waiting = computed(() => stream.items.value.filter((item) => item.state !== 'kept').length);

  async function start(unitId: string, revision: number, plan: Omit<StartedBody, 'kind'>): Promise<string> {
    const id = uuidv7();
    unit = unitId;
    await writeSnapshot(localKey(unitId), id);
    await stream.begin(id, { id, unitId, revision });
    await stream.append({ kind: 'started', ...plan });
    return id;
  }

  /** The unit's job: the one the server names, or one begun here while it was away. */
  async function openFor(unitId: string, jobId: string | null): Promise<void> {
    unit = unitId;
    const id = jobId ?? (await readSnapshot<string>(localKey(unitId)));
    if (id) await stream.open(id);
  }

  /** What this device has of a job that the server lost begins another. */
  async function restart(revision: number): Promise<void> {
    const id = await stream.restart((begunAs) => ({ id: begunAs, unitId: unit, revision }));
    await writeSnapshot(localKey(unit), id);
  }
  async function drop(): Promise<void> {
    await writeSnapshot(localKey(unit), '');
    await stream.drop();
  }

  return { stream, view, waiting, openFor, start, restart, drop };
}
