<script setup lang="ts">
import { computed, ref } from 'vue';
import { saidToday, techniciansKnown } from '../api/technician.ts';
import { loadSession, session, signOut } from '../api/session.ts';
import { useCommands } from '../kit/useCommands.ts';
import { useShop } from '../stores/shop.ts';
import OwnSecret from './OwnSecret.vue';
import PersonChoice from './PersonChoice.vue';
import AskDialog from '../kit/AskDialog.vue';
import ActButton from '../kit/ActButton.vue';

/** Who works at this device, in the header; asked once a day by a mark there, not by a stop. */
const shop = useShop();
const open = ref(false);
const name = ref('');
const known = ref<string[]>([]);
const asks = ref(!saidToday());
/** In a workshop of several it is who has signed in, and asking is taking their place. */
const accounts = computed(() => session.value?.accounts ?? false);
const here = computed(() => session.value?.person ?? null);
const changing = ref(false);

const initials = computed(() =>
  (here.value?.name ?? shop.technician)
    .split(/\s+/)
    .map((word) => word.charAt(0).toUpperCase())
    .slice(0, 2)
    .join(''),
);
const words = computed(() => {
  if (accounts.value)
    return here.value ? `${here.value.name}, ${here.value.role}: somebody else? (F4)` : 'Nobody';
  const who = shop.technician === '' ? 'Nobody has said who works here' : `${shop.technician} works here`;
  return asks.value ? `${who}: who is it today?` : who;
});

function ask(): void {
  [name.value, known.value, open.value] = [shop.technician, techniciansKnown(), true];
  changing.value = false;
  // Somebody may have come in meanwhile.
  if (accounts.value) void loadSession().catch(() => undefined);
}
/** Somebody took the place: lines and acts carry their name from here on. */
function entered(): void {
  shop.sayTechnician(here.value?.name ?? '');
  [asks.value, open.value] = [false, false];
}
async function leave(): Promise<void> {
  open.value = false;
  await signOut().catch(() => undefined);
}
useCommands(() => [{ id: 'who', keys: ['F4'], words: 'somebody else works here', run: ask }]);
function answer(who: string): void {
  shop.sayTechnician(who);
  [asks.value, open.value] = [false, false];
}
</script>

<template>
  <ActButton
    square
    class="who"
    :class="{ asks: asks && !accounts }"
    :aria-label="words"
    :title="words"
    data-testid="who"
    @click="ask"
    >{{ initials || '?' }}</ActButton
  >
  <AskDialog v-if="accounts" v-model="open" title="Who works here now?">
    <OwnSecret v-if="changing" @done="changing = false" />
    <template v-else>
      <PersonChoice v-if="open" @entered="entered" />
      <p class="others">
        <ActButton v-if="here" quiet data-testid="own-secret" @click="changing = true"
          >Change my PIN</ActButton
        >
        <ActButton v-if="here" quiet data-testid="sign-out" @click="leave"
          >Sign {{ here.name }} out</ActButton
        >
        <ActButton quiet @click="open = false">Cancel</ActButton>
      </p>
    </template>
  </AskDialog>
  <AskDialog v-else v-model="open" title="Who works at this device today?" @submit="answer(name)">
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
.others {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
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
