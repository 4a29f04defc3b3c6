<script setup lang="ts">
import {
  screwWords,
  sentence,
  type CountKind,
  type InHand,
  type JobView,
  type Leftovers,
} from '@bemtor/core';
import { computed, ref, watch } from 'vue';
import KeyHint from '../../kit/KeyHint.vue';
import CommandButton from '../../kit/CommandButton.vue';
import TextField from '../../kit/TextField.vue';
import { useCommands } from '../../kit/useCommands.ts';
import { useCursor } from '../../kit/useCursor.ts';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';
import LeftoversPanel from './LeftoversPanel.vue';
import ActButton from '../../kit/ActButton.vue';
import CursorRow from '../../kit/CursorRow.vue';

/**
 * The close: the ledger balances, or says what does not; what came off and is not back stops it by name. An
 * open ledger is closed only with a reason. Counts are put right here too: each is a new word in the log.
 */
const props = defineProps<{
  view: JobView;
  names: ReadonlyMap<string, string>;
  /** Feet, caps, seals that were not there on arrival. */
  absent: readonly string[];
  explain: (inHand: readonly InHand[]) => Leftovers | null;
}>();
const emit = defineEmits<{
  close: [remark: string | null];
  back: [];
  putBack: [step: string];
  count: [joint: string, what: CountKind, total: number, reason?: string];
  renew: [joint: string, total: number, words: string];
}>();
const remark = ref('');
const inHand = ref<{ $el: HTMLElement } | null>(null);
/** What opens below the fold comes into view. */
watch(inHand, (panel) => panel?.$el.scrollIntoView({ block: 'nearest' }), { flush: 'post' });
const ledger = computed(() => props.view.ledger);
const cursor = useCursor(() => ledger.value.rows.length);
const { at } = cursor;
const chosen = computed(() => ledger.value.rows[at.value] ?? null);
const leftOver = ref(false);
const showLeftovers = computed(() => leftOver.value || ledger.value.rows.some((row) => row.openBack > 0));

function change(what: CountKind, by: number): void {
  const row = chosen.value;
  if (!row) return;
  const total = row.counts[what] + by;
  if (total < 0 || total > (row.expected ?? row.counts.out + row.counts.missing)) return;
  if (what === 'new') emit('renew', row.joint, total, '');
  else if (what === 'omitted') emit('count', row.joint, what, total, 'left out at the close');
  else emit('count', row.joint, what, total);
}
const columns: readonly { what: CountKind; head: string; key: string }[] = [
  { what: 'back', head: 'Back', key: '+' },
  { what: 'new', head: 'New', key: 'F' },
  { what: 'omitted', head: 'Left out', key: 'O' },
  { what: 'lost', head: 'Lost', key: 'L' },
];
/** Why it cannot be closed yet. */
const unless = computed(() => {
  if (props.view.notBack.length > 0) return 'Something is not back yet';
  if ((ledger.value.balanced && !leftOver.value) || remark.value.trim() !== '') return null;
  return 'Still needed: why it is closed all the same';
});
const { command } = useCommands(() => [
  ...cursor.arrows('group'),
  { id: 'back', keys: ['+'], words: 'one more back', run: () => change('back', 1) },
  { id: 'not-back', keys: ['-'], words: 'one fewer back', run: () => change('back', -1) },
  { id: 'new', keys: ['f'], words: 'one new', run: () => change('new', 1) },
  { id: 'omitted', keys: ['o'], words: 'one left out', run: () => change('omitted', 1) },
  { id: 'lost', keys: ['l'], words: 'one lost', run: () => change('lost', 1) },
  {
    id: 'left-over',
    keys: ['v'],
    words: 'a screw is left over',
    run: () => (leftOver.value = !leftOver.value),
  },
  {
    id: 'close',
    keys: ['Enter'],
    words: 'close the job',
    unless: unless.value,
    run: () => emit('close', remark.value.trim() || null),
  },
]);
</script>

<template>
  <section class="close" aria-label="Close the job">
    <p class="place">All steps done</p>
    <h1 data-testid="balance">
      {{
        leftOver
          ? 'A screw is left over'
          : ledger.balanced
            ? 'The ledger balances'
            : 'The ledger does not balance'
      }}
    </h1>
    <ul v-if="view.notBack.length > 0" class="stop" data-testid="not-back">
      <li v-for="one in view.notBack" :key="one.step">
        {{ one.words }}
        <ActButton @click="$emit('putBack', one.step)">put it back</ActButton>
      </li>
    </ul>
    <ul v-if="!ledger.balanced" class="stop">
      <li v-for="line in ledger.open" :key="line">{{ sentence(line) }}</li>
    </ul>
    <v-table class="ledger" density="comfortable">
      <thead>
        <tr>
          <th>Cell</th>
          <th>Screws</th>
          <th>Part</th>
          <th>Expected</th>
          <th>Missing</th>
          <th>Out</th>
          <th v-for="column in columns" :key="column.what">
            {{ column.head }} <KeyHint :name="column.key" />
          </th>
        </tr>
      </thead>
      <tbody>
        <CursorRow
          v-for="(row, i) in ledger.rows"
          :key="row.joint"
          tag="tr"
          :class="{ open: row.expected === null || row.openBack !== 0 || row.openOut !== 0 }"
          :here="i === at"
          :data-testid="`close-row-${row.joint}`"
          @choose="at = i"
        >
          <td class="letter">{{ row.letter }}</td>
          <td>
            <span class="kind"
              ><ScrewGlyph :drive="row.screw.drive" :size="20" /> {{ screwWords(row.screw) }}</span
            >
          </td>
          <td>
            {{ names.get(row.part) }}<small v-if="row.where">, {{ row.where }}</small
            ><small v-if="row.reason && row.counts.omitted > 0"> ({{ row.reason }})</small
            ><small v-if="row.counts.stripped > 0"> ({{ row.counts.stripped }} stripped)</small
            ><small v-if="row.replacedBy"> (new: {{ row.replacedBy }})</small>
          </td>
          <td class="n">{{ row.expected ?? '?' }}</td>
          <td class="n">{{ row.counts.missing || '' }}</td>
          <td class="n">{{ row.counts.out }}</td>
          <td v-for="{ what, head } in columns" :key="what" class="n">
            <template v-if="i === at">
              <ActButton square class="by" :aria-label="`One fewer: ${head}`" @click="change(what, -1)"
                >−</ActButton
              >
              {{ row.counts[what] }}
              <ActButton square class="by" :aria-label="`One more: ${head}`" @click="change(what, 1)"
                >+</ActButton
              >
            </template>
            <template v-else>{{ row.counts[what] || (what === 'back' ? 0 : '') }}</template>
          </td>
        </CursorRow>
      </tbody>
    </v-table>
    <LeftoversPanel v-if="showLeftovers" ref="inHand" :view="view" :names="names" :explain="explain" />
    <ul v-if="absent.length > 0" class="absent" data-testid="absent">
      <li v-for="part in absent" :key="part">
        {{ sentence(part) }} on arrival: not in the ledger, still to be got
      </li>
    </ul>
    <TextField
      v-if="!ledger.balanced || leftOver"
      v-model="remark"
      class="reason"
      label="Why it is closed all the same"
      maxlength="500"
      placeholder="e.g. one screw found under the bench, fitted afterwards"
    />
    <div class="acts">
      <CommandButton primary :command="command('close')" data-testid="close-job" />
      <ActButton key-name="Bksp" @click="$emit('back')">back to the last step</ActButton>
      <CommandButton :command="command('left-over')" :aria-pressed="showLeftovers" />
    </div>
  </section>
</template>

<style scoped>
.close {
  padding: 26px 44px;
  overflow-y: auto;
}
.place {
  font: 600 26px/1.2 var(--label);
  color: var(--ink-soft);
}
h1 {
  font: 600 58px/1.1 var(--label);
  margin-bottom: 16px;
}
.absent {
  font-size: 18px;
  margin: 12px 0;
}
.stop {
  font-size: 18px;
  margin-bottom: 14px;
}
.ledger {
  background: none;
  font-size: 16px;
}
.ledger :deep(th) {
  font: 600 14px/1.2 var(--label);
  color: var(--ink-soft);
}
.ledger :deep(:is(th, td)) {
  padding-inline: 6px;
}
.n {
  font: 600 21px/1 var(--label);
}
.letter {
  font: 600 22px/1 var(--label);
  color: var(--copper-ink);
}
.kind {
  display: inline-flex;
  gap: 8px;
  align-items: center;
}
tr.open td {
  box-shadow: inset 0 -2px 0 var(--stop);
}
tr.here td {
  background: var(--card-raised);
}
tr.here .letter {
  box-shadow: inset 5px 0 0 var(--copper);
}
.n,
.kind {
  white-space: nowrap;
}
.by {
  width: 40px;
  height: 40px;
  min-height: 40px;
}
.stop li {
  display: flex;
  align-items: center;
  gap: 14px;
}
small {
  color: var(--ink-soft);
}
.reason {
  margin-top: 18px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  margin-top: 22px;
  position: sticky;
  bottom: -1px;
  padding: 10px 0;
  background: var(--card);
}
@media (max-width: 900px) {
  .close {
    padding-inline: 20px;
  }
  /* One above the other, so that every column is in view. */
  tr.here td:has(.by) {
    text-align: center;
  }
  .by {
    display: flex;
    width: var(--touch);
    height: var(--touch);
    min-height: var(--touch);
    margin-inline: auto;
  }
}
</style>
