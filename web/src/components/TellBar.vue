<script setup lang="ts">
import type { Told } from '../composables/useTold.ts';
import { useKeys } from '../composables/useKeys.ts';
import KeyHint from './KeyHint.vue';

/** What was just done, and the key that takes it back while it can: one on a screen. */
const props = defineProps<{ told: Told | null }>();
const undo = () => void props.told?.undo?.();
useKeys((): Record<string, () => void> => (props.told?.undo ? { u: undo } : {}));
</script>

<template>
  <p v-if="told" class="told" role="status" data-testid="told">
    {{ told.words }}
    <v-btn v-if="told.undo" class="act-button" variant="text" @click="undo"
      ><KeyHint name="U" />&nbsp;undo</v-btn
    >
  </p>
</template>

<style scoped>
.told {
  border-left: 4px solid var(--copper);
  padding-left: 12px;
}
</style>
