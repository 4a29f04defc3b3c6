<script setup lang="ts">
import KeyHint from './KeyHint.vue';

/** An answer to choose: by its key, or by a finger. */
defineProps<{ name: string }>();
</script>

<template>
  <button type="button" class="key-button"><KeyHint :name="name" /> <slot /></button>
</template>

<style scoped>
.key-button {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  min-height: var(--touch);
  padding: 0 12px;
  border: 1.5px solid var(--card-line);
  border-radius: var(--radius);
  font-size: 16px;
}
.key-button[aria-pressed='true'] {
  border-color: var(--copper);
}
.key-button:disabled {
  opacity: 0.45;
}
</style>
