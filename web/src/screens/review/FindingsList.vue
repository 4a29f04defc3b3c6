<script setup lang="ts">
import { groundOf, sentence, type Finding, type Reviewed } from '@bemtor/core';
import { computed, ref } from 'vue';
import KeyHint from '../../components/KeyHint.vue';
import { useKeys } from '../../composables/useKeys.ts';

/** The procedure check: each finding with its reason, and one key that mends it or lets it stand. */
const props = defineProps<{ reviewed: Reviewed }>();
const emit = defineEmits<{
  decide: [rule: string, place: string, choice: 'remedy' | 'stands' | 'open'];
  line: [text: string];
}>();

const severityWords = { stop: 'Stop', warning: 'Look', hint: 'Note' } as const;
const at = ref(0);
const rows = computed(() => [
  ...props.reviewed.open.map((finding) => ({ finding, choice: 'open' as const })),
  ...props.reviewed.settled,
]);
const current = computed(() => rows.value[Math.min(at.value, rows.value.length - 1)] ?? null);

function mend(finding: Finding): void {
  if (finding.remedy?.kind === 'change') emit('decide', finding.rule, finding.place, 'remedy');
  else if (finding.remedy?.kind === 'line') emit('line', finding.remedy.line);
}
const stands = (finding: Finding) => emit('decide', finding.rule, finding.place, 'stands');
const open = (finding: Finding) => emit('decide', finding.rule, finding.place, 'open');

useKeys(() => ({
  ArrowDown: () => (at.value = Math.min(rows.value.length - 1, at.value + 1)),
  ArrowUp: () => (at.value = Math.max(0, at.value - 1)),
  a: () => current.value?.choice === 'open' && mend(current.value.finding),
  s: () => current.value?.choice === 'open' && stands(current.value.finding),
  u: () => current.value && current.value.choice !== 'open' && open(current.value.finding),
}));
</script>

<template>
  <p v-if="rows.length === 0" class="none">The check has nothing to say against this sequence.</p>
  <ol v-else class="findings">
    <li
      v-for="({ finding, choice }, i) in rows"
      :key="`${finding.rule} ${finding.place}`"
      :class="{ at: i === at, settled: choice !== 'open' }"
      data-testid="finding"
      :data-rule="finding.rule"
      @pointerdown="at = i"
    >
      <span class="severity" :class="finding.severity">{{ severityWords[finding.severity] }}</span>
      <div>
        <strong>{{ sentence(finding.where) }}</strong>
        <p :title="groundOf(finding.rule)">{{ sentence(finding.reason) }}.</p>
      </div>
      <div class="acts">
        <template v-if="choice === 'open'">
          <button v-if="finding.remedy" class="act-button" @click="mend(finding)">
            <KeyHint :class="{ unseen: i !== at }" name="A" /> {{ finding.remedy.words }}
          </button>
          <button class="act-button quiet" @click="stands(finding)">
            <KeyHint :class="{ unseen: i !== at }" name="S" /> may stand
          </button>
        </template>
        <template v-else>
          <span>{{ choice === 'remedy' ? 'mended' : 'may stand' }}</span>
          <button class="act-button quiet" @click="open(finding)">
            <KeyHint :class="{ unseen: i !== at }" name="U" /> undo
          </button>
        </template>
      </div>
    </li>
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
li.at {
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
.acts .act-button {
  min-height: 44px;
  padding: 6px 12px;
  font-size: 15px;
  line-height: 1.15;
  text-align: left;
}
/* Its room is kept: a button must not move under the finger that presses it. */
.unseen {
  visibility: hidden;
}
.quiet {
  border-color: var(--card-line);
}
</style>
