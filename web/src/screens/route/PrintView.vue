<script setup lang="ts">
import type { PaperSize, TypeSize } from '@bemtor/core';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { saveFile } from '../../composables/saveFile.ts';
import { usePaper } from '../../papers/usePaper.ts';
import { guideFileName, guideHtml } from './guideFiles.ts';
import { picturesOf, useGuide, type GuideSource } from './useGuide.ts';
import { pageNonce } from '../../kit/pageNonce.ts';
import ActButton from '../../kit/ActButton.vue';
import ChoiceRow from '../../kit/ChoiceRow.vue';
import PageDialog from '../../kit/PageDialog.vue';

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
  guideHtml(made, {
    pictures: pictures.value,
    paper: { size: size.value, type: type.value },
    nonce: pageNonce,
  }),
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
const sheets = [
  { value: 'A4', words: 'A4' },
  { value: 'Letter', words: 'Letter' },
] as const;
const letters = [
  { value: 'normal', words: 'Normal' },
  { value: 'large', words: 'Large' },
] as const;
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
  <PageDialog v-model="open" title="The guide on paper" @keydown="onKey" @closed="emit('close')">
    <section class="card paper" data-testid="print-view">
      <div class="side">
        <h2>On paper</h2>
        <ChoiceRow label="Sheet" key-name="S" :choices="sheets" :chosen="size" @choose="size = $event" />
        <ChoiceRow label="Letters" key-name="L" :choices="letters" :chosen="type" @choose="type = $event" />
        <ActButton primary key-name="P" data-testid="print" @click="print"> Print </ActButton>
        <ActButton key-name="F" :disabled="making" data-testid="make-pdf" @click="toPdf">
          PDF file
        </ActButton>
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
        <ActButton quiet class="close" key-name="Esc" @click="open = false">close</ActButton>
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
  </PageDialog>
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
