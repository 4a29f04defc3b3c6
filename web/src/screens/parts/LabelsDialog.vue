<script setup lang="ts">
import {
  cellLetter,
  drawLabel,
  matGroupsOfSequence,
  screwWords,
  type Label,
  type LabelCode,
  type Screw,
  type UnitSummary,
} from '@bemtor/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { Away, read, Refused } from '../../api/client.ts';
import { saveFile } from '../../composables/saveFile.ts';
import { usePaper } from '../../papers/usePaper.ts';
import { typeScan } from '../../standIns/labelScanner.ts';
import type { Published } from '../../stores/unit.ts';
import ActButton from '../../kit/ActButton.vue';
import AskDialog from '../../kit/AskDialog.vue';

/** Labels at true size for parts, tray cells, kinds of screws, units and jobs; and the stand-in that scans them. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ number: string | null; units: readonly UnitSummary[] }>();

interface LabelOf extends Label {
  readonly screw?: Screw;
}
const code = ref<LabelCode>('code128');
const what = ref<'part' | 'cells' | 'kinds' | 'unit' | 'job'>('part');
const unitId = ref<string | null>(null);
const count = ref('1');
const size = ref<'A4' | 'Letter'>('A4');
watch(
  open,
  (now) => {
    if (now) what.value = props.number ? 'part' : 'unit';
  },
  { immediate: true },
);
const unit = computed(() => props.units.find(({ id }) => id === unitId.value) ?? props.units[0] ?? null);
const whats = computed(() => [
  { value: 'part', title: `the part ${props.number ?? ''}`, props: { disabled: !props.number } },
  { value: 'unit', title: 'a unit' },
  { value: 'cells', title: 'tray cells of a unit' },
  { value: 'kinds', title: 'kinds of screws of a unit' },
  { value: 'job', title: 'the job of a unit' },
]);
const codes = [
  { value: 'code128', title: 'bars (Code 128)' },
  { value: 'qrcode', title: 'square (QR)' },
];
const most = computed(() => (what.value === 'cells' ? 26 : 200));
const many = computed(() => Math.min(most.value, Math.max(1, Math.round(Number(count.value)) || 1)));
watch(what, (now) => (count.value = now === 'cells' ? '6' : '1'));

/** One of each kind that the sequence of the unit's model has. */
const kinds = shallowRef<readonly LabelOf[]>([]);
watch(
  () => (what.value === 'kinds' ? unit.value : null),
  async (of) => {
    kinds.value = [];
    if (!of) return;
    try {
      const path = `/models/${encodeURIComponent(of.model.code)}/revisions/latest`;
      kinds.value = kindsOf((await read<Published>(path)).value, of.label);
    } catch (error) {
      // Nothing is published, or nothing can be had: there are no kinds to print.
      if (!(error instanceof Away || error instanceof Refused)) throw error;
    }
  },
);
function kindsOf({ document }: Published, label: string): LabelOf[] {
  const cells = new Map(matGroupsOfSequence(document).map(({ letter, screw }) => [letter, screw]));
  return [...cells].map(([letter, screw]) => ({
    ...{ text: `${label}/${letter}`, screw },
    words: `${letter}: ${screwWords(screw) || 'screw'}`,
  }));
}
const labels = computed<LabelOf[]>(() => {
  const one = (text: string, words: string): LabelOf[] =>
    Array.from({ length: many.value }, () => ({ text, words }));
  if (what.value === 'part') return props.number ? one(props.number, props.number) : [];
  if (!unit.value) return [];
  const { label, model, job } = unit.value;
  if (what.value === 'unit') return one(label, `${label}, ${model.name}`);
  if (what.value === 'job') return job ? one(job.id, `${label}: ${job.targets.join(', ')}`) : [];
  if (what.value === 'kinds') return [...kinds.value];
  return Array.from({ length: many.value }, (_, i) => {
    const text = `${label}/${cellLetter(i)}`;
    return { text, words: `${label}, cell ${cellLetter(i)}` };
  });
});
const drawn = computed(() => labels.value.map((label) => drawLabel(label, code.value)));

const { making, fault, make } = usePaper();
const told = ref('');
async function print(): Promise<void> {
  told.value = '';
  const file = await make({
    ...{ kind: 'labels', size: size.value, code: code.value, labels: labels.value },
  });
  if (!file) return;
  saveFile('labels.pdf', file, 'application/pdf');
  told.value = 'Saved as labels.pdf';
}

/** Closes this, and scans into the field that then has the focus. */
async function scan(text: string): Promise<void> {
  open.value = false;
  const field = document.querySelector<HTMLInputElement>('[data-testid=part-search] input');
  field?.focus();
  field?.select();
  await typeScan(text, field);
}
</script>

<template>
  <AskDialog v-model="open" title="Labels" :width="900" data-testid="labels">
    <div class="ask">
      <v-select v-model="what" label="For" :items="whats" data-testid="label-what" />
      <v-select
        v-if="what !== 'part'"
        :model-value="unit?.id ?? null"
        label="Unit"
        :items="units.map(({ id, label }) => ({ value: id, title: label }))"
        data-testid="label-unit"
        @update:model-value="unitId = $event"
      />
      <v-select v-model="code" label="Code" :items="codes" data-testid="label-code" />
      <v-text-field
        v-if="what !== 'kinds'"
        v-model="count"
        :label="what === 'cells' ? 'Cells' : 'Copies'"
        type="number"
        min="1"
        :max="most"
        data-testid="label-count"
      />
      <v-select v-model="size" label="Sheet" :items="['A4', 'Letter']" />
    </div>
    <div class="sheet">
      <figure v-for="(label, i) in drawn" :key="i" :style="{ width: `${label.widthMm.toFixed(2)}mm` }">
        <!-- Drawn by the encoder from the text alone. -->
        <!-- eslint-disable-next-line vue/no-v-html -->
        <div data-testid="label" v-html="label.svg" />
        <figcaption>{{ label.words }}</figcaption>
        <ActButton quiet class="scan" :aria-label="`Scan ${label.words}`" @click="scan(label.text)"
          >scan</ActButton
        >
      </figure>
    </div>
    <p v-if="drawn.length === 0" class="soft">
      There is nothing to print: choose a unit with an open job or a published sequence, or find a number
      first.
    </p>
    <p class="soft">
      Printed at true size from the corner of the sheet: turn scaling off. “Scan” stands in for a hand scanner
      and types the code into the search.
    </p>
    <p v-if="fault ?? told" role="status" data-testid="labels-told">{{ fault ?? told }}</p>
    <template #acts>
      <ActButton primary :disabled="drawn.length === 0 || making" data-testid="labels-print" @click="print">{{
        making ? 'Being made …' : `PDF of ${drawn.length} label${drawn.length === 1 ? '' : 's'}`
      }}</ActButton>
      <ActButton @click="open = false">Close</ActButton>
    </template>
  </AskDialog>
</template>

<style scoped>
.ask {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 12px;
}
.sheet {
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
  color: #000000;
  text-decoration: underline;
}
.soft {
  color: var(--ink-soft);
}
</style>
