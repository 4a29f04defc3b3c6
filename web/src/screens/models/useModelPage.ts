import type { LoggedJob, RecordingSummary, RevisionLine, UnitSummary } from '@bemtor/core';
import { shallowRef } from 'vue';
import { read } from '../../api/client.ts';
import type { Published } from '../../stores/unit.ts';

/** What follows from the work at a model: its sequences, recordings, units and jobs. The latest of each, a page. */
export function useModelPage(code: string) {
  const path = `/models/${encodeURIComponent(code)}`;
  const revisions = shallowRef<readonly RevisionLine[]>([]);
  const recordings = shallowRef<readonly RecordingSummary[]>([]);
  const units = shallowRef<readonly UnitSummary[]>([]);
  const jobs = shallowRef<readonly LoggedJob[]>([]);
  /** The sequence that stands; null where none does. */
  const standing = shallowRef<Published | null>(null);
  const fault = shallowRef<string | null>(null);
  const loaded = shallowRef(false);

  async function load(): Promise<void> {
    try {
      const ofModel = `model=${encodeURIComponent(code)}`;
      const [page, recorded, here, left, worked] = await Promise.all([
        read<{ revisions: RevisionLine[] }>(path),
        read<{ recordings: RecordingSummary[] }>(`${path}/recordings`),
        read<{ units: UnitSummary[] }>(`/units?${ofModel}`),
        read<{ units: UnitSummary[] }>(`/units?left=1&${ofModel}`),
        read<{ jobs: LoggedJob[] }>(`${path}/jobs`),
      ]);
      revisions.value = page.value.revisions;
      recordings.value = recorded.value.recordings;
      units.value = [...here.value.units, ...left.value.units];
      jobs.value = worked.value.jobs;
      const latest = revisions.value.find(({ withdrawn }) => !withdrawn);
      standing.value = latest ? await revision(latest.number) : null;
    } catch (error) {
      fault.value = error instanceof Error ? error.message : String(error);
    } finally {
      loaded.value = true;
    }
  }
  const revision = async (number: number): Promise<Published> =>
    (await read<Published>(`${path}/revisions/${number}`)).value;

  return { revisions, recordings, units, jobs, standing, fault, loaded, load, revision };
}
