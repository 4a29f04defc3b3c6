<script setup lang="ts">
import { screwWords, type Ledger } from '@bemtor/core';
import { ref } from 'vue';
import KeyHint from '../../components/KeyHint.vue';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';

/** The close: the ledger balances, or says what does not. An open ledger is closed only with a reason. */
defineProps<{ ledger: Ledger; names: ReadonlyMap<string, string> }>();
defineEmits<{ close: [remark: string | null]; back: [] }>();
const remark = ref('');
</script>

<template>
  <section class="close" aria-label="Close the job">
    <p class="place">All steps done</p>
    <h1 data-testid="balance">
      {{ ledger.balanced ? 'The ledger balances' : 'The ledger does not balance' }}
    </h1>
    <ul v-if="!ledger.balanced" class="stop">
      <li v-for="line in ledger.open" :key="line">{{ line.charAt(0).toUpperCase() + line.slice(1) }}</li>
    </ul>
    <table>
      <thead>
        <tr>
          <th>Cell</th>
          <th>Screws</th>
          <th>Part</th>
          <th>Expected</th>
          <th>Out</th>
          <th>Missing</th>
          <th>Back</th>
          <th>New</th>
          <th>Left out</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in ledger.rows"
          :key="row.joint"
          :class="{ open: row.openBack !== 0 || row.openOut !== 0 }"
        >
          <td class="letter">{{ row.letter }}</td>
          <td>
            <span class="kind"
              ><ScrewGlyph :drive="row.screw.drive" :size="20" /> {{ screwWords(row.screw) }}</span
            >
          </td>
          <td>
            {{ names.get(row.part) }}<small v-if="row.where">, {{ row.where }}</small>
          </td>
          <td class="n">{{ row.expected }}</td>
          <td class="n">{{ row.counts.out }}</td>
          <td class="n">{{ row.counts.missing || '' }}</td>
          <td class="n">{{ row.counts.back }}</td>
          <td class="n">{{ row.counts.new || '' }}</td>
          <td class="n">{{ row.counts.omitted || '' }}</td>
        </tr>
      </tbody>
    </table>
    <label v-if="!ledger.balanced" class="reason"
      >Why it is closed all the same
      <input
        v-model="remark"
        maxlength="500"
        placeholder="e.g. one screw found under the bench, fitted afterwards"
    /></label>
    <div class="acts">
      <button
        class="act-button primary"
        :disabled="!ledger.balanced && remark.trim() === ''"
        data-testid="close-job"
        @click="$emit('close', remark.trim() || null)"
      >
        Close the job <KeyHint v-if="ledger.balanced" name="Enter" />
      </button>
      <button class="act-button" @click="$emit('back')"><KeyHint name="Bksp" /> back to the last step</button>
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
.stop {
  font-size: 18px;
  margin-bottom: 14px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 16px;
}
th {
  text-align: left;
  font: 600 14px/1.2 var(--label);
  color: var(--ink-soft);
  padding: 6px 8px;
  border-bottom: 1.5px solid var(--ink);
}
td {
  padding: 8px;
  border-bottom: 1px solid var(--card-line);
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
small {
  color: var(--ink-soft);
}
.reason {
  display: grid;
  gap: 6px;
  margin-top: 18px;
}
.reason input {
  min-height: var(--touch);
  padding: 0 12px;
  border: 1.5px solid var(--ink-soft);
  border-radius: var(--radius);
  background: var(--card-raised);
}
.acts {
  display: flex;
  gap: 14px;
  margin-top: 22px;
}
</style>
