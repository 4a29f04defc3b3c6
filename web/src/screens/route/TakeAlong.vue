<script setup lang="ts">
import { guideFormats, type GuideFormat, type Purpose, type Route, type Sequence } from '@bemtor/core';
import { defineAsyncComponent, ref } from 'vue';
import KeyHint from '../../components/KeyHint.vue';
import { saveFile } from '../../composables/saveFile.ts';
import { useKeys } from '../../composables/useKeys.ts';
import { picturesOf, useGuide } from './useGuide.ts';

/** The guide of this route, to be taken along: on paper, or in a format that needs no Bemtor. */
const props = defineProps<{
  sequence: Sequence;
  route: Route;
  targets: readonly string[];
  purpose: Purpose;
  /** Something was settled that is in no revision yet. */
  ahead: boolean;
  /** Something is only tried out: that is no guide. */
  trying: boolean;
  /** Photos by the act that they show. */
  pictures: Readonly<Record<string, readonly string[]>>;
}>();
const PrintView = defineAsyncComponent(() => import('./PrintView.vue'));
const { guide } = useGuide(props);
const open = ref(false);
const onPaper = ref(false);

const formats = Object.entries(guideFormats) as [GuideFormat, (typeof guideFormats)[GuideFormat]][];
/** What is said of the last one. */
const told = ref('');

async function take(format: GuideFormat): Promise<void> {
  const made = guide();
  told.value = 'Being written …';
  const { guideFileName, writeGuide } = await import('./guideFiles.ts');
  const name = guideFileName(made, props.targets, format);
  saveFile(name, writeGuide(made, props.sequence, format, await picturesOf(made)), guideFormats[format].type);
  told.value = `Saved as ${name}`;
}
function toPaper(): void {
  open.value = false;
  onPaper.value = true;
}
function onKey(event: KeyboardEvent): void {
  const chosen = formats[Number(event.key) - 1];
  if (!chosen && event.key !== 'p') return;
  event.preventDefault();
  if (chosen) void take(chosen[0]);
  else toPaper();
}
useKeys(() => ({ g: () => void (open.value = !props.trying) }));
</script>

<template>
  <v-btn
    class="open"
    variant="text"
    :disabled="trying"
    :title="trying ? 'What is only tried out is no guide' : ''"
    data-testid="open-take-along"
    @click="open = true"
    ><KeyHint name="G" />&nbsp;take the guide along</v-btn
  >
  <v-dialog
    v-model="open"
    max-width="520"
    aria-label="Take the guide along"
    @keydown="onKey"
    @after-leave="told = ''"
  >
    <div class="card along" data-testid="take-along">
      <h2>Take the guide along</h2>
      <p>
        All steps of this route with tools, parts, cautions and the screw ledger. It works without Bemtor.
      </p>
      <v-list class="formats">
        <v-list-item data-testid="take-paper" @click="toPaper">
          <template #prepend><KeyHint name="P" /></template>
          <v-list-item-title>On paper: print, or PDF</v-list-item-title>
          <template #append><span class="mono">.pdf</span></template>
        </v-list-item>
        <v-list-item
          v-for="([format, { words, ending }], i) in formats"
          :key="format"
          :data-testid="`take-${format}`"
          @click="take(format)"
        >
          <template #prepend><KeyHint :name="String(i + 1)" /></template>
          <v-list-item-title>{{ words }}</v-list-item-title>
          <template #append
            ><span class="mono">{{ ending }}</span></template
          >
        </v-list-item>
      </v-list>
      <p class="saved" role="status">{{ told }}</p>
      <v-btn class="act-button" variant="text" @click="open = false"><KeyHint name="Esc" />&nbsp;close</v-btn>
    </div>
  </v-dialog>
  <PrintView v-if="onPaper" :source="props" @close="onPaper = false" />
</template>

<style scoped>
.open {
  margin-left: 14px;
  color: var(--soft-on-mat);
}
.along {
  padding: 26px 30px;
  display: grid;
  gap: 12px;
}
h2 {
  font: 600 32px/1.1 var(--label);
}
.formats :deep(.v-list-item) {
  min-height: var(--touch);
  padding-inline: 4px;
}
.formats :deep(.v-list-item__prepend) {
  width: 44px;
}
.formats :deep(.v-list-item-title) {
  font: 500 19px/1.25 var(--label);
}
.mono {
  font-size: 14px;
  color: var(--ink-soft);
}
.saved {
  min-height: 1.4em;
  overflow-wrap: anywhere;
}
</style>
