import {
  viewJob,
  type CountKind,
  type JobEventBody,
  type JobView,
  type RunStep,
  type Sequence,
  type StartedBody,
} from '@bemtor/core';
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

  const count = (joint: string, what: CountKind, total: number, reason?: string) =>
    stream.append({ kind: 'counted', joint, what, total: Math.max(0, total), ...(reason ? { reason } : {}) });
  /** New screws in place of what is missing, lost or stripped; `words` says what they are, where they differ. */
  const countNew = (joint: string, total: number, words: string) =>
    stream.append({
      kind: 'counted',
      joint,
      what: 'new',
      total,
      ...(words ? { with: words.slice(0, 120) } : {}),
    });
  const finish = (step: RunStep) => stream.append({ kind: 'done', step: step.id });
  const reopen = (step: RunStep) => stream.append({ kind: 'undone', step: step.id });

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

  return { stream, view, waiting, openFor, count, countNew, finish, reopen, start, restart, drop };
}
