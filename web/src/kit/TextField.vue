<script setup lang="ts">
/** One line of text, or a number with its unit: what it is stands above it, what was wrong below. */
defineProps<{ label: string; unit?: string; fault?: string | null | undefined; mono?: boolean }>();
const model = defineModel<string>({ default: '' });
</script>

<template>
  <v-text-field
    v-model="model"
    :class="{ mono }"
    :label="label"
    :suffix="unit"
    :error-messages="fault ?? undefined"
    persistent-placeholder
    autocomplete="off"
  />
</template>

<style scoped>
.mono :deep(input) {
  font-family: var(--mono);
}
</style>
