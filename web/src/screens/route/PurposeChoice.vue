<script setup lang="ts">
import { purposes, purposeWords, type Purpose } from '@bemtor/core';

/** What the job is for: only where something is replaced does a new part go in. */
defineProps<{ purpose: Purpose }>();
defineEmits<{ choose: [purpose: Purpose] }>();

const choices = purposes.map((value) => ({ value, title: purposeWords[value] }));
</script>

<template>
  <!-- A choice makes the field anew: it lets go of the focus, and the keys of the screen work again. -->
  <v-select
    :key="purpose"
    class="purpose"
    :items="choices"
    label="what for"
    data-testid="purpose"
    :model-value="purpose"
    @update:model-value="(next: Purpose) => $emit('choose', next)"
  />
</template>

<style scoped>
.purpose {
  flex: none;
  margin: 12px 22px 0;
}
</style>
