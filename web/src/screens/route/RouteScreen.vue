<script setup lang="ts">
import {
  configure,
  indexSequence,
  runSteps,
  targetAction,
  whyStep,
  whyWords,
  type Configuration,
  type Route,
} from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import DescentProfile from '../../components/DescentProfile.vue';
import EmptyState from '../../components/EmptyState.vue';
import KeyHint from '../../components/KeyHint.vue';
import { duration } from '../../composables/format.ts';
import { useKeys } from '../../composables/useKeys.ts';
import { useJob } from '../../stores/job.ts';
import { useUnit } from '../../stores/unit.ts';
import { planInWorker } from '../../workers/planner.ts';
import { cautionsOf, pickList } from './pickList.ts';
import RouteSheet from './RouteSheet.vue';
import StepList from './StepList.vue';

const props = defineProps<{ unitId: string }>();
const router = useRouter();
const store = useUnit();
const { unit, published, fault } = storeToRefs(store);
const document = computed(() => published.value?.document ?? null);
const job = useJob(document);

const targetsKey = `bemtor.targets.${props.unitId}`;
const targets = ref<string[]>(JSON.parse(localStorage.getItem(targetsKey) ?? '[]') as string[]);
const configuration = ref<Configuration>({});
const route = shallowRef<Route | null>(null);
const planFault = ref<string | null>(null);
const planning = ref(false);
const at = ref<string | null>(null);
const starting = ref(false);
const ready = ref(false);

onMounted(async () => {
  await store.load(props.unitId);
  configuration.value = { ...unit.value?.configuration };
  const parts = new Set<string>(document.value?.parts.map((part) => part.id));
  targets.value = targets.value.filter((target) => parts.has(target));
  ready.value = true;
});

const here = computed(() => (document.value ? configure(document.value, configuration.value) : null));
const liftable = computed(
  () =>
    here.value?.actions
      .filter((action) => action.verb === 'lift')
      .flatMap((action) => here.value?.parts.find((part) => part.id === action.part) ?? []) ?? [],
);

/** What is asked for most, by part or else by kind; the rest is behind "other part". Common practice, no source. */
const usual = ['battery', 'keyboard', 'coin-cell', 'system-board', 'storage', 'display'];
const offered = computed(() => {
  const find = (wanted: string) =>
    liftable.value.find((part) => part.id === wanted) ?? liftable.value.find((part) => part.kind === wanted);
  return usual.flatMap((wanted) => find(wanted) ?? []).slice(0, 5);
});
const others = computed(() =>
  liftable.value
    .filter((part) => !targets.value.includes(part.id))
    .map((part) => ({ title: part.name, value: part.id })),
);

watch(
  [targets, configuration, here],
  async () => {
    if (!ready.value || !document.value) return;
    localStorage.setItem(targetsKey, JSON.stringify(targets.value));
    if (targets.value.length === 0) {
      route.value = planFault.value = null;
      return;
    }
    planning.value = true;
    const asked = [...targets.value];
    const answer = await planInWorker(document.value, { targets: asked, configuration: configuration.value });
    if (asked.join() !== targets.value.join()) return; // a newer question is on its way
    planning.value = false;
    route.value = answer.ok ? answer.value : null;
    planFault.value = answer.ok ? null : answer.fault.what;
    at.value = route.value?.steps[0] ?? null;
  },
  { deep: true },
);
watch(ready, () => (targets.value = [...targets.value]));

const steps = computed(() => (here.value && route.value ? runSteps(here.value, route.value) : []));
const down = computed(() => steps.value.filter((step) => step.phase === 'down' && step.action));
const back = computed(() => steps.value.filter((step) => step.phase === 'back' || step.phase === 'after'));
const backSeconds = computed(() =>
  steps.value.filter((step) => step.phase !== 'down').reduce((sum, step) => sum + step.seconds, 0),
);
const targetActions = computed(() =>
  here.value ? targets.value.map((target) => targetAction(here.value!, target)) : [],
);
const picks = computed(() =>
  document.value ? pickList(document.value, configuration.value, steps.value) : { tools: [], parts: [] },
);
const screwsOut = computed(() => down.value.reduce((sum, step) => sum + (step.joint?.count ?? 0), 0));
const why = computed(() => {
  if (!here.value || !route.value || !at.value) return [];
  return whyWords(indexSequence(here.value), whyStep(here.value, route.value, at.value));
});
const openJob = computed(() =>
  unit.value?.job && unit.value.job.phase !== 'closed' ? unit.value.job : null,
);

function toggle(part: string): void {
  targets.value = targets.value.includes(part)
    ? targets.value.filter((target) => target !== part)
    : [...targets.value, part];
}
function walk(by: number): void {
  const list = route.value?.steps ?? [];
  const next = list[Math.min(list.length - 1, Math.max(0, list.indexOf(at.value ?? '') + by))];
  if (next) at.value = next;
}

async function start(): Promise<void> {
  if (openJob.value) return void router.push(`/unit/${props.unitId}/run`);
  if (!route.value || !published.value || starting.value) return;
  starting.value = true;
  await job.start(props.unitId, published.value.number, {
    targets: [...route.value.targets],
    configuration: { ...configuration.value },
    steps: [...route.value.steps],
    plannedSeconds: Math.round(route.value.cost.total + backSeconds.value),
  });
  await router.push(`/unit/${props.unitId}/run`);
}

useKeys(() => ({
  ArrowRight: () => walk(1),
  ArrowDown: () => walk(1),
  ArrowLeft: () => walk(-1),
  ArrowUp: () => walk(-1),
  Enter: () => void start(),
  ...Object.fromEntries(offered.value.map((part, i) => [String(i + 1), () => toggle(part.id)])),
}));
</script>

<template>
  <EmptyState v-if="fault" title="This unit cannot be read" :text="fault"
    ><router-link class="act-button" to="/">To the bench</router-link></EmptyState
  >
  <EmptyState
    v-else-if="ready && !document"
    title="No sequence for this model yet"
    text="Record how it comes apart, then publish from Review; after that the best route to any part is a key away."
  >
    <router-link class="act-button primary" :to="`/unit/${unitId}/recorder`">Record</router-link>
  </EmptyState>
  <div v-else-if="document && here" class="route">
    <section class="mat-bound left">
      <div class="targets">
        <h1 class="label">Targets</h1>
        <button
          v-for="(part, i) in offered"
          :key="part.id"
          class="target"
          :class="{ on: targets.includes(part.id) }"
          :aria-pressed="targets.includes(part.id)"
          @click="toggle(part.id)"
        >
          <KeyHint :name="String(i + 1)" /> {{ part.name }}
        </button>
        <button
          v-for="id in targets.filter((target) => !offered.some((part) => part.id === target))"
          :key="id"
          class="target on"
          aria-pressed="true"
          @click="toggle(id)"
        >
          {{ here.parts.find((part) => part.id === id)?.name }} ×
        </button>
        <v-autocomplete
          class="other"
          :items="others"
          label="other part"
          density="compact"
          hide-details
          :model-value="null"
          @update:model-value="(id: string | null) => id && toggle(id)"
        />
      </div>
      <EmptyState
        v-if="targets.length === 0"
        title="Where to?"
        text="Choose what has to come out. Bemtor finds the order with the least handling, and the way back."
      />
      <p v-else-if="planFault" class="caution fault" role="alert">{{ planFault }}</p>
      <p v-else-if="!route" class="planning" role="status">Looking for the best order …</p>
      <template v-if="route">
        <DescentProfile
          :sequence="here"
          :steps="route.steps"
          :targets="targetActions"
          :back="back"
          :at="at"
          @point="at = $event"
        />
        <StepList :steps="down" :at="at" @point="at = $event" />
      </template>
    </section>
    <RouteSheet
      v-if="route"
      :route="route"
      :down-and-back="duration(route.cost.total + backSeconds)"
      :down-only="duration(route.cost.total)"
      :screws-out="screwsOut"
      :picks="picks"
      :cautions="cautionsOf(steps)"
      :why="why"
      :at="route.steps.indexOf(at ?? '') + 1"
      :options="document.options"
      :configuration="configuration"
      :resume="openJob !== null"
      :busy="starting || planning"
      @set="(key, value) => (configuration = { ...configuration, [key]: value })"
      @start="start"
    />
  </div>
</template>

<style scoped>
.route {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
}
.left {
  padding: 16px 22px;
  overflow-y: auto;
}
.targets {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-bottom: 14px;
}
.targets .label {
  color: var(--on-mat);
  margin-right: 4px;
}
.target {
  min-height: 42px;
  padding: 0 14px 0 10px;
  border: 1px dashed var(--mat-line);
  border-radius: var(--radius);
  color: var(--soft-on-mat);
}
.target.on {
  border: 1.5px solid var(--copper-mat);
  color: var(--on-mat);
  font-weight: 500;
}
.other {
  max-width: 190px;
  color: var(--soft-on-mat);
}
/* Vuetify dims labels and icons below what can be read on the mat. */
.other :deep(.v-label),
.other :deep(.v-icon) {
  opacity: 1;
}
.fault,
.planning {
  margin-top: 24px;
}
@media (max-width: 900px) {
  .route {
    grid-template-columns: 1fr;
    overflow-y: auto;
  }
  .left {
    overflow: visible;
  }
}
</style>
