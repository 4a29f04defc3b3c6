<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue';

/**
 * A field that says what was typed once it is left: by Enter, by going on, or with its page. Until then what else
 * changes on the page leaves what is being typed alone.
 */
const props = defineProps<{ value: string; label: string; fault?: string | undefined }>();
const emit = defineEmits<{ say: [text: string] }>();

const typed = ref(props.value);
const focused = ref(false);
/** What was said last: a value that was refused is not what stands. */
let said = props.value;
watch(
  () => props.value,
  (now) => {
    said = now;
    if (!focused.value) typed.value = now;
  },
);
function say(): void {
  const text = typed.value.trim();
  if (text === said) return;
  said = text;
  emit('say', text);
}
function onFocus(isFocused: boolean): void {
  focused.value = isFocused;
  if (!isFocused) say();
}
onBeforeUnmount(say);
</script>

<template>
  <v-text-field
    v-model="typed"
    :label="label"
    :error-messages="fault"
    hide-details="auto"
    persistent-placeholder
    @keydown.enter="say"
    @update:focused="onFocus"
  />
</template>
