<script setup lang="ts">
import type { OpenQuestion } from '@bemtor/core';
import { duration } from '../../composables/format.ts';
import ActButton from '../../kit/ActButton.vue';

/** What is not known of this unit and would change the route, with how to find out. */
defineProps<{ questions: readonly OpenQuestion[] }>();
defineEmits<{ answer: [key: string, value: string] }>();
</script>

<template>
  <section v-for="{ option, answers } in questions" :key="option.key" class="question" data-testid="question">
    <p>
      <strong>{{ option.label }}?</strong> Not known yet, and it changes the route.
    </p>
    <ActButton
      v-for="{ value, total, sign } in answers"
      :key="value"
      @click="$emit('answer', option.key, value)"
    >
      {{ value }} <small>{{ sign }}; {{ total === null ? 'no way there' : `${duration(total)} down` }}</small>
    </ActButton>
  </section>
</template>

<style scoped>
.question {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  margin: 10px 0;
  padding: 10px 14px;
  border: 2px dashed var(--copper-mat);
  border-radius: var(--radius);
}
.question p {
  flex: 1 1 260px;
}
small {
  font-weight: 400;
  color: var(--soft-on-mat);
}
</style>
