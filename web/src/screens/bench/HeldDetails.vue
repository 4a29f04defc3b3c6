<script setup lang="ts">
import type { UnitSummary } from '@bemtor/core';
import { ref } from 'vue';
import { readFile } from '../../api/client.ts';
import { saveFile } from '../../composables/saveFile.ts';
import ActButton from '../../kit/ActButton.vue';

/** What is held about a unit: all of it as a file, and what is its owner's own forgotten, asked twice. */
const { unit } = defineProps<{ unit: UnitSummary }>();
const emit = defineEmits<{ forget: [unit: UnitSummary] }>();
const sure = ref(false);
const fault = ref<string | null>(null);
const busy = ref(false);

async function save(): Promise<void> {
  busy.value = true;
  fault.value = null;
  try {
    saveFile(`${unit.label}.zip`, await readFile(`/units/${unit.id}/everything`), 'application/zip');
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <details class="held" data-testid="held">
    <summary>What is held about it</summary>
    <p class="soft">
      What is known of it, what was said, its recording, jobs and photos, in one file. Forgetting takes the
      owner’s words, the serial and the photos out for good, also of the logs; screws, steps and times stay.
      Copies that were made before still hold them.
    </p>
    <p class="acts">
      <ActButton :loading="busy" data-testid="save-held" @click="save">Save all of it</ActButton>
      <ActButton
        v-if="!sure"
        :unless="unit.leftAt === null ? `${unit.label} is on the bench: hand it back first` : null"
        data-testid="forget"
        @click="sure = true"
        >Forget what is its owner’s</ActButton
      >
      <ActButton v-else class="stop" data-testid="forget-sure" @click="emit('forget', unit)"
        >Yes, forget it for good</ActButton
      >
    </p>
    <p v-if="fault" class="stop" role="alert">{{ fault }}</p>
  </details>
</template>

<style scoped>
.soft {
  padding: 8px 0;
  color: var(--ink-soft);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
</style>
