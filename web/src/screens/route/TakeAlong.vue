<script setup lang="ts">
import { guideFormats, type GuideFormat, type Purpose, type Route, type Sequence } from '@bemtor/core';
import { defineAsyncComponent, ref } from 'vue';
import KeyHint from '../../kit/KeyHint.vue';
import { saveFile } from '../../composables/saveFile.ts';
import { picturesOf, useGuide } from './useGuide.ts';
import ActButton from '../../kit/ActButton.vue';
import AskDialog from '../../kit/AskDialog.vue';
import CommandButton from '../../kit/CommandButton.vue';
import TileButton from '../../kit/TileButton.vue';
import { useCommands } from '../../kit/useCommands.ts';

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
const { command } = useCommands(() => [
  {
    id: 'take-along',
    keys: ['g'],
    words: 'take the guide along',
    unless: props.trying ? 'What is only tried out is no guide' : null,
    run: () => (open.value = true),
  },
]);
</script>

<template>
  <CommandButton quiet class="open" :command="command('take-along')" data-testid="open-take-along" />
  <AskDialog
    v-model="open"
    title="Take the guide along"
    :width="540"
    data-testid="take-along"
    @keydown="onKey"
    @shown="told = ''"
  >
    <p>All steps of this route with tools, parts, cautions and the screw ledger. It works without Bemtor.</p>
    <ul class="formats">
      <li>
        <TileButton data-testid="take-paper" @click="toPaper"
          ><KeyHint name="P" /> On paper: print, or PDF <span class="mono">.pdf</span></TileButton
        >
      </li>
      <li v-for="([format, { words, ending }], i) in formats" :key="format">
        <TileButton :data-testid="`take-${format}`" @click="take(format)"
          ><KeyHint :name="String(i + 1)" /> {{ words }} <span class="mono">{{ ending }}</span></TileButton
        >
      </li>
    </ul>
    <p class="saved" role="status">{{ told }}</p>
    <template #acts><ActButton key-name="Esc" @click="open = false">close</ActButton></template>
  </AskDialog>
  <PrintView v-if="onPaper" :source="props" @close="onPaper = false" />
</template>

<style scoped>
.open {
  margin-left: 14px;
}
.formats li > * {
  width: 100%;
  font: 500 19px/1.25 var(--label);
}
.mono {
  margin-left: auto;
  font-size: 14px;
  color: var(--ink-soft);
}
.saved {
  min-height: 1.4em;
  overflow-wrap: anywhere;
}
</style>
