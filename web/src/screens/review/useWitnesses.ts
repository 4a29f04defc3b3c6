import {
  foldLines,
  standingLines,
  type KeptLine,
  type RecordBody,
  type Recording,
  type RecordingSummary,
  type StreamItem,
} from '@bemtor/core';
import { computed, shallowRef } from 'vue';
import { read } from '../../api/client.ts';
import { witnessesHere, type KeptHere } from '../../composables/keptHere.ts';

/**
 * Recordings of other units of the same model that the lead takes in: an order seen the other way round in
 * one of them falls, and where they do not agree both are named. Which ones stays on this device.
 */
export function useWitnesses() {
  const taken = shallowRef<ReadonlyMap<string, readonly KeptLine[]>>(new Map());
  let chosen: KeptHere<string[]> | null = null;

  async function open(unitId: string, known: readonly RecordingSummary[]): Promise<void> {
    chosen = witnessesHere(unitId);
    const kept = chosen.read() ?? [];
    for (const { id } of known) if (kept.includes(id)) await take(id);
  }

  async function take(id: string): Promise<void> {
    const { items } = (await read<{ items: StreamItem<RecordBody>[] }>(`/recordings/${id}`)).value;
    taken.value = new Map([...taken.value, [id, standingLines(foldLines(items))]]);
  }

  /** Takes a recording in, or leaves it out again. */
  async function toggle(id: string): Promise<void> {
    if (taken.value.has(id)) taken.value = new Map([...taken.value].filter(([other]) => other !== id));
    else await take(id);
    chosen?.write([...taken.value.keys()]);
  }

  const recordings = computed<Recording[]>(() => [...taken.value].map(([id, lines]) => ({ id, lines })));
  const lines = computed(() => [...taken.value.values()].flat());
  return { open, toggle, taken, recordings, lines };
}
