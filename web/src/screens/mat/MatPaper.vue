<script setup lang="ts">
import {
  fileName,
  matTiling,
  paperSizes,
  partNameOf,
  toldBetween,
  type MatGroup,
  type ModelSummary,
  type NamedRegion,
  type Outline,
  type PaperSize,
} from '@bemtor/core';
import { computed, ref } from 'vue';
import AskDialog from '../../kit/AskDialog.vue';
import { saveFile } from '../../composables/saveFile.ts';
import OutlineFields from '../models/OutlineFields.vue';
import { sayOfModel } from '../models/tellModel.ts';
import { usePaper } from '../../papers/usePaper.ts';
import ActButton from '../../kit/ActButton.vue';

/** The mat on paper: at true size on sheets to be joined, or smaller on one. A model without measures is asked for them. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  model: Pick<ModelSummary, 'code' | 'maker' | 'name'>;
  outline: Outline | null;
  face: 'top' | 'bottom';
  groups: readonly MatGroup[];
  /** Parts by their place, as the sheet shows them. */
  regions: readonly NamedRegion[];
}>();

const size = ref<PaperSize>('A4');
const fit = ref<'true-size' | 'one-sheet'>('true-size');
const measured = ref<Outline | null>(props.outline);
const fault = ref<string | null>(null);
const { making, fault: paperFault, make } = usePaper();
const told = ref('');

const sheets = computed(() =>
  measured.value && fit.value === 'true-size'
    ? matTiling(measured.value, paperSizes[size.value]).tiles.length
    : 1,
);
const sizes = (Object.keys(paperSizes) as PaperSize[]).map((value) => ({ value, title: value }));
const fits = [
  { value: 'true-size', title: 'At its true size' },
  { value: 'one-sheet', title: 'Smaller, on one sheet' },
];

async function print(): Promise<void> {
  const outline = measured.value;
  if (!outline || making.value) return;
  told.value = '';
  fault.value = await measuredNow(outline);
  if (fault.value) return;
  const { code, maker, name } = props.model;
  const file = await make({
    ...{ kind: 'mat', size: size.value, fit: fit.value, side: props.face },
    title: `${maker} ${name}, ${code}`,
    outline: { width: outline.width, depth: outline.depth },
    regions: props.regions.map(({ name, x, y, width, depth }) => ({ name, x, y, width, depth })),
    groups: props.groups
      .filter(({ face, points }) => face === props.face || points.some((point) => point.face === props.face))
      .map(({ letter, part, screw, count, points }) => ({
        ...{ letter, screw, count, part: part ? partNameOf(part) : '' },
        points: points.filter((point) => point.face === props.face).map(({ x, y }) => ({ x, y })),
      })),
  });
  if (!file) return;
  const saved = fileName([code, 'mat', props.face], '.pdf');
  saveFile(saved, file, 'application/pdf');
  told.value = `Saved as ${saved}`;
}

/** What was measured just now belongs to the model, for the next one who asks. */
async function measuredNow(outline: Outline): Promise<string | null> {
  if (props.outline) return null;
  const what = toldBetween({}, { outlineMm: outline });
  return what && sayOfModel(props.model.code, what);
}
</script>

<template>
  <AskDialog v-model="open" title="The mat on paper" @submit="print">
    <template v-if="!outline">
      <p>Nobody has measured the {{ model.name }} yet. Measure it closed, as it lies on the bench.</p>
      <OutlineFields v-model="measured" />
    </template>
    <div class="choices">
      <v-select v-model="size" label="Sheet" :items="sizes" data-testid="mat-size" />
      <v-select v-model="fit" label="How large" :items="fits" data-testid="mat-fit" />
    </div>
    <p class="soft">
      {{
        sheets === 1
          ? 'One sheet, and one that says what lies in each cell.'
          : `${sheets} sheets that overlap, with marks to cut by, and one that says what lies in each cell.`
      }}
      Turn scaling off when it is printed: a bar of 100 mm shows whether it was.
    </p>
    <v-progress-linear v-if="making" indeterminate color="primary" aria-label="The PDF is being made" />
    <p role="status" data-testid="mat-told">{{ fault ?? paperFault ?? told }}</p>
    <template #acts>
      <ActButton primary type="submit" :disabled="!measured || making" data-testid="mat-print">{{
        measured ? `PDF of the ${face}` : 'PDF: width and depth are missing'
      }}</ActButton>
      <ActButton @click="open = false">Close</ActButton>
    </template>
  </AskDialog>
</template>

<style scoped>
.choices {
  display: grid;
  grid-template-columns: 1fr 2fr;
  gap: 12px;
}
.soft {
  color: var(--ink-soft);
}
</style>
