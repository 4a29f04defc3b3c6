<script setup lang="ts">
import { lowerName, partNameOf } from '@bemtor/core';
import { computed } from 'vue';
import { dayAndTime } from '../../composables/format.ts';
import CommandButton from '../../kit/CommandButton.vue';
import type { Command } from '../../kit/commands.ts';
import type { Review } from './useReview.ts';

/** The publishing, with what was just done and what stands in its way: always in view. */
const props = defineProps<{
  review: Review;
  lineText: (id: string) => string;
  command: (id: string) => Command;
}>();
const review = props.review;
const lost = computed(() => review.lost.value.map((part) => lowerName(partNameOf(part))).join(', '));
</script>

<template>
  <div class="acts">
    <p
      v-if="review.told.value"
      :class="review.told.value.kind === 'done' ? 'told' : 'stop'"
      role="status"
      data-testid="told"
    >
      {{ review.told.value.text }}
    </p>
    <CommandButton :command="command('unpublish')" data-testid="unpublish" />
    <div v-if="review.cycle.value" class="stop" role="alert" data-testid="circle">
      <p>A circle: {{ review.cycle.value.words }}</p>
      <p v-if="review.cycle.value.lines.length > 0">
        From the lines: {{ review.cycle.value.lines.map((id) => `“${lineText(id)}”`).join(', ') }}.
      </p>
      <CommandButton :command="command('mend')" data-testid="mend" />
      <p>Thinnest ground: {{ review.cycle.value.weakestWords }} ({{ review.cycle.value.weakest.basis }}).</p>
      <v-text-field
        v-model="review.leftWhy.value"
        :label="`Why ${lost} may stay out of reach`"
        maxlength="200"
        data-testid="left-why"
      />
    </div>
    <p v-if="review.published.value" class="soft">
      Revision {{ review.published.value.number }} stands since
      {{ dayAndTime(review.published.value.publishedAt) }}. {{ review.published.value.note }}
    </p>
    <p v-if="review.waiting.value" class="soft">Some lines still wait for the server.</p>
    <CommandButton primary :command="command('publish')" data-testid="publish" />
    <CommandButton :command="command('route')" />
    <CommandButton :command="command('save')" />
  </div>
</template>

<style scoped>
.acts {
  display: grid;
  gap: 12px;
  max-height: 60vh;
  padding: 12px 20px 20px;
  overflow-y: auto;
}
.told {
  border: 2px solid var(--copper-mat);
  border-radius: var(--radius);
  padding: 10px 14px;
}
.stop {
  display: grid;
  gap: 10px;
}
.soft {
  font-size: 14px;
  color: var(--soft-on-mat);
}
@media (max-width: 820px), (max-height: 520px) {
  .acts {
    display: flex;
    flex-wrap: wrap;
    justify-content: flex-end;
    gap: 6px 10px;
    max-height: 45vh;
    padding: 6px 12px;
  }
  .soft {
    display: none;
  }
}
</style>
