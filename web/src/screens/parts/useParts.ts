import type { PartDetail, PartHit, ShopEvent, ShopEventOf, Stock, UnitSummary, Want } from '@bemtor/core';
import { v7 as uuidv7 } from 'uuid';
import { computed, onMounted, onScopeDispose, ref, shallowRef, watch } from 'vue';
import { read, Refused } from '../../api/client.ts';
import { askShop, onShopKept, saidHere } from '../../api/shopLog.ts';
import { useTold } from '../../kit/useTold.ts';
import { stockWith, wantsWith } from './shelfHere.ts';

/** Waits for the next character before it asks. */
const askAfterMs = 120;

/** The catalogue of numbers, what is on the shelf, and what is wanted. */
export function useParts() {
  const query = ref('');
  const hits = shallowRef<readonly PartHit[]>([]);
  const at = ref(0);
  /** As the server has them. */
  const known = shallowRef<PartDetail | null>(null);
  const knownWants = shallowRef<readonly Want[]>([]);
  const units = shallowRef<readonly UnitSummary[]>([]);
  const fault = ref<string | null>(null);
  let question = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const { told, tell } = useTold();
  const labelOf = (id: string): string | null => units.value.find((unit) => unit.id === id)?.label ?? null;
  const wants = computed(() => wantsWith(knownWants.value, saidHere(), labelOf));
  const detail = computed(
    () => known.value && { ...known.value, stock: stockWith(known.value.stock, saidHere()) },
  );
  onScopeDispose(
    onShopKept((body, stands) => {
      if (body.kind === 'want-added' || body.kind === 'want-told') knownWants.value = stands as Want[];
      if (known.value && body.kind === 'stock-counted' && body.number === known.value.number)
        known.value = { ...known.value, stock: stands as Stock };
    }),
  );

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
      knownWants.value = (await read<{ wants: Want[] }>('/parts/wants')).value.wants;
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
        known.value = (await read<PartDetail>(`/parts/${encodeURIComponent(number)}`, { keep: false })).value;
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        known.value = null;
        fault.value = `${number} has not been seen here: ${error.problem.right ?? ''}`;
      }
    });

  /** Says something of the shelf or the list; what the server will not have is told. */
  const say = (event: ShopEvent): Promise<void> =>
    guarded(async () => {
      const outcome = await askShop(event);
      if (outcome.state === 'refused') fault.value = outcome.problem.detail;
    });
  async function want(
    number: string,
    partName: string,
    unitId: string | null,
    quantity: number,
  ): Promise<void> {
    await say({ kind: 'want-added', id: uuidv7(), number, partName, unitId, quantity });
    if (known.value) await show(known.value.number);
  }
  /** Lines of the list become ordered, are here, or are dropped; one key takes that back. */
  async function setState(changed: readonly Want[], state: Want['state']): Promise<void> {
    const to = (next: (want: Want) => Want['state']) =>
      Promise.all(changed.map((one) => say({ kind: 'want-told', want: one.id, state: next(one) })));
    const words = { wanted: 'wanted', ordered: 'ordered', met: 'here', dropped: 'off the list' }[state];
    tell(`${changed[0]?.number ?? ''} is ${words}.`, async () => {
      tell(`${changed[0]?.number ?? ''} is on the list as before.`);
      await to((one) => one.state);
    });
    await to(() => state);
  }
  /** What was counted last and is not shown yet: a second press counts on from it. */
  let counting: ShopEventOf<'stock-counted'> | null = null;
  async function changeStock(onHandBy: number, orderedBy: number): Promise<void> {
    if (!detail.value) return;
    const { number, stock } = detail.value;
    const from = counting?.number === number ? counting : stock;
    const next = {
      ...{ kind: 'stock-counted' as const, number },
      ...{ onHand: from.onHand + onHandBy, ordered: from.ordered + orderedBy },
    };
    if (next.onHand < 0 || next.ordered < 0) return;
    counting = next;
    try {
      await say(next);
    } finally {
      if (counting === next) counting = null;
    }
  }

  return { query, hits, at, detail, wants, units, fault, told, search, show, want, setState, changeStock };
}
