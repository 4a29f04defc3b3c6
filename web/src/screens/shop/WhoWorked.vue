<script setup lang="ts">
import type { Technician } from '@bemtor/core';
import { onMounted, onScopeDispose, ref, shallowRef } from 'vue';
import { read } from '../../api/client.ts';
import { askShop, onShopKept } from '../../api/shopLog.ts';
import AskDialog from '../../kit/AskDialog.vue';
import type { Tell } from '../../kit/useTold.ts';
import ActButton from '../../kit/ActButton.vue';

/** Everybody who worked here, by name: one that is misspelt is put right, two of one person become one. */
const technicians = shallowRef<readonly Technician[]>([]);
const { tell } = defineProps<{ tell: Tell }>();
const asked = shallowRef<Technician | null>(null);
const to = ref('');

onMounted(async () => {
  try {
    technicians.value = (await read<{ technicians: Technician[] }>('/shop/technicians')).value.technicians;
  } catch (error) {
    tell(error instanceof Error ? error.message : String(error));
  }
});
onScopeDispose(
  onShopKept(({ kind }, stands) => {
    if (kind === 'technician-renamed' && stands) technicians.value = stands as Technician[];
  }),
);
function ask(technician: Technician): void {
  to.value = technician.name;
  asked.value = technician;
}
async function rename(from: string, name: string, words: string, undo?: () => Promise<void>): Promise<void> {
  tell(words, undo);
  try {
    const outcome = await askShop({ kind: 'technician-renamed', from, to: name });
    if (outcome.state === 'refused') tell(outcome.problem.detail);
  } catch (error) {
    tell(error instanceof Error ? error.message : String(error));
  }
}
const part = (from: string) => rename(from, from, `${from} stands for itself.`);
async function keep(): Promise<void> {
  const [from, name] = [asked.value?.name, to.value.trim()];
  asked.value = null;
  if (from === undefined || name === '' || name === from) return;
  await rename(from, name, `What ${from} did is ${name}’s.`, () => part(from));
}
</script>

<template>
  <h1>Who worked here</h1>
  <p class="soft">
    A name that was misspelt, or two names of one person, are put right in every record at once.
  </p>
  <ul>
    <li v-for="one in technicians" :key="one.name" :data-testid="`technician-${one.name}`">
      <strong>{{ one.name }}</strong>
      <span v-if="one.also.length > 0"
        >also
        <ActButton
          v-for="other in one.also"
          :key="other"
          :aria-label="`${other} is not ${one.name}: part them`"
          @click="part(other)"
          >{{ other }} ×</ActButton
        ></span
      >
      <ActButton quiet class="correct" :aria-label="`Correct ${one.name}`" @click="ask(one)"
        >Correct</ActButton
      >
    </li>
  </ul>
  <p v-if="technicians.length === 0" class="soft">Nobody has said who works here yet.</p>
  <AskDialog
    v-if="asked"
    :model-value="true"
    :title="`Who is ${asked.name}?`"
    @update:model-value="asked = null"
    @submit="keep"
  >
    <v-combobox
      v-model="to"
      label="Name"
      :items="technicians.map(({ name }) => name)"
      maxlength="60"
      data-testid="technician-name"
    />
    <template #acts>
      <ActButton primary type="submit">It is {{ to || '…' }}</ActButton>
      <ActButton @click="asked = null">Cancel</ActButton>
    </template>
  </AskDialog>
</template>
