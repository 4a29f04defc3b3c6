<script setup lang="ts">
import { countByMass, screwWords, type TrayCell } from '@bemtor/core';
import { computed, ref, watch } from 'vue';

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
const expected = computed(() => props.cell?.count ?? 0);
</script>

<template>
  <v-dialog v-model="open" max-width="640">
    <form class="card scale" data-testid="scale" @submit.prevent="done">
      <h2 v-if="cell">Weigh cell {{ cell.letter }}: {{ screwWords(cell.screw) }}</h2>
      <div class="fields">
        <label
          >Mass of the screws, g <input v-model="mass" autofocus inputmode="decimal" data-testid="scale-mass"
        /></label>
        <label>Last figure of the scale, g <input v-model="resolution" inputmode="decimal" /></label>
        <label
          >Counted sample: how many
          <input v-model="sampleCount" inputmode="numeric" data-testid="scale-sample-count"
        /></label>
        <label
          >Mass of the sample, g
          <input v-model="sampleMass" inputmode="decimal" data-testid="scale-sample-mass"
        /></label>
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
      <button class="act-button primary" type="submit">Done</button>
    </form>
  </v-dialog>
</template>

<style scoped>
.scale {
  display: grid;
  gap: 16px;
  padding: 24px 28px;
  border-radius: 9px;
}
h2 {
  font: 600 24px/1.2 var(--label);
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
label {
  display: grid;
  gap: 4px;
  font: 600 15px/1.2 var(--label);
}
input {
  min-height: var(--touch);
  padding: 0 12px;
  border: 1.5px solid var(--ink-soft);
  border-radius: var(--radius);
  background: var(--card-raised);
  font: 400 20px/1 var(--mono);
  min-width: 0;
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
