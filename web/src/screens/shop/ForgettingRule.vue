<script setup lang="ts">
import { defaultForgetting, type Forgetting } from '@bemtor/core';
import { onMounted } from 'vue';
import ChoiceRow from '../../kit/ChoiceRow.vue';
import type { Tell } from '../../kit/useTold.ts';
import { toldSetting } from '../../stores/toldSetting.ts';

/** When what is an owner's own is forgotten by itself. */
const { tell } = defineProps<{ tell: Tell }>();
const setting = toldSetting<Forgetting>('forgetting', defaultForgetting);
const rule = setting.value;
onMounted(() => setting.load().catch(() => undefined));
const choices = [
  { value: 0, words: 'never by itself', testid: 'forget-never' },
  { value: 90, words: 'after three months', testid: 'forget-90' },
  { value: 365, words: 'after a year', testid: 'forget-365' },
  { value: 1_095, words: 'after three years', testid: 'forget-1095' },
];

async function change(days: number): Promise<void> {
  const before = rule.value.afterDays ?? 0;
  const asked = setting.change({ afterDays: days === 0 ? null : days });
  if (!asked) return;
  const words = choices.find(({ value }) => value === days)?.words ?? '';
  tell(`What is an owner’s own is forgotten ${words}.`, () => change(before));
  const refused = await asked;
  if (refused !== null) tell(refused);
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
