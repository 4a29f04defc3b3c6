import type { PartDetail, PartHit, Stock, UnitSummary, Want } from '@bemtor/core';
import { v7 as uuidv7 } from 'uuid';
import { onMounted, ref, shallowRef, watch } from 'vue';
import { read, Refused, send } from '../../api/client.ts';

/** Waits for the next character before it asks. */
const askAfterMs = 120;

/** The catalogue of numbers, what is on the shelf, and what is wanted. */
export function useParts() {
  const query = ref('');
  const hits = shallowRef<readonly PartHit[]>([]);
  const at = ref(0);
  const detail = shallowRef<PartDetail | null>(null);
  const wants = shallowRef<readonly Want[]>([]);
  const units = shallowRef<readonly UnitSummary[]>([]);
  const fault = ref<string | null>(null);
  let question = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const guarded = async (act: () => Promise<void>): Promise<void> => {
    fault.value = null;
    try {
      await act();
    } catch (error) {
      fault.value = error instanceof Error ? error.message : String(error);
    }
  };

  onMounted(() =>
    guarded(async () => {
      wants.value = (await read<{ wants: Want[] }>('/parts/wants')).value.wants;
      units.value = (await read<{ units: UnitSummary[] }>('/units')).value.units;
    }),
  );
  watch(query, () => {
    clearTimeout(timer);
    timer = setTimeout(() => void search(), askAfterMs);
  });

  async function search(): Promise<void> {
    clearTimeout(timer);
    const mine = ++question;
    const text = query.value.trim();
    await guarded(async () => {
      const found =
        text === ''
          ? []
          : (await read<{ hits: PartHit[] }>(`/parts?q=${encodeURIComponent(text)}`, { keep: false })).value
              .hits;
      if (mine !== question) return;
      hits.value = found;
      at.value = 0;
    });
  }

  const show = (number: string): Promise<void> =>
    guarded(async () => {
      try {
        detail.value = (
          await read<PartDetail>(`/parts/${encodeURIComponent(number)}`, { keep: false })
        ).value;
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        detail.value = null;
        fault.value = `${number} has not been seen here: ${error.problem.right ?? ''}`;
      }
    });

  const want = (number: string, partName: string, unitId: string | null, quantity: number): Promise<void> =>
    guarded(async () => {
      const body = { id: uuidv7(), number, partName, unitId, quantity };
      wants.value = (await send<{ wants: Want[] }>('/parts/wants', body)).wants;
      if (detail.value) await show(detail.value.number);
    });
  const setState = (changed: readonly Want[], state: Want['state']): Promise<void> =>
    guarded(async () => {
      for (const { id } of changed)
        wants.value = (await send<{ wants: Want[] }>(`/parts/wants/${id}`, { state }, {}, 'PUT')).wants;
    });
  const setStock = (onHand: number, ordered: number): Promise<void> =>
    guarded(async () => {
      if (!detail.value) return;
      const path = `/parts/${encodeURIComponent(detail.value.number)}/stock`;
      detail.value = { ...detail.value, stock: await send<Stock>(path, { onHand, ordered }, {}, 'PUT') };
    });

  return { query, hits, at, detail, wants, units, fault, search, show, want, setState, setStock };
}
