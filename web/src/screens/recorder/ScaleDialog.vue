<script setup lang="ts">
import { countByMass, screwWords, type TrayCell } from '@bemtor/core';
import { computed, ref, watch } from 'vue';
import ActButton from '../../kit/ActButton.vue';
import AskDialog from '../../kit/AskDialog.vue';
import TextField from '../../kit/TextField.vue';

/** Stands in for a counting scale: asks for the mass of a tray cell and says how many screws that is. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ cell: TrayCell | null }>();
const emit = defineEmits<{ counted: [count: number] }>();

const mass = ref('');
const resolution = ref('0.01');
const sampleCount = ref('');
const sampleMass = ref('');
watch(open, (now) => now && (mass.value = sampleCount.value = sampleMass.value = ''));

const grams = (text: string): number => Number(text.trim().replace(',', '.').replace(/\s*g$/, ''));
const answer = computed(() => {
  if (!props.cell || mass.value.trim() === '') return null;
  const sample =
    sampleCount.value && sampleMass.value
      ? { count: Number(sampleCount.value), massG: grams(sampleMass.value) }
      : null;
  return countByMass({
    massG: grams(mass.value),
    resolutionG: grams(resolution.value),
    screw: props.cell.screw,
    sample,
  });
});
function done(): void {
  if (answer.value?.kind === 'count' && answer.value.sure) emit('counted', answer.value.count);
  open.value = false;
}
const title = computed(() =>
  props.cell ? `Weigh cell ${props.cell.letter}: ${screwWords(props.cell.screw)}` : 'Weigh a cell',
);
const expected = computed(() => props.cell?.count ?? 0);
</script>

<template>
  <AskDialog v-model="open" :title="title" :width="640" data-testid="scale" @submit="done">
    <div class="fields">
      <TextField
        v-model="mass"
        label="Mass of the screws"
        unit="g"
        inputmode="decimal"
        data-testid="scale-mass"
      />
      <TextField v-model="resolution" label="Last figure of the scale" unit="g" inputmode="decimal" />
      <TextField
        v-model="sampleCount"
        label="Counted sample: how many"
        inputmode="numeric"
        data-testid="scale-sample-count"
      />
      <TextField
        v-model="sampleMass"
        label="Mass of the sample"
        unit="g"
        inputmode="decimal"
        data-testid="scale-sample-mass"
      />
    </div>
    <div class="answer" aria-live="polite" data-testid="scale-answer">
      <template v-if="answer?.kind === 'count'">
        <p class="count">
          {{ answer.sure ? answer.count : `${answer.least} to ${answer.most}` }}
          <small>{{ answer.sure && answer.count === 1 ? 'screw' : 'screws' }}</small>
        </p>
        <p>
          One weighs {{ answer.eachG.toFixed(3) }} g,
          {{ answer.from === 'sample' ? 'from the sample' : 'from its drawing' }}.
          <template v-if="!answer.sure">The mass alone cannot tell; count and weigh a sample.</template>
          <template v-else-if="answer.count === expected">As recorded.</template>
          <template v-else>Recorded are {{ expected }}.</template>
        </p>
      </template>
      <p v-else-if="answer">Cannot tell: {{ answer.why }}.</p>
      <p v-else class="soft">Empty the cell onto the scale, without the cell itself.</p>
    </div>

    <template #acts><ActButton primary key-name="Enter" type="submit">Done</ActButton></template>
  </AskDialog>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.answer {
  min-height: 96px;
}
.count {
  font: 600 60px/1 var(--label);
}
.count small {
  font: 500 22px/1 var(--label);
}
.soft {
  color: var(--ink-soft);
}
</style>
