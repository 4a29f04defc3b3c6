import { defaultCopying, type CopiesState, type Copying } from '@bemtor/core';
import { onMounted, onScopeDispose, shallowRef } from 'vue';
import { faultWords, read, send } from '../../api/client.ts';
import type { Tell } from '../../kit/useTold.ts';
import { toldSetting } from '../../stores/toldSetting.ts';

const lookEveryMs = 500;

/** Copies of the workshop: what is kept, how far the one is that is being made, and when the next one is. */
export function useCopies(tell: Tell) {
  const state = shallowRef<CopiesState | null>(null);
  const setting = toldSetting<Copying>('copying', defaultCopying);
  const copying = setting.value;
  let looking: ReturnType<typeof setTimeout> | undefined;
  onScopeDispose(() => clearTimeout(looking));

  function show(now: CopiesState): void {
    state.value = now;
    clearTimeout(looking);
    if (now.running) looking = setTimeout(() => void look(), lookEveryMs);
  }
  async function look(): Promise<void> {
    try {
      show((await read<CopiesState>('/copies', { keep: false })).value);
    } catch (error) {
      tell(faultWords(error));
    }
  }
  async function make(): Promise<void> {
    try {
      show(await send<CopiesState>('/copies', {}));
    } catch (error) {
      tell(faultWords(error));
    }
  }
  /** Says whether and when copies are made, with the way back. */
  async function change(next: Partial<Copying>, words: string): Promise<void> {
    const before = copying.value;
    const asked = setting.change(next);
    if (!asked) return;
    tell(words, () => change(before, 'Copies are made as before.'));
    const refused = await asked;
    if (refused !== null) tell(refused);
  }
  onMounted(async () => {
    await look();
    // What is usual stands until the server answers.
    await setting.load().catch(() => undefined);
  });
  return { state, copying, make, change };
}
