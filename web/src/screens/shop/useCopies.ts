import {
  defaultCopying,
  toldBetween,
  withTold,
  type CopiesState,
  type Copying,
  type Kept,
} from '@bemtor/core';
import { computed, onMounted, onScopeDispose, shallowRef } from 'vue';
import { read, send } from '../../api/client.ts';
import { askShop, onShopKept, saidHere } from '../../api/shopLog.ts';
import type { Tell } from '../../kit/useTold.ts';

const lookEveryMs = 500;

/** Copies of the workshop: what is kept, how far the one is that is being made, and when the next one is. */
export function useCopies(tell: Tell) {
  const state = shallowRef<CopiesState | null>(null);
  const kept = shallowRef<Kept<Copying>>({ value: defaultCopying, revision: 0 });
  const copying = computed(() =>
    saidHere().reduce<Copying>(
      (known, { body }) => (body.kind === 'copying-told' ? withTold(known, body) : known),
      kept.value.value,
    ),
  );
  let looking: ReturnType<typeof setTimeout> | undefined;
  onScopeDispose(() => clearTimeout(looking));
  onScopeDispose(
    onShopKept(({ kind }, stands) => {
      if (kind === 'copying-told') kept.value = stands as Kept<Copying>;
    }),
  );

  function show(now: CopiesState): void {
    state.value = now;
    clearTimeout(looking);
    if (now.running) looking = setTimeout(() => void look(), lookEveryMs);
  }
  async function look(): Promise<void> {
    try {
      show((await read<CopiesState>('/copies', { keep: false })).value);
    } catch (error) {
      tell(error instanceof Error ? error.message : String(error));
    }
  }
  async function make(): Promise<void> {
    try {
      show(await send<CopiesState>('/copies', {}));
    } catch (error) {
      tell(error instanceof Error ? error.message : String(error));
    }
  }
  /** Says whether and when copies are made, with the way back. */
  async function change(next: Partial<Copying>, words: string): Promise<void> {
    const before = copying.value;
    const told = toldBetween(before, { ...before, ...next });
    if (!told) return;
    tell(words, () => change(before, 'Copies are made as before.'));
    const outcome = await askShop({ kind: 'copying-told', ...told });
    if (outcome.state !== 'refused') return;
    kept.value = (await read<Kept<Copying>>('/settings/copying')).value;
    tell('Somebody else changed this in the meantime. Theirs is shown now; make your change again.');
  }
  onMounted(async () => {
    await look();
    try {
      kept.value = (await read<Kept<Copying>>('/settings/copying')).value;
    } catch {
      // What is usual stands until the server answers.
    }
  });
  return { state, copying, make, change };
}
