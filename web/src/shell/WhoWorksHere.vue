<script setup lang="ts">
import { computed, ref } from 'vue';
import { saidToday, techniciansKnown } from '../api/technician.ts';
import { useShop } from '../stores/shop.ts';
import AskDialog from '../kit/AskDialog.vue';
import ActButton from '../kit/ActButton.vue';

/** Who works at this device, in the header; asked once a day by a mark there, not by a stop. */
const shop = useShop();
const open = ref(false);
const name = ref('');
const known = ref<string[]>([]);
const asks = ref(!saidToday());

const initials = computed(() =>
  shop.technician
    .split(/\s+/)
    .map((word) => word.charAt(0).toUpperCase())
    .slice(0, 2)
    .join(''),
);
const words = computed(() => {
  const who = shop.technician === '' ? 'Nobody has said who works here' : `${shop.technician} works here`;
  return asks.value ? `${who}: who is it today?` : who;
});

function ask(): void {
  [name.value, known.value, open.value] = [shop.technician, techniciansKnown(), true];
}
function answer(who: string): void {
  shop.sayTechnician(who);
  [asks.value, open.value] = [false, false];
}
</script>

<template>
  <ActButton
    square
    class="who"
    :class="{ asks }"
    :aria-label="words"
    :title="words"
    data-testid="who"
    @click="ask"
    >{{ initials || '?' }}</ActButton
  >
  <AskDialog v-model="open" title="Who works at this device today?" @submit="answer(name)">
    <p v-if="known.length > 0" class="known">
      <ActButton
        v-for="who in known"
        :key="who"
        :aria-pressed="who === shop.technician"
        @click="answer(who)"
        >{{ who }}</ActButton
      >
    </p>
    <v-text-field v-model="name" label="Name" maxlength="60" data-testid="who-name" />
    <p class="soft">Lines, acts and photos carry it. It is asked again tomorrow.</p>
    <template #acts>
      <ActButton primary type="submit">{{
        name.trim() === '' ? 'Nobody says' : `It is ${name.trim()}`
      }}</ActButton>
      <ActButton @click="open = false">Later</ActButton>
    </template>
  </AskDialog>
</template>

<style scoped>
.who {
  border: 1.5px solid var(--mat-line);
  border-radius: 24px;
  font-size: 17px;
}
.who.asks {
  border-color: var(--copper-mat);
  color: var(--copper-mat);
}
.known {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.soft {
  color: var(--ink-soft);
}
</style>
