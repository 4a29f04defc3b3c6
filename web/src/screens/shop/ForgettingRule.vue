<script setup lang="ts">
import { defaultForgetting, toldBetween, withTold, type Forgetting, type Kept } from '@bemtor/core';
import { computed, onMounted, onScopeDispose, shallowRef } from 'vue';
import { read } from '../../api/client.ts';
import { askShop, onShopKept, saidHere } from '../../api/shopLog.ts';
import ChoiceRow from '../../kit/ChoiceRow.vue';
import type { Tell } from '../../kit/useTold.ts';

/** When what is an owner's own is forgotten by itself. */
const { tell } = defineProps<{ tell: Tell }>();
const kept = shallowRef<Kept<Forgetting>>({ value: defaultForgetting, revision: 0 });
const rule = computed(() =>
  saidHere().reduce<Forgetting>(
    (known, { body }) => (body.kind === 'forgetting-told' ? withTold(known, body) : known),
    kept.value.value,
  ),
);
const load = async (): Promise<void> =>
  void (kept.value = (await read<Kept<Forgetting>>('/settings/forgetting')).value);
onMounted(() => load().catch(() => undefined));
onScopeDispose(
  onShopKept(({ kind }, stands) => {
    if (kind === 'forgetting-told') kept.value = stands as Kept<Forgetting>;
  }),
);
const choices = [
  { value: 0, words: 'never by itself', testid: 'forget-never' },
  { value: 90, words: 'after three months', testid: 'forget-90' },
  { value: 365, words: 'after a year', testid: 'forget-365' },
  { value: 1_095, words: 'after three years', testid: 'forget-1095' },
];

async function change(days: number): Promise<void> {
  const before = rule.value;
  const next = { afterDays: days === 0 ? null : days };
  const told = toldBetween(before, next);
  if (!told) return;
  const words = choices.find(({ value }) => value === days)?.words ?? '';
  tell(`What is an owner’s own is forgotten ${words}.`, () => change(before.afterDays ?? 0));
  const outcome = await askShop({ kind: 'forgetting-told', ...told });
  if (outcome.state !== 'refused') return;
  tell(outcome.problem.detail);
  await load();
}
</script>

<template>
  <h1>Forgetting</h1>
  <p class="soft">
    The owner’s words, the serial and the photos of a unit that was handed back; its screws, steps and times
    stay. By hand at any time: at the unit, among those handed back (B, then C). It is for good.
  </p>
  <ChoiceRow label="By itself" :choices="choices" :chosen="rule.afterDays ?? 0" @choose="change" />
</template>
