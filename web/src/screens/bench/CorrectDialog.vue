<script setup lang="ts">
import type { ModelSummary, UnitChange, UnitSummary } from '@bemtor/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { read } from '../../api/client.ts';
import AskDialog from '../../components/AskDialog.vue';
import { dayAndTime } from '../../composables/format.ts';

/** Names of a unit put right: ticket, serial, model; with what they were before. Or it was made by mistake. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  unit: UnitSummary | null;
  correct: (
    unit: UnitSummary,
    facts: { label?: string; serial?: string; model?: string },
  ) => Promise<boolean>;
}>();
const emit = defineEmits<{ withdraw: [unit: UnitSummary] }>();

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
  models.value = known?.value.models ?? [];
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
const rule = (text: string): true | string => text.trim() !== '' || 'The number on the ticket';

async function keep(): Promise<void> {
  if (!asked.value || !isChanged.value) return;
  const facts = {
    label: label.value.trim(),
    serial: serial.value.trim(),
    ...(model.value === asked.value.model.code ? {} : { model: model.value }),
  };
  open.value = false;
  await props.correct(asked.value, facts);
}
const wordsOf = ({ facts }: UnitChange): string =>
  [facts.label, facts.model, facts.serial && `serial ${facts.serial}`, facts.left && 'handed back']
    .filter(Boolean)
    .join(', ');
</script>

<template>
  <AskDialog v-if="asked" v-model="open" role="group" :title="`Correct ${asked.label}`" @submit="keep">
    <v-text-field v-model="label" label="Ticket" :rules="[rule]" maxlength="40" autofocus />
    <v-text-field v-model="serial" label="Serial" maxlength="80" />
    <v-select
      v-model="model"
      label="Model"
      :items="choices"
      :hint="asked.job ? 'It has jobs that follow this model: hand it back and take it in again instead' : ''"
      :disabled="asked.job !== null"
      persistent-hint
    />
    <details v-if="changes.length > 0">
      <summary>What it was before</summary>
      <ul>
        <li v-for="past in changes" :key="past.revision">
          <span class="mono">{{ dayAndTime(past.at) }}</span> {{ wordsOf(past)
          }}{{ past.by ? ` (changed by ${past.by})` : '' }}
        </li>
      </ul>
    </details>
    <template #acts>
      <v-btn class="act-button primary" type="submit" variant="text" :disabled="!isChanged">Keep it</v-btn>
      <v-btn class="act-button" variant="text" @click="open = false">Leave it</v-btn>
      <v-btn
        class="act-button"
        variant="text"
        data-testid="withdraw"
        @click="(emit('withdraw', asked), (open = false))"
        >{{ asked.label }} was made by mistake: withdraw it</v-btn
      >
    </template>
  </AskDialog>
</template>

<style scoped>
ul {
  padding: 6px 0 0;
}
</style>
