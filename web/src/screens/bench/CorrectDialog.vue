<script setup lang="ts">
import type { ModelSummary, UnitChange, UnitSummary } from '@bemtor/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { read } from '../../api/client.ts';
import { may } from '../../api/session.ts';
import AskDialog from '../../kit/AskDialog.vue';
import { dayAndTime } from '../../composables/format.ts';
import type { Correction } from './useBench.ts';
import ActButton from '../../kit/ActButton.vue';
import HeldDetails from './HeldDetails.vue';
import { shopFields } from '../../kit/shopFields.ts';

/** Names of a unit put right: ticket, serial, model; with what they were before. Or it was made by mistake. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  unit: UnitSummary | null;
}>();
const emit = defineEmits<{
  withdraw: [unit: UnitSummary];
  forget: [unit: UnitSummary];
  correct: [unit: UnitSummary, facts: Correction];
}>();

const asked = shallowRef<UnitSummary | null>(null);
const label = ref('');
const serial = ref('');
const model = ref('');
const models = shallowRef<readonly ModelSummary[]>([]);
const changes = shallowRef<readonly UnitChange[]>([]);

watch(open, async (now) => {
  if (!now || !props.unit) return;
  const unit = (asked.value = props.unit);
  [label.value, serial.value, model.value] = [unit.label, unit.serial, unit.model.code];
  const [known, past] = await Promise.all([
    read<{ models: ModelSummary[] }>('/models'),
    read<{ changes: UnitChange[] }>(`/units/${unit.id}/changes`),
  ]).catch(() => [null, null] as const);
  models.value = (known?.value.models ?? []).filter(isOffered);
  changes.value = past?.value.changes ?? [];
});
const choices = computed(() =>
  models.value.map(({ code, maker, name }) => ({ value: code, title: `${maker} ${name}, ${code}` })),
);
const isChanged = computed(
  () =>
    asked.value !== null &&
    label.value.trim() !== '' &&
    (label.value.trim() !== asked.value.label ||
      serial.value.trim() !== asked.value.serial ||
      model.value !== asked.value.model.code),
);

/** Models that a unit can be said to be; the one that it is said to be stays among them. */
const isOffered = ({ code, retired, mergedInto }: ModelSummary): boolean =>
  code === asked.value?.model.code || (!retired && mergedInto === null);

function keep(): void {
  if (!asked.value || !isChanged.value) return;
  const facts = {
    label: label.value.trim(),
    serial: serial.value.trim(),
    ...(model.value === asked.value.model.code ? {} : { model: model.value }),
  };
  open.value = false;
  emit('correct', asked.value, facts);
}
const names: Readonly<Record<string, string>> = {
  ...{ label: 'ticket', model: 'model', serial: 'serial', place: 'place', complaint: 'the owner’s words' },
  ...{ left: 'handed back', withdrawn: 'withdrawn' },
};
/** What was said, as far as names and the bench go: what was measured and marked stands at intake. */
const wordsOf = ({ set, was }: UnitChange): string =>
  Object.keys(set)
    .filter((at) => names[at] !== undefined)
    .map((at) =>
      typeof set[at] === 'boolean'
        ? `${set[at] ? '' : 'no longer '}${names[at]}`
        : `${names[at]} ${said(set[at])}, before ${said(was[at])}`,
    )
    .join('; ');
const said = (value: unknown): string => (typeof value === 'string' && value !== '' ? value : 'not known');
const past = computed(() =>
  changes.value.map((change) => ({ ...change, words: wordsOf(change) })).filter(({ words }) => words !== ''),
);
</script>

<template>
  <AskDialog v-if="asked" v-model="open" :title="`Correct ${asked.label}`" @submit="keep">
    <v-text-field v-model="label" v-bind="shopFields.label" />
    <v-text-field v-model="serial" v-bind="shopFields.serial" />
    <v-select
      v-model="model"
      label="Model"
      :items="choices"
      :hint="asked.job ? 'It has jobs that follow this model: hand it back and take it in again instead' : ''"
      :disabled="asked.job !== null"
      persistent-hint
    />
    <details v-if="past.length > 0">
      <summary>What it was before</summary>
      <ul>
        <li v-for="change in past" :key="change.id">
          <span class="mono">{{ dayAndTime(change.at) }}</span> {{ change.words
          }}{{ change.by ? ` (${change.by})` : '' }}
        </li>
      </ul>
    </details>
    <HeldDetails v-if="may('owner')" :unit="asked" @forget="(emit('forget', $event), (open = false))" />
    <template #acts>
      <ActButton primary type="submit" :disabled="!isChanged">Keep it</ActButton>
      <ActButton @click="open = false">Cancel</ActButton>
      <ActButton data-testid="withdraw" @click="(emit('withdraw', asked), (open = false))"
        >{{ asked.label }} was made by mistake: withdraw it</ActButton
      >
    </template>
  </AskDialog>
</template>

<style scoped>
ul {
  padding: 6px 0 0;
}
</style>
