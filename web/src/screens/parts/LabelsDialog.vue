<script setup lang="ts">
import { cellLetter, drawLabel, type Label, type LabelCode, type UnitSummary } from '@bemtor/core';
import { computed, ref, watch } from 'vue';
import { typeScan } from '../../standIns/labelScanner.ts';

/** Labels at true size for parts, tray cells, units and jobs; and the stand-in that scans them. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ number: string | null; units: readonly UnitSummary[] }>();

const code = ref<LabelCode>('code128');
const what = ref<'part' | 'cells' | 'unit' | 'job'>('part');
const unitId = ref('');
const cells = ref(6);
const copies = ref(1);
watch(
  open,
  (now) => {
    if (now) what.value = props.number ? 'part' : 'unit';
  },
  { immediate: true },
);
const unit = computed(() => props.units.find(({ id }) => id === unitId.value) ?? props.units[0] ?? null);
const labels = computed<Label[]>(() => {
  const one = (text: string, words: string): Label[] =>
    Array.from({ length: Math.min(60, Math.max(1, copies.value)) }, () => ({ text, words }));
  if (what.value === 'part') return props.number ? one(props.number, props.number) : [];
  if (!unit.value) return [];
  const { label, model, job } = unit.value;
  if (what.value === 'unit') return one(label, `${label}, ${model.name}`);
  if (what.value === 'job') return job ? one(job.id, `${label}: ${job.targets.join(', ')}`) : [];
  return Array.from({ length: Math.min(26, Math.max(1, cells.value)) }, (_, i) => {
    const text = `${label}/${cellLetter(i)}`;
    return { text, words: `${label}, cell ${cellLetter(i)}` };
  });
});
const drawn = computed(() => labels.value.map((label) => drawLabel(label, code.value)));
const print = (): void => window.print();

/** Closes this, and scans into the field that then has the focus. */
async function scan(text: string): Promise<void> {
  open.value = false;
  const field = document.querySelector<HTMLInputElement>('[data-testid=part-search]');
  field?.focus();
  field?.select();
  await typeScan(text, field);
}
</script>

<template>
  <v-dialog v-model="open" max-width="860" scrollable>
    <section class="card labels" data-testid="labels">
      <h2>Labels</h2>
      <div class="ask">
        <label
          >For
          <select v-model="what">
            <option value="part" :disabled="!number">the part {{ number ?? '' }}</option>
            <option value="unit">a unit</option>
            <option value="cells">tray cells of a unit</option>
            <option value="job">the job of a unit</option>
          </select></label
        >
        <label v-if="what !== 'part'"
          >Unit
          <select v-model="unitId">
            <option v-for="one in units" :key="one.id" :value="one.id">{{ one.label }}</option>
          </select></label
        >
        <label
          >Code
          <select v-model="code" data-testid="label-code">
            <option value="code128">bars (Code 128)</option>
            <option value="qrcode">square (QR)</option>
          </select></label
        >
        <label v-if="what === 'cells'"
          >Cells <input v-model.number="cells" type="number" min="1" max="26"
        /></label>
        <label v-else>Copies <input v-model.number="copies" type="number" min="1" max="60" /></label>
      </div>
      <div class="print-sheet">
        <figure v-for="(label, i) in drawn" :key="i" :style="{ width: `${label.widthMm.toFixed(2)}mm` }">
          <!-- Drawn by the encoder from the text alone. -->
          <!-- eslint-disable-next-line vue/no-v-html -->
          <div data-testid="label" v-html="label.svg" />
          <figcaption>{{ label.words }}</figcaption>
          <button class="scan" :aria-label="`Scan ${label.words}`" @click="scan(label.text)">scan</button>
        </figure>
      </div>
      <p v-if="drawn.length === 0" class="soft">
        There is nothing to print: choose a unit with an open job, or find a number first.
      </p>
      <p class="soft">
        Printed at true size: turn scaling off. “Scan” stands in for a hand scanner and types the code into
        the search.
      </p>
      <div class="acts">
        <button class="act-button primary" :disabled="drawn.length === 0" @click="print">Print</button>
        <button class="act-button" @click="open = false">Close</button>
      </div>
    </section>
  </v-dialog>
</template>

<style scoped>
.labels {
  padding: 24px 28px;
  border-radius: 9px;
  display: grid;
  gap: 14px;
  overflow-y: auto;
}
h2 {
  font: 600 30px/1 var(--label);
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
label {
  display: grid;
  gap: 3px;
  font: 600 15px/1.2 var(--label);
}
select,
input {
  min-height: var(--touch);
  padding: 0 10px;
  border: 1.5px solid var(--ink-soft);
  border-radius: var(--radius);
  background: var(--card-raised);
  color: var(--ink);
}
.print-sheet {
  display: flex;
  flex-wrap: wrap;
  gap: 4mm;
}
figure {
  background: #ffffff;
  color: #000000;
  padding-bottom: 1mm;
  text-align: center;
}
figure :deep(svg) {
  display: block;
}
figcaption {
  font: 500 2.8mm/1.2 var(--mono);
}
.scan {
  min-height: 40px;
  text-decoration: underline;
}
.soft {
  color: var(--ink-soft);
}
.acts {
  display: flex;
  gap: 12px;
}
</style>
<style>
@media print {
  body:has(.print-sheet) #app {
    display: none;
  }
  body:has(.print-sheet) .v-overlay__content > .labels > :not(.print-sheet),
  .print-sheet .scan {
    display: none;
  }
}
</style>
