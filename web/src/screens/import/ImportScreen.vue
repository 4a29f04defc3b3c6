<script setup lang="ts">
import { forms, type CsvMapping } from '@bemtor/core';
import { computed, onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import TellBar from '../../kit/TellBar.vue';
import { useTold } from '../../kit/useTold.ts';
import { useShop } from '../../stores/shop.ts';
import { useModels } from '../models/useModels.ts';
import ColumnMapping from './ColumnMapping.vue';
import ImportLines from './ImportLines.vue';
import { useAccept } from './useAccept.ts';
import { useImport } from './useImport.ts';
import ActButton from '../../kit/ActButton.vue';
import CommandButton from '../../kit/CommandButton.vue';
import { useCommands } from '../../kit/useCommands.ts';

/** A guide from elsewhere: read, looked at line by line, put right, and only then taken in. */
const router = useRouter();
const { told, tell } = useTold();
const { models, load } = useModels(tell);
const shop = useShop();
onMounted(() => Promise.all([load(), shop.load()]));
const incoming = useImport(() => models.value);
const { file, read, fault, busy, lines, left, names, known, model, sequence, missing, problems } = incoming;
const accepting = useAccept(tell);

const pasted = ref('');
const over = ref(false);
async function onFiles(files: File | File[] | FileList | null | undefined): Promise<void> {
  const [first] = files instanceof File ? [files] : [...(files ?? [])];
  if (first) await incoming.openFile(first);
}
function onDrop(event: DragEvent): void {
  over.value = false;
  void onFiles(event.dataTransfer?.files);
}
const table = computed(() => (read.value?.kind === 'lines' ? read.value.table : null));
const picturesIn = computed(() => (read.value?.kind === 'sequence' ? read.value.pictures.size : 0));
const notes = computed(() => [
  ...(read.value?.notes ?? []),
  ...(left.value.size > 0 ? [`left out by hand: ${[...left.value].join(', ')}`] : []),
]);
const screwsIn = computed(() =>
  (sequence.value?.joints ?? []).reduce((sum, joint) => sum + (joint.screw ? (joint.count ?? 0) : 0), 0),
);
const acceptWords = computed(() => {
  if (missing.value) return missing.value;
  const next = (known.value?.revision ?? 0) + 1;
  const code = model.value?.code ?? '';
  return known.value ? `Publish after revision ${next - 1} of ${code}` : `Make ${code} and publish it`;
});
async function accept(): Promise<void> {
  if (missing.value || !read.value || !sequence.value || !model.value || !file.value) return;
  const code = model.value.code;
  const isIn = await accepting.accept({
    ...{ read: read.value, sequence: sequence.value, model: model.value, known: known.value },
    from: file.value.name,
  });
  if (!isIn) return;
  incoming.close();
  accepted.value = code;
  await load();
}
const accepted = ref<string | null>(null);
const remap = (mapping: CsvMapping): void => void incoming.remap(mapping);
const { command } = useCommands(() => [
  {
    id: 'another',
    keys: ['Escape'],
    words: 'another file',
    when: read.value !== null,
    run: incoming.close,
  },
  {
    id: 'accept',
    keys: ['p'],
    words: acceptWords.value,
    when: read.value !== null,
    unless: accepting.busy.value ? 'It is being taken in' : missing.value,
    run: accept,
  },
  {
    id: 'look',
    keys: ['o'],
    words: `look at ${accepted.value}`,
    when: accepted.value !== null && !read.value,
    run: () => router.push(`/models/${encodeURIComponent(accepted.value ?? '')}`),
  },
]);
</script>

<template>
  <div class="import">
    <section
      class="card main"
      :class="{ over }"
      aria-label="Bring a guide in"
      @dragover.prevent="over = true"
      @dragleave="over = false"
      @drop.prevent="onDrop"
    >
      <header>
        <h1>Bring a guide in</h1>
        <CommandButton :command="command('another')" />
      </header>
      <TellBar :told="told" />
      <p v-if="accepted && !read"><CommandButton :command="command('look')" /></p>
      <p v-if="fault" class="stop" role="alert" data-testid="import-fault">{{ fault }}</p>
      <v-progress-linear v-if="busy" indeterminate color="primary" aria-label="The file is being read" />
      <template v-if="!read">
        <p class="soft">
          A sequence, an archive, a table of steps, a Markdown list, a HowTo as JSON-LD, bench lines, or
          captions of somebody at work. Nothing is kept before you have seen what was understood.
        </p>
        <v-file-input
          label="Choose a file, or drop it here"
          prepend-icon=""
          :model-value="null"
          data-testid="import-file"
          @update:model-value="onFiles"
        />
        <v-textarea v-model="pasted" label="Or paste text" rows="8" data-testid="import-text" />
        <ActButton
          primary
          class="read"
          :disabled="pasted.trim() === ''"
          data-testid="import-read"
          @click="incoming.openText(pasted)"
          >Read it</ActButton
        >
      </template>
      <template v-else>
        <p>
          <strong>{{ file?.name }}</strong> was taken for {{ incoming.formatOf(read) }}.
        </p>
        <ColumnMapping v-if="table" :columns="table.columns" :mapping="table.mapping" @change="remap" />
        <ImportLines
          v-if="read.kind === 'lines'"
          :lines="lines"
          :left="left"
          :words-of="incoming.wordsOf"
          @mend="incoming.mend"
          @leave="incoming.leaveOut"
        />
        <p v-else class="whole">
          {{ sequence?.actions.length }} steps on {{ sequence?.parts.length }} parts, all of it as it
          stands<template v-if="picturesIn > 0"
            >, with {{ picturesIn }} {{ picturesIn === 1 ? 'photo' : 'photos' }}</template
          >.
        </p>
      </template>
    </section>
    <aside v-if="read" class="mat-bound side" aria-label="What becomes of it">
      <h2>What becomes of it</h2>
      <p data-testid="import-sum">
        {{ sequence?.actions.length ?? 0 }} steps, {{ sequence?.parts.length ?? 0 }} parts,
        {{ screwsIn }} screws<template v-if="problems.length > 0"
          >; <b>{{ problems.length }} {{ problems.length === 1 ? 'line' : 'lines' }} to look at</b></template
        >
      </p>
      <div class="names">
        <v-combobox
          v-model="names.code"
          label="Code of the model"
          :items="models.filter(({ mergedInto }) => mergedInto === null).map(({ code }) => code)"
          data-testid="import-code"
        />
        <template v-if="!known">
          <v-text-field v-model="names.maker" label="Maker" maxlength="80" data-testid="import-maker" />
          <v-text-field v-model="names.name" label="Name" maxlength="80" data-testid="import-name" />
          <v-select v-model="names.form" label="Form" :items="forms" />
        </template>
        <p v-else class="soft">{{ known.maker }} {{ known.name }}, {{ known.form }}</p>
      </div>
      <template v-if="notes.length > 0">
        <h3>Not taken in</h3>
        <ul class="notes" data-testid="import-notes">
          <li v-for="note in notes" :key="note">{{ note }}</li>
        </ul>
      </template>
      <p v-if="accepting.fault.value" class="stop" role="alert">{{ accepting.fault.value }}</p>
      <CommandButton primary class="accept" :command="command('accept')" data-testid="import-accept" />
    </aside>
  </div>
</template>

<style scoped>
.import {
  flex: 1;
  min-height: 0;
  display: flex;
}
.main {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-direction: column;
  gap: 14px;
  padding: 24px 28px;
  overflow-y: auto;
}
.over {
  outline: 3px dashed var(--copper);
  outline-offset: -8px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
h1 {
  font: 600 38px/1.1 var(--label);
}
.main > :deep(*) {
  flex: none;
}
.soft {
  color: var(--ink-soft);
}
.side .soft {
  color: var(--soft-on-mat);
}
.read {
  align-self: start;
}
.whole {
  font-size: 19px;
}
.side {
  width: 330px;
  flex: none;
  display: flex;
  flex-direction: column;
  gap: 14px;
  padding: 24px;
  overflow-y: auto;
}
h2 {
  font: 600 28px/1.1 var(--label);
}
h3 {
  font: 600 18px/1.2 var(--label);
}
.names {
  display: grid;
  gap: 12px;
}
.notes {
  display: grid;
  gap: 6px;
  font-size: 15px;
  overflow-wrap: anywhere;
}
.accept {
  margin-top: auto;
  flex: none;
}
@media (max-width: 900px) {
  .import {
    flex-direction: column;
    overflow-y: auto;
  }
  .main {
    flex: none;
    overflow: visible;
  }
  .side {
    width: auto;
    overflow: visible;
  }
}
</style>
