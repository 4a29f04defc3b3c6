<script setup lang="ts">
import {
  afterwards,
  afterWords,
  symptoms,
  usualOutline,
  type Measures,
  type RankedTarget,
  type SymptomId,
} from '@bemtor/core';
import { computed, reactive } from 'vue';
import { useRouter } from 'vue-router';
import EmptyState from '../../kit/EmptyState.vue';
import HeldField from '../../kit/HeldField.vue';
import RefusedEvents from '../../components/RefusedEvents.vue';
import IntakeOutline from './IntakeOutline.vue';
import { measureFields, readMeasure } from './measures.ts';
import TriagePanel from './TriagePanel.vue';
import { rememberPurpose } from '../route/usePurpose.ts';
import { targetsHere } from '../../composables/keptHere.ts';
import { useIntake } from './useIntake.ts';
import ActButton from '../../kit/ActButton.vue';
import ChoiceRow from '../../kit/ChoiceRow.vue';
import TextField from '../../kit/TextField.vue';

/** A unit as it arrives: what it is, what the owner says, what can be seen and measured, and what that points to. */
const props = defineProps<{ unitId: string }>();
const router = useRouter();
const { unit, model, published, fault, draft, state, told, refused, earlier, advice, change } = useIntake(
  props.unitId,
);

const outline = computed(() => model.value?.model.outlineMm ?? usualOutline);
const options = computed(() => published.value?.document.options ?? model.value?.options ?? []);
const faults = reactive<Partial<Record<keyof Measures, string>>>({});

function toggle(id: SymptomId): void {
  const known = draft.value?.intake.symptoms ?? [];
  change({ symptoms: known.includes(id) ? known.filter((other) => other !== id) : [...known, id] });
}
function setOption(key: string, value: string | null): void {
  if (!draft.value) return;
  const configuration = { ...draft.value.configuration };
  if (value === null) delete configuration[key];
  else configuration[key] = value;
  draft.value = { ...draft.value, configuration };
}
function setMeasure(key: keyof Measures, text: string): void {
  const read = readMeasure(key, text);
  if ('fault' in read) {
    faults[key] = read.fault;
    return;
  }
  delete faults[key];
  const measures: Measures = { ...draft.value?.intake.measures };
  if (read.value === null) delete measures[key];
  else measures[key] = read.value;
  change({ measures });
}
/** From a sign to the work: to the route where one can be planned, else to the recorder with the target in sight. */
function route({ part, kind, act }: RankedTarget): void {
  rememberPurpose(props.unitId, act);
  if (part && published.value) {
    targetsHere(props.unitId).write([part]);
    void router.push(`/unit/${props.unitId}/route`);
  } else void router.push({ path: `/unit/${props.unitId}/recorder`, query: { towards: part ?? kind } });
}
const stateWords = computed(
  () =>
    ({ kept: 'Saved', waiting: 'Not saved yet: the server does not answer', refused: 'Not saved' })[
      state.value
    ],
);
const notKnown = { value: null, words: 'not known yet' };
</script>

<template>
  <EmptyState v-if="fault" title="This unit cannot be read" :text="fault"
    ><ActButton to="/">To the bench</ActButton></EmptyState
  >
  <div v-else-if="unit && draft" class="intake">
    <div class="mat-bound left">
      <IntakeOutline :marks="draft.intake.marks" :outline="outline" @change="change({ marks: $event })" />
    </div>
    <section class="card sheet" aria-label="What is known of the unit">
      <header>
        <h1>{{ unit.label }}</h1>
        <span
          >{{ unit.model.maker }} {{ unit.model.name }} <span class="mono">{{ unit.model.code }}</span></span
        >
        <span class="state" role="status" :data-state="state" data-testid="intake-state">{{
          stateWords
        }}</span>
      </header>
      <p v-if="told" class="caution" role="alert">{{ told }}</p>
      <RefusedEvents
        v-if="refused.length > 0"
        class="caution"
        :items="refused"
        :label-of="() => unit?.label ?? ''"
      />
      <v-textarea
        v-model="draft.complaint"
        label="The owner’s words"
        maxlength="2000"
        data-testid="complaint"
      />
      <div class="pair">
        <TextField v-model="draft.serial" mono label="Serial" maxlength="80" data-testid="serial" />
        <TextField v-model="draft.place" label="Location" maxlength="80" data-testid="location" />
      </div>
      <ChoiceRow
        v-for="option in options"
        :key="option.key"
        :label="option.label"
        :choices="[...option.values.map((value) => ({ value, words: value })), notKnown]"
        :chosen="draft.configuration[option.key] ?? null"
        @choose="setOption(option.key, $event)"
      />
      <ChoiceRow
        label="What is wrong"
        :choices="symptoms.map(({ id, words }) => ({ value: id, words, testid: `symptom-${id}` }))"
        :chosen="draft.intake.symptoms"
        @choose="toggle"
      />
      <div class="pair">
        <v-select
          :model-value="draft.intake.after"
          label="Since"
          :items="afterwards.map((value) => ({ value, title: afterWords[value] }))"
          @update:model-value="change({ after: $event })"
        />
        <v-checkbox
          :model-value="draft.intake.powered"
          label="It is powered now"
          hide-details
          color="primary"
          @update:model-value="change({ powered: $event === true })"
        />
      </div>
      <v-textarea
        :model-value="draft.intake.notes"
        label="Notes"
        maxlength="2000"
        data-testid="intake-notes"
        @update:model-value="change({ notes: $event })"
      />
      <fieldset class="measures">
        <legend>What was measured</legend>
        <HeldField
          v-for="{ key, label, unit: measured } in measureFields"
          :key="key"
          :value="String(draft.intake.measures[key] ?? '')"
          :label="label"
          :suffix="measured"
          :fault="faults[key]"
          inputmode="decimal"
          :data-testid="`measure-${key}`"
          @say="setMeasure(key, $event)"
        />
      </fieldset>
    </section>
    <TriagePanel
      v-if="advice"
      :advice="advice"
      :earlier="earlier"
      :routable="published !== null"
      @route="route"
    />
  </div>
</template>

<style scoped>
.intake {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 326px minmax(0, 1fr) 340px;
}
.left {
  padding: 18px 20px;
  overflow-y: auto;
}
.sheet {
  padding: 20px 28px 32px;
  overflow-y: auto;
  display: grid;
  gap: 14px;
  align-content: start;
}
header {
  display: flex;
  align-items: baseline;
  gap: 16px;
  flex-wrap: wrap;
}
h1 {
  font: 600 38px/1 var(--label);
}
.state {
  margin-left: auto;
  color: var(--ink-soft);
}
legend {
  margin-bottom: 5px;
  font: 600 16px/1.2 var(--label);
  color: var(--ink-soft);
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
}
.measures {
  min-width: 0;
  margin: 0;
  padding: 0;
  border: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 10px 14px;
}
@media (max-width: 1000px) {
  .intake {
    grid-template-columns: 1fr 1fr;
    grid-template-rows: auto auto;
    align-content: start;
    overflow-y: auto;
  }
  .left,
  .intake > :deep(.triage) {
    overflow: visible;
  }
  .sheet {
    grid-column: 1 / -1;
    grid-row: 2;
    overflow: visible;
  }
}
@media (max-width: 640px) {
  .intake {
    grid-template-columns: minmax(0, 1fr);
  }
  .sheet {
    grid-row: 1;
    padding-inline: 16px;
  }
  .pair {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
