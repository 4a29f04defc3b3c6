import { toldBetween, withTold, type Kept, type Problem, type Told } from '@bemtor/core';
import { computed, onScopeDispose, shallowRef } from 'vue';
import { Away, read } from '../api/client.ts';
import { askShop, onShopKept, saidHere } from '../api/shopLog.ts';

/** Why a setting was not changed, in words. */
export const settingRefusal = ({ code, detail }: Problem): string =>
  code === 'setting-conflict'
    ? 'Somebody else changed this in the meantime. Theirs is shown now; make your change again.'
    : detail;

/** A setting of the shop that is told field by field: as it stands, with what was said here and waits. */
export function toldSetting<T extends object>(key: 'schools' | 'copying' | 'forgetting', initial: T) {
  const kind = `${key}-told` as const;
  const kept = shallowRef<Kept<T>>({ value: initial, revision: 0 });
  const value = computed(() =>
    saidHere().reduce<T>(
      (known, { body }) => (body.kind === kind ? withTold(known, body) : known),
      kept.value.value,
    ),
  );
  onScopeDispose(
    onShopKept((body, stands) => {
      if (body.kind === kind) kept.value = stands as Kept<T>;
    }),
  );

  async function load(): Promise<void> {
    try {
      kept.value = (await read<Kept<T>>(`/settings/${key}`)).value;
    } catch (error) {
      // Without the server, and nothing seen before: what is usual is enough to go on.
      if (!(error instanceof Away)) throw error;
    }
  }
  /** Says what is to be otherwise; answers in words why that was refused. Null: nothing would be otherwise. */
  function change(next: Partial<T>): Promise<string | null> | null {
    const told = toldBetween(value.value, { ...value.value, ...next });
    return told && say(told);
  }
  async function say(told: Told): Promise<string | null> {
    const outcome = await askShop({ kind, ...told });
    if (outcome.state !== 'refused') return null;
    await load();
    return settingRefusal(outcome.problem);
  }
  return { value, load, change };
}
