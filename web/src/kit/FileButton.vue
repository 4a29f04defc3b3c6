<script setup lang="ts">
import { ref } from 'vue';
import ActButton from './ActButton.vue';

/** Asks for a file of this device: `capture` opens its camera where it has one. */
defineOptions({ inheritAttrs: false });
defineProps<{ accept: string; capture?: 'environment' | undefined; disabled?: boolean }>();
const emit = defineEmits<{ file: [file: File] }>();

const input = ref<HTMLInputElement | null>(null);
function onFile(): void {
  const file = input.value?.files?.[0];
  if (file) emit('file', file);
  // The same file may be chosen once more.
  if (input.value) input.value.value = '';
}
</script>

<template>
  <ActButton :disabled="disabled" @click="input?.click()"><slot /></ActButton>
  <input
    v-bind="$attrs"
    ref="input"
    type="file"
    hidden
    tabindex="-1"
    aria-hidden="true"
    :accept="accept"
    :capture="capture"
    @change="onFile"
  />
</template>
