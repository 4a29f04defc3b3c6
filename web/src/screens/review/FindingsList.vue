<script setup lang="ts">
import { groundOf, sentence, type Finding, type Reviewed } from '@bemtor/core';
import { computed } from 'vue';
import KeyHint from '../../kit/KeyHint.vue';
import ActButton from '../../kit/ActButton.vue';
import { useCommands } from '../../kit/useCommands.ts';
import { useCursor } from '../../kit/useCursor.ts';
import CursorRow from '../../kit/CursorRow.vue';

/** The procedure check: each finding with its reason, and one key that mends it or lets it stand. */
const props = defineProps<{ reviewed: Reviewed }>();
const emit = defineEmits<{
  decide: [rule: string, place: string, choice: 'remedy' | 'stands' | 'open'];
  line: [text: string];
}>();

const severityWords = { stop: 'Stop', warning: 'Look', hint: 'Note' } as const;
const rows = computed(() => [
  ...props.reviewed.open.map((finding) => ({ finding, choice: 'open' as const })),
  ...props.reviewed.settled,
]);
const cursor = useCursor(() => rows.value.length);
const { at } = cursor;
const current = computed(() => rows.value[at.value] ?? null);

function mend(finding: Finding): void {
  if (finding.remedy?.kind === 'change') emit('decide', finding.rule, finding.place, 'remedy');
  else if (finding.remedy?.kind === 'line') emit('line', finding.remedy.line);
}
const stands = (finding: Finding) => emit('decide', finding.rule, finding.place, 'stands');
const open = (finding: Finding) => emit('decide', finding.rule, finding.place, 'open');

useCommands(() => [
  ...cursor.arrows('finding'),
  {
    id: 'mend-finding',
    keys: ['a'],
    words: 'mend the finding',
    when: current.value?.choice === 'open' && current.value.finding.remedy !== undefined,
    run: () => current.value && mend(current.value.finding),
  },
  {
    id: 'stands',
    keys: ['s'],
    words: 'ignore the finding',
    when: current.value?.choice === 'open',
    run: () => current.value && stands(current.value.finding),
  },
  {
    id: 'reopen',
    keys: ['u'],
    words: 'open the finding again',
    when: current.value !== null && current.value.choice !== 'open',
    run: () => current.value && open(current.value.finding),
  },
]);
</script>

<template>
  <p v-if="rows.length === 0" class="none">The check has nothing to say against this sequence.</p>
  <ol v-else class="findings">
    <CursorRow
      v-for="({ finding, choice }, i) in rows"
      :key="`${finding.rule} ${finding.place}`"
      :class="{ settled: choice !== 'open' }"
      :here="i === at"
      data-testid="finding"
      :data-rule="finding.rule"
      @choose="at = i"
    >
      <span class="severity" :class="finding.severity">{{ severityWords[finding.severity] }}</span>
      <div>
        <strong>{{ sentence(finding.where) }}</strong>
        <p :title="groundOf(finding.rule)">{{ sentence(finding.reason) }}.</p>
      </div>
      <div class="acts">
        <template v-if="choice === 'open'">
          <ActButton v-if="finding.remedy" @click="mend(finding)">
            <KeyHint :class="{ unseen: i !== at }" name="A" /> {{ finding.remedy.words }}
          </ActButton>
          <ActButton quiet @click="stands(finding)">
            <KeyHint :class="{ unseen: i !== at }" name="S" /> ignore
          </ActButton>
        </template>
        <template v-else>
          <span>{{ choice === 'remedy' ? 'mended' : 'ignored' }}</span>
          <ActButton quiet @click="open(finding)">
            <KeyHint :class="{ unseen: i !== at }" name="U" /> undo
          </ActButton>
        </template>
      </div>
    </CursorRow>
  </ol>
</template>

<style scoped>
.findings {
  overflow-y: auto;
  padding: 0 28px 24px;
}
.none {
  padding: 24px 28px;
  font-size: 18px;
}
li {
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr) auto;
  gap: 14px;
  align-items: center;
  padding: 10px 8px 10px 10px;
  border-bottom: 1px solid var(--card-line);
  border-left: 4px solid transparent;
}
li.here {
  border-left-color: var(--copper);
  background: var(--card-raised);
}
.settled strong,
.settled p {
  color: var(--ink-soft);
}
.severity {
  font: 600 16px/1 var(--label);
  text-align: center;
  padding: 6px 4px;
  border-radius: 4px;
  border: 1.5px solid var(--ink-soft);
}
.severity.stop {
  background: var(--stop);
  border-color: var(--stop);
  padding: 6px 4px;
  border-radius: 4px;
}
.severity.warning {
  background: var(--caution);
  border-color: var(--caution);
  color: var(--on-caution);
}
strong {
  font-weight: 600;
  font-size: 17px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 8px;
  align-items: center;
  max-width: 300px;
}
.acts > * {
  font-size: 15px;
}
/* Its room is kept: a button must not move under the finger that presses it. */
.unseen {
  visibility: hidden;
}
</style>
