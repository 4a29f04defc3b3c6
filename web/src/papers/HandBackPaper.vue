<script setup lang="ts">
import { fileName, type HandBackSheet } from '@bemtor/core';
import { ref } from 'vue';
import { read } from '../api/client.ts';
import { saveFile } from '../composables/saveFile.ts';
import { usePaper } from './usePaper.ts';
import ActButton from '../kit/ActButton.vue';

/** The sheet that goes back with a unit, as PDF. */
const props = defineProps<{ unitId: string; label: string }>();
const { making, fault, make } = usePaper();
const told = ref('');
const away = ref<string | null>(null);

async function print(): Promise<void> {
  told.value = '';
  away.value = null;
  try {
    const sheet = (await read<HandBackSheet>(`/units/${props.unitId}/hand-back`, { keep: false })).value;
    const file = await make({
      ...{ kind: 'hand-back', size: 'A4', type: 'normal', sheet },
    });
    if (!file) return;
    const name = fileName([props.label, 'hand-back'], '.pdf');
    saveFile(name, file, 'application/pdf');
    told.value = `Saved as ${name}`;
  } catch (error) {
    away.value = error instanceof Error ? error.message : String(error);
  }
}
</script>

<template>
  <span class="sheet">
    <ActButton :loading="making" data-testid="hand-back-sheet" @click="print">Sheet for the owner</ActButton>
    <span role="status" data-testid="hand-back-told">{{ away ?? fault ?? told }}</span>
  </span>
</template>

<style scoped>
.sheet {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
}
</style>
