<script setup lang="ts">
import type { PaperSize, TypeSize } from '@bemtor/core';
import { computed, onMounted, ref, shallowRef } from 'vue';
import KeyHint from '../../components/KeyHint.vue';
import { saveFile } from '../../composables/saveFile.ts';
import { usePaper } from '../../papers/usePaper.ts';
import { guideFileName, guideHtml } from './guideFiles.ts';
import { picturesOf, useGuide, type GuideSource } from './useGuide.ts';

/** The guide as it will stand on paper: printed from here, or made a PDF by the server. */
const props = defineProps<{ source: GuideSource }>();
const emit = defineEmits<{ close: [] }>();
const { request, guide } = useGuide(props.source);
const made = guide();
const pictures = shallowRef<Awaited<ReturnType<typeof picturesOf>>>(new Map());
onMounted(async () => (pictures.value = await picturesOf(made)));

const open = ref(true);
const size = ref<Extract<PaperSize, 'A4' | 'Letter'>>('A4');
const type = ref<TypeSize>('normal');
const page = computed(() =>
  guideHtml(made, { pictures: pictures.value, paper: { size: size.value, type: type.value } }),
);
const preview = ref<HTMLIFrameElement | null>(null);
const print = (): void => preview.value?.contentWindow?.print();

const { making, percent, fault, make } = usePaper();
const told = ref('');
async function toPdf(): Promise<void> {
  told.value = '';
  const file = await make({
    ...{ kind: 'guide', size: size.value, type: type.value },
    sequence: props.source.sequence,
    guide: request(),
  });
  if (!file) return;
  const name = guideFileName(made, props.source.targets, 'pdf');
  saveFile(name, file, 'application/pdf');
  told.value = `Saved as ${name}`;
}
const keys: Readonly<Record<string, () => void>> = {
  p: print,
  f: () => void toPdf(),
  s: () => (size.value = size.value === 'A4' ? 'Letter' : 'A4'),
  l: () => (type.value = type.value === 'normal' ? 'large' : 'normal'),
};
function onKey(event: KeyboardEvent): void {
  const act = keys[event.key];
  if (!act || event.ctrlKey || event.metaKey || event.altKey) return;
  event.preventDefault();
  act();
}
</script>

<template>
  <v-dialog
    v-model="open"
    fullscreen
    aria-label="The guide on paper"
    @keydown="onKey"
    @after-leave="emit('close')"
  >
    <section class="card paper" data-testid="print-view">
      <div class="side">
        <h2>On paper</h2>
        <div class="choice">
          <span><KeyHint name="S" /> Sheet</span>
          <v-btn-toggle v-model="size" mandatory variant="outlined" aria-label="Sheet">
            <v-btn value="A4">A4</v-btn><v-btn value="Letter">Letter</v-btn>
          </v-btn-toggle>
        </div>
        <div class="choice">
          <span><KeyHint name="L" /> Letters</span>
          <v-btn-toggle v-model="type" mandatory variant="outlined" aria-label="Letters">
            <v-btn value="normal">Normal</v-btn><v-btn value="large">Large</v-btn>
          </v-btn-toggle>
        </div>
        <v-btn class="act-button primary" variant="text" data-testid="print" @click="print"
          ><KeyHint name="P" />&nbsp;Print</v-btn
        >
        <v-btn class="act-button" variant="text" :disabled="making" data-testid="make-pdf" @click="toPdf"
          ><KeyHint name="F" />&nbsp;PDF file</v-btn
        >
        <v-progress-linear
          v-if="making"
          :model-value="percent ?? 0"
          :indeterminate="percent === null"
          color="primary"
          height="8"
          aria-label="The PDF is being made"
        />
        <p role="status" data-testid="paper-told">
          {{ making ? `Being made … ${percent === null ? '' : `${percent} %`}` : (fault ?? told) }}
        </p>
        <p class="soft">
          The PDF has bookmarks and page numbers, and can be read aloud. Printed at true size: turn scaling
          off.
        </p>
        <v-btn class="close" variant="text" @click="open = false"><KeyHint name="Esc" />&nbsp;close</v-btn>
      </div>
      <!-- No script runs in the preview: it is only to be seen and printed. -->
      <iframe
        ref="preview"
        :class="size"
        :srcdoc="page"
        sandbox="allow-same-origin allow-modals"
        title="The guide as it will stand on paper"
        data-testid="preview"
      />
    </section>
  </v-dialog>
</template>

<style scoped>
.paper {
  display: grid;
  grid-template-columns: 280px minmax(0, 1fr);
  height: 100%;
  background: linear-gradient(90deg, var(--card) 280px, var(--mat) 0);
}
.side {
  display: flex;
  flex-direction: column;
  gap: 16px;
  padding: 26px 28px;
}
h2 {
  font: 600 32px/1.1 var(--label);
}
.choice {
  display: grid;
  gap: 6px;
}
.choice :deep(.v-btn) {
  min-height: var(--touch);
  border: 1.5px solid var(--ink-soft);
}
.choice :deep(.v-btn--active) {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--card);
}
.soft {
  color: var(--ink-soft);
}
.close {
  margin-top: auto;
  align-self: start;
}
iframe {
  justify-self: center;
  width: 210mm;
  max-width: 100%;
  height: 100%;
  border: 0;
  background: #ffffff;
}
iframe.Letter {
  width: 215.9mm;
}
@media (max-width: 900px) {
  .paper {
    grid-template: auto minmax(0, 1fr) / minmax(0, 1fr);
    background: var(--mat);
  }
  .side {
    background: var(--card);
    flex-flow: row wrap;
    align-items: end;
    padding: 14px 18px;
  }
  h2,
  .soft {
    display: none;
  }
  .close {
    margin: 0;
  }
}
</style>
