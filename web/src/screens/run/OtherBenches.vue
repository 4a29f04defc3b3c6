<script setup lang="ts">
import type { BenchThere, RunStep } from '@bemtor/core';
import { computed } from 'vue';

/** Who else has this job open, and where they are; a warning where they are at the same step. */
const props = defineProps<{
  others: readonly BenchThere[];
  steps: readonly RunStep[];
  here: string | null;
}>();
const told = computed(() =>
  props.others.map(({ by, step }) => {
    const at = props.steps.findIndex(({ id }) => id === step);
    const who = by ? `${by}, at another bench,` : 'Another bench';
    const where = at < 0 ? 'has this job open' : `is at step ${at + 1}, ${props.steps[at]?.title}`;
    const same = step !== null && step === props.here;
    return { same, words: same ? `${who} is at this step too: say who acts.` : `${who} ${where}.` };
  }),
);
</script>

<template>
  <p
    v-for="{ same, words } in told"
    :key="words"
    class="other"
    :class="{ caution: same }"
    role="status"
    data-testid="other-bench"
  >
    {{ words }}
  </p>
</template>

<style scoped>
.other {
  padding: 6px 44px;
  font-size: 16px;
}
</style>
