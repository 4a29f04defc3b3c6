<script setup lang="ts">
import type { Trouble } from '../api/stream.ts';
import ActButton from '../kit/ActButton.vue';

/** Nothing of a recording or job can be sent: why, how much is on this device, and what can be done with it. */
defineProps<{
  trouble: Trouble | null;
  /** The device cannot keep what is typed. */
  unsafe: boolean;
  /** `recording`, `job`. */
  what: string;
  /** How many lines or acts this device has of it. */
  count: number;
}>();
defineEmits<{ restart: []; save: []; drop: [] }>();
</script>

<template>
  <div v-if="trouble" class="stop trouble" role="alert" data-testid="stream-trouble">
    <p>
      <strong>{{
        trouble.why === 'gone'
          ? `The server no longer has this ${what}.`
          : `The server does not open this ${what}.`
      }}</strong>
      {{ trouble.words }}. {{ count }} {{ count === 1 ? 'entry is' : 'entries are' }} on this device; nothing
      is lost.
    </p>
    <p class="acts">
      <ActButton primary data-testid="restart" @click="$emit('restart')">Send to a new {{ what }}</ActButton>
      <ActButton @click="$emit('save')">Save as text</ActButton>
      <ActButton @click="$emit('drop')">Drop from this device</ActButton>
    </p>
  </div>
  <p v-else-if="unsafe" class="caution" role="alert" data-testid="unsafe">
    This device cannot keep what you type: a private window, or a full disk. It is sent all the same; stay on
    this page until each line is marked as kept.
  </p>
</template>

<style scoped>
.trouble {
  display: grid;
  gap: 10px;
  padding: 12px 16px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
</style>
