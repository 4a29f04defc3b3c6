<script setup lang="ts">
import {
  afterwards,
  afterWords,
  symptoms,
  usualOutline,
  type Intake,
  type Measures,
  type RankedTarget,
  type SymptomId,
} from '@bemtor/core';
import { computed, reactive } from 'vue';
import { useRouter } from 'vue-router';
import EmptyState from '../../components/EmptyState.vue';
import HeldField from '../../components/HeldField.vue';
import RefusedEvents from '../../components/RefusedEvents.vue';
import IntakeOutline from './IntakeOutline.vue';
import { measureFields, readMeasure } from './measures.ts';
import TriagePanel from './TriagePanel.vue';
import { rememberPurpose } from '../route/usePurpose.ts';
import { useIntake } from './useIntake.ts';

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
    localStorage.setItem(`bemtor.targets.${props.unitId}`, JSON.stringify([part]));
    void router.push(`/unit/${props.unitId}/route`);
  } else void router.push({ path: `/unit/${props.unitId}/recorder`, query: { towards: part ?? kind } });
}
const stateWords = computed(
  () => ({ kept: 'kept', waiting: 'waits for the server', refused: 'not kept' })[state.value],
);
const setAfter = (event: Event) =>
  change({ after: (event.target as HTMLSelectElement).value as Intake['after'] });
const setPowered = (event: Event) => change({ powered: (event.target as HTMLInputElement).checked });
const valueOf = (event: Event): string => (event.target as HTMLInputElement).value;
</script>

<template>
  <EmptyState v-if="fault" title="This unit cannot be read" :text="fault"
    ><router-link class="act-button" to="/">To the bench</router-link></EmptyState
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
      <label class="words"
        >The owner’s words
        <textarea v-model="draft.complaint" rows="2" maxlength="2000" data-testid="complaint" />
      </label>
      <div class="pair">
        <label>Serial <input v-model="draft.serial" class="mono" maxlength="80" /></label>
        <label>Where it lies <input v-model="draft.place" maxlength="80" /></label>
      </div>
      <fieldset v-for="option in options" :key="option.key" class="option">
        <legend>{{ option.label }}</legend>
        <button
          v-for="value in option.values"
          :key="value"
          :aria-pressed="draft.configuration[option.key] === value"
          @click="setOption(option.key, value)"
        >
          {{ value }}
        </button>
        <button
          class="unknown"
          :aria-pressed="draft.configuration[option.key] === undefined"
          @click="setOption(option.key, null)"
        >
          not known yet
        </button>
      </fieldset>
      <fieldset class="signs">
        <legend>What is wrong</legend>
        <button
          v-for="{ id, words } in symptoms"
          :key="id"
          :aria-pressed="draft.intake.symptoms.includes(id)"
          :data-testid="`symptom-${id}`"
          @click="toggle(id)"
        >
          {{ words }}
        </button>
      </fieldset>
      <div class="pair">
        <label
          >Since
          <select :value="draft.intake.after" @change="setAfter">
            <option v-for="one in afterwards" :key="one" :value="one">{{ afterWords[one] }}</option>
          </select>
        </label>
        <label class="check"
          ><input type="checkbox" :checked="draft.intake.powered" @change="setPowered" /> It is powered
          now</label
        >
      </div>
      <label class="words"
        >Notes
        <textarea
          :value="draft.intake.notes"
          rows="2"
          maxlength="2000"
          data-testid="intake-notes"
          @input="change({ notes: valueOf($event) })"
        />
      </label>
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
label,
legend {
  font: 600 16px/1.2 var(--label);
  color: var(--ink-soft);
}
label {
  display: grid;
  gap: 4px;
}
input,
textarea,
select {
  min-height: var(--touch);
  padding: 8px 12px;
  border: 1.5px solid var(--ink-soft);
  border-radius: var(--radius);
  background: var(--card-raised);
  color: var(--ink);
  font: 400 18px/1.3 var(--text);
}
input.mono {
  font-family: var(--mono);
  font-size: 16px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 7px;
}
legend {
  margin-bottom: 5px;
}
fieldset button {
  min-height: 44px;
  padding: 0 13px;
  border: 1.5px solid var(--card-line);
  border-radius: var(--radius);
  font-size: 16px;
}
fieldset button[aria-pressed='true'] {
  border-color: var(--copper);
  border-width: 2px;
  font-weight: 600;
}
fieldset .unknown {
  border-style: dashed;
  color: var(--ink-soft);
}
.check {
  display: flex;
  align-items: center;
  gap: 10px;
  align-self: end;
  min-height: var(--touch);
  font-family: var(--text);
  font-weight: 400;
  color: var(--ink);
}
.check input {
  min-height: 24px;
  width: 24px;
}
.measures {
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
    grid-template-columns: 1fr;
  }
}
</style>
