<script setup lang="ts">
import { diffSequences } from '@bemtor/core';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { saveFile } from '../../composables/saveFile.ts';
import EmptyState from '../../kit/EmptyState.vue';
import ChangeList from './ChangeList.vue';
import EditDialog from './EditDialog.vue';
import EditKeys from './EditKeys.vue';
import FindingsList from './FindingsList.vue';
import ReviewRows from './ReviewRows.vue';
import ReviewSide from './ReviewSide.vue';
import { reviewRows } from './reviewRows.ts';
import { useEditing } from './useEditing.ts';
import { useReview } from './useReview.ts';
import ActButton from '../../kit/ActButton.vue';
import type { Command } from '../../kit/commands.ts';
import CommandButton from '../../kit/CommandButton.vue';
import { useCommands } from '../../kit/useCommands.ts';
import ReviewActs from './ReviewActs.vue';
import SidePanel from '../../kit/SidePanel.vue';

const props = defineProps<{ unitId: string }>();
const router = useRouter();
const review = useReview(props.unitId);
const { unit, published, fault, recording, derived, reviewed, document, evidence, revisions } = review;

type Mode = 'steps' | 'findings' | 'changes' | 'document';
const mode = ref<Mode>('steps');
const lineTexts = computed(
  () =>
    new Map([...recording.lines.value, ...review.witnesses.lines.value].map((line) => [line.id, line.text])),
);
const lineText = (id: string): string => lineTexts.value.get(id) ?? '';
const rows = computed(() =>
  document.value ? reviewRows(document.value, evidence.value, lineText, review.picturesOf) : [],
);
/** An older revision is read, not edited. */
const older = computed(() => revisions.older.value);
const olderRows = computed(() => (older.value ? reviewRows(older.value.document, [], () => '') : []));
const changes = computed(() => {
  if (!older.value || !published.value) return review.changes.value;
  return diffSequences(older.value.document, published.value.document);
});
const changed = computed(() => {
  const byAct = new Map<string, string[]>();
  for (const { action, kind, words } of review.changes.value)
    if (action && kind !== 'need') byAct.set(action, [...(byAct.get(action) ?? []), words]);
  return byAct;
});
const heading = computed(() => {
  if (mode.value === 'findings') return 'What the check says';
  if (mode.value === 'changes')
    return older.value
      ? `From revision ${older.value.number} to ${published.value?.number}`
      : `Since revision ${published.value?.number}`;
  if (older.value) return `Revision ${older.value.number}, as it was`;
  return derived.value ? 'Order and reasons' : `Revision ${published.value?.number}`;
});
const json = computed(() => JSON.stringify(older.value?.document ?? document.value ?? {}, null, 2));

const editing = useEditing({
  document,
  rows,
  edit: recording.edit,
  undo: recording.unedit,
});
const asking = computed({
  get: () => editing.ask.value !== null,
  set: (open) => open || (editing.ask.value = null),
});
const marked = computed(() => {
  const all = [...editing.marked.value];
  const own = editing.row.value?.action.id;
  return all.length > 0 || !own ? all : [own as string];
});

const download = (): void =>
  saveFile(`${unit.value?.model.code ?? 'sequence'}.json`, json.value, 'application/json');

const show = (wanted: Mode) => (mode.value = mode.value === wanted ? 'steps' : wanted);
/** A finding that only a reading at the bench can mend: the line is begun in the recorder. */
function typeLine(line: string): void {
  localStorage.setItem(`bemtor.draft.${props.unitId}`, line);
  go('recorder');
}
const go = (screen: string) => void router.push(`/unit/${props.unitId}/${screen}`);
const edits = computed(() =>
  mode.value === 'steps' && !older.value ? editing.commands(recording.edits.value.length) : [],
);
const { command } = useCommands(() => [
  ...edits.value,
  {
    id: 'mend',
    keys: ['e'],
    words: 'mend',
    more: 'mend the circle',
    when: review.cycle.value !== null,
    run: review.mendCycle,
  },
  { id: 'close-older', keys: ['Escape'], words: 'back', when: older.value !== null, run: revisions.close },
  {
    id: 'publish',
    keys: ['p'],
    words: review.isNews.value ? `Publish as revision ${review.nextNumber.value}` : 'Published as it stands',
    when: review.derived.value !== null || review.isNews.value,
    unless: whyNotPublish.value,
    run: review.publish,
  },
  {
    id: 'unpublish',
    keys: ['z'],
    words: 'take it back',
    when: review.told.value?.undo !== undefined,
    run: () => review.told.value?.undo?.(),
  },
  toggle('findings', 'f', `${reviewed.value?.open.length ?? 0} findings`),
  { ...toggle('changes', 'v', `${changes.value.length} changes`), when: published.value !== null },
  toggle('document', 'd', 'raw data'),
  { id: 'route', keys: ['o'], words: 'Route', run: () => go('route') },
  { id: 'record', keys: ['r'], words: 'Record', run: () => go('recorder') },
  { id: 'save', keys: [], words: 'Save the raw data', run: download },
]);
/** Shows one of the other faces, or the steps again. */
const toggle = (to: Mode, key: string, words: string): Command => ({
  id: to,
  keys: [key],
  words: mode.value === to ? 'steps' : words,
  run: () => show(to),
});
const whyNotPublish = computed(() => {
  if (review.publishing.value) return 'It is being published';
  return review.isNews.value ? null : 'It is published as it stands';
});
</script>

<template>
  <EmptyState v-if="fault" title="This unit cannot be read" :text="fault"
    ><ActButton to="/">To the bench</ActButton></EmptyState
  >
  <p v-else-if="review.working.value" class="working" role="status">
    Working out what must come before what …
    <v-progress-linear indeterminate color="primary" />
  </p>
  <EmptyState
    v-else-if="!document"
    title="Nothing to review yet"
    text="Record this model first: each line becomes evidence for what must come before what."
  >
    <CommandButton primary :command="command('record')" />
  </EmptyState>
  <div v-else class="review">
    <section class="card sheet" aria-label="Order and reasons">
      <header>
        <h1>{{ heading }}</h1>
        <CommandButton
          quiet
          class="toggle"
          :aria-pressed="mode === 'findings'"
          :command="command('findings')"
          data-testid="findings"
        />
        <CommandButton
          quiet
          class="toggle"
          :aria-pressed="mode === 'changes'"
          :command="command('changes')"
          data-testid="show-changes"
        />
        <CommandButton
          quiet
          class="toggle"
          :aria-pressed="mode === 'document'"
          :command="command('document')"
        />
      </header>
      <p v-if="editing.fault.value" class="caution refused" role="alert" data-testid="edit-fault">
        {{ editing.fault.value }}
      </p>
      <FindingsList
        v-if="mode === 'findings' && reviewed"
        :reviewed="reviewed"
        @decide="recording.decide"
        @line="typeLine"
      />
      <ChangeList v-else-if="mode === 'changes'" :changes="changes" />
      <pre v-else-if="mode === 'document'" class="document mono" tabindex="0" data-testid="document">{{
        json
      }}</pre>
      <template v-else-if="older">
        <p class="reading">
          It is only read.
          <CommandButton quiet :command="command('close-older')" />
        </p>
        <ReviewRows
          :rows="olderRows"
          :sequence="older.document"
          :at="null"
          :marked="new Set()"
          :changed="new Map()"
        />
      </template>
      <template v-else>
        <ReviewRows
          :rows="rows"
          :sequence="document"
          :at="editing.row.value?.action.id ?? ''"
          :marked="editing.marked.value"
          :changed="changed"
          @choose="editing.chosen.value = $event"
          @move="editing.move"
          @free="(action, need) => editing.free(action, need.before)"
        />
        <EditKeys :commands="edits" />
      </template>
    </section>
    <SidePanel class="side" name="Summary" :below="820"><ReviewSide :review="review" /></SidePanel>
    <ReviewActs class="acts mat-bound" :review="review" :line-text="lineText" :command="command" />
    <EditDialog
      v-if="editing.row.value && editing.ask.value"
      v-model="asking"
      :ask="editing.ask.value"
      :action="editing.row.value.action"
      :sequence="document"
      :marked="marked"
      @edits="editing.keep"
    />
  </div>
</template>

<style scoped>
.review {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 326px;
  grid-template-rows: minmax(0, 1fr) auto;
}
.side {
  min-height: 0;
  overflow-y: auto;
}
.working {
  width: min(560px, 100% - 48px);
  margin: 12vh auto 0;
  display: grid;
  gap: 16px;
  font-size: 18px;
  color: var(--soft-on-mat);
}
.sheet {
  grid-row: 1 / span 2;
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.sheet :deep(.rows) {
  flex: 1;
}
header {
  display: flex;
  align-items: baseline;
  padding: 18px 28px 12px;
}
h1 {
  font: 600 32px/1.1 var(--label);
}
.toggle:first-of-type {
  margin-left: auto;
}
.toggle {
  margin-left: 22px;
  color: var(--ink-soft);
}
.refused,
.reading {
  margin: 0 28px 8px;
}
.document {
  margin: 0 28px 24px;
  padding: 14px;
  overflow: auto;
  background: var(--card-raised);
  border: 1px solid var(--card-line);
  border-radius: var(--radius);
  font-size: 13px;
  line-height: 1.45;
}
@media (max-width: 820px), (max-height: 520px) {
  .review {
    grid-template-columns: auto minmax(0, 1fr);
  }
  .sheet {
    grid-row: 1;
    grid-column: 1 / -1;
  }
  header {
    flex-wrap: wrap;
    padding: 10px 16px 4px;
  }
  h1 {
    font-size: 24px;
    flex-basis: 100%;
  }
}
@media (max-height: 520px) {
  .sheet > :deep([role='toolbar']) {
    flex-wrap: nowrap;
    overflow-x: auto;
  }
}
</style>
