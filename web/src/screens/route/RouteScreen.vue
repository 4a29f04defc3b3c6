<script setup lang="ts">
import {
  actsToward,
  applySchools,
  cautionsOf,
  schoolWeights,
  triage,
  type Assumption,
  type Configuration,
} from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import DescentProfile from '../../components/DescentProfile.vue';
import EmptyState from '../../kit/EmptyState.vue';
import KeyHint from '../../kit/KeyHint.vue';
import { duration } from '../../composables/format.ts';
import { targetsHere } from '../../composables/keptHere.ts';
import { useShop } from '../../stores/shop.ts';
import { useTimes } from '../../stores/times.ts';
import { useUnit } from '../../stores/unit.ts';
import { useStart } from './useStart.ts';
import AssumedPanel from './AssumedPanel.vue';
import CompareRoutes from './CompareRoutes.vue';
import NotBorneOut from './NotBorneOut.vue';
import PartStack from './PartStack.vue';
import { worthCheckingOverallInWorker } from '../../workers/planner.ts';
import { useStepPictures } from '../../pictures/useStepPictures.ts';
import RouteQuestions from './RouteQuestions.vue';
import RouteSheet from './RouteSheet.vue';
import { routeCommands } from './routeCommands.ts';
import { deviceView, wayView, type Asked } from './routeView.ts';
import { useWhy } from './useWhy.ts';
import StepList from './StepList.vue';
import TakeAlong from './TakeAlong.vue';
import TargetBar from './TargetBar.vue';
import { useSettled, useThinGround } from './useSettled.ts';
import PurposeChoice from './PurposeChoice.vue';
import { usePurpose } from './usePurpose.ts';
import { useRouteWhere } from './useRouteWhere.ts';
import { useTried } from './useTried.ts';
import { usePlan, usualAssumed, type Planned } from './usePlan.ts';
import WorthChecking from './WorthChecking.vue';
import ActButton from '../../kit/ActButton.vue';
import CommandButton from '../../kit/CommandButton.vue';
import { useCommands } from '../../kit/useCommands.ts';

const props = defineProps<{ unitId: string }>();
const router = useRouter();
const store = useUnit();
const { unit, published, fault } = storeToRefs(store);
const shop = useShop();
const times = useTimes();
const settled = useSettled(
  props.unitId,
  computed(() => published.value?.document ?? null),
);
/** The sequence that stands, with what was settled since, as this shop works it. */
const document = computed(() =>
  settled.document.value ? applySchools(settled.document.value, shop.schools) : null,
);
/** Photos of the steps, taken at this model before. */
const photos = useStepPictures();

const keptTargets = targetsHere(props.unitId);
/** What the job is for, as intake or the technician said. */
const { purpose, choose: choosePurpose } = usePurpose(props.unitId);
// Read at once: a key pressed before the unit is loaded must not be lost when it is.
const targets = ref(keptTargets.read() ?? []);
const configuration = ref<Configuration>({});
const assumed = ref(usualAssumed);
const trying = useTried(document);
const { tried } = trying;
const aside = shallowRef<Planned | null>(null);
const overall = shallowRef<readonly Assumption[] | null>(null);
const counting = ref(false);
const at = ref<string | null>(null);
const ready = ref(false);

const school = computed(() => ({
  schools: shop.schools,
  swollen: unit.value ? triage(unit.value.intake, null).swollen : false,
}));
const asked = computed(() => (ready.value ? document.value : null));
const {
  plan,
  plainPlan,
  alone,
  assumptions,
  questions,
  also,
  fault: planFault,
  whenPlanned,
  whatIf,
} = usePlan(asked, targets, configuration, assumed, tried, school, times.estimate);
const route = computed(() => plan.value?.route ?? null);
const thin = useThinGround(settled, document, route);
const borne = ref<InstanceType<typeof NotBorneOut> | null>(null);

onMounted(async () => {
  await Promise.all([store.load(props.unitId), shop.load(), times.load()]);
  await settled.load();
  if (unit.value) void photos.load(unit.value.model.code);
  assumed.value = { ...usualAssumed, weights: schoolWeights(shop.schools) };
  configuration.value = { ...unit.value?.configuration };
  const known = document.value;
  targets.value = targets.value.filter((target) => known && actsToward(known, target).length > 0);
  ready.value = true;
});
watch(targets, keptTargets.write);
watch(route, (now) => (at.value = now?.steps.includes(at.value ?? '') ? at.value : (now?.steps[0] ?? null)));

const askedOf = computed<Asked | null>(
  () =>
    document.value && {
      ...{ document: document.value, configuration: configuration.value, tried: tried.value },
    },
);
const device = computed(() => askedOf.value && deviceView(askedOf.value));
const here = computed(() => device.value?.here ?? null);
const way = computed(() =>
  askedOf.value && here.value
    ? wayView(askedOf.value, here.value, {
        ...{ targets: targets.value, purpose: purpose.value, schools: shop.schools },
        planned: route.value?.steps ?? null,
      })
    : null,
);
const down = computed(() => way.value?.down ?? []);
const where = useRouteWhere(here, down, at);
const ground = computed(() => store.model?.grounds?.find(({ face }) => face === where.value?.face) ?? null);
const { why, pinnable } = useWhy(document, here, route, at, down);
const openJob = computed(() =>
  unit.value?.job && unit.value.job.phase !== 'closed' ? unit.value.job : null,
);
const separately = computed(() => alone.value.reduce((sum, planned) => sum + planned.wholeSeconds, 0));
const saved = computed(() =>
  plainPlan.value && plan.value ? plainPlan.value.wholeSeconds - plan.value.wholeSeconds : 0,
);

function toggle(target: string): void {
  targets.value = targets.value.includes(target)
    ? targets.value.filter((other) => other !== target)
    : [...targets.value, target];
}
async function askOverall(): Promise<void> {
  if (!document.value || counting.value) return;
  counting.value = true;
  overall.value = await worthCheckingOverallInWorker(document.value, {
    configuration: configuration.value,
    weights: assumed.value.weights,
  });
  counting.value = false;
}
/** An answer to a question about this unit: kept with the unit, so that nobody asks again. */
async function answer(key: string, value: string): Promise<void> {
  configuration.value = { ...configuration.value, [key]: value };
  await store.change({ configuration: configuration.value });
}
function walk(by: number): void {
  const list = route.value?.steps ?? [];
  const next = list[Math.min(list.length - 1, Math.max(0, list.indexOf(at.value ?? '') + by))];
  if (next) at.value = next;
}
const setAside = () => (aside.value = aside.value ? null : plan.value);

const { starting, start } = useStart(props.unitId, {
  ...{ document, plan, whenPlanned, targets, also, configuration, purpose, whatIf },
  isOpen: () => openJob.value !== null,
});

const { command } = useCommands(() =>
  routeCommands(
    {
      ...{ offered: device.value?.offered ?? [], targets: targets.value, hasRoute: route.value !== null },
      ...{ isAside: aside.value !== null, isJobOpen: openJob.value !== null },
      ...{ starting: starting.value, whatIf: whatIf.value },
      ofOrder: thin.commands(() => borne.value?.depend()),
    },
    { walk, start, setAside, toggle, review: () => router.push(`/unit/${props.unitId}/review`) },
  ),
);
</script>

<template>
  <EmptyState v-if="fault" title="This unit cannot be read" :text="fault"
    ><ActButton to="/">To the bench</ActButton></EmptyState
  >
  <EmptyState
    v-else-if="ready && !document"
    title="No sequence for this model yet"
    text="Record how it comes apart, then publish from Review; after that the best route to any part is a key away."
  >
    <ActButton primary :to="`/unit/${unitId}/recorder`">Record</ActButton>
  </EmptyState>
  <div v-else-if="document && device && way" class="route">
    <section class="mat-bound left">
      <TargetBar
        :sequence="device.here"
        :offered="device.offered"
        :targets="targets"
        :name-of="device.nameOf"
        @toggle="toggle"
      />
      <template v-if="targets.length === 0">
        <EmptyState
          class="where"
          title="Where to?"
          text="Choose what has to come out, by key, by name, or here in the stack. Bemtor finds the order with the least handling, and the way back."
        />
        <PartStack :parts="device.depths" :targets="targets" @toggle="toggle" />
      </template>
      <p v-else-if="planFault" class="caution fault" role="alert">
        {{ planFault }}
        <router-link :to="`/unit/${unitId}/review`"><KeyHint name="V" /> Review</router-link>
      </p>
      <p v-else-if="!route" class="planning" role="status">Looking for the best order …</p>
      <template v-if="route && plan">
        <p v-if="whatIf" class="whatif" role="status" data-testid="what-if">
          What if {{ trying.words.value }}: {{ duration(plan.wholeSeconds) }} instead of
          {{ duration(plan.wholeSeconds + saved) }}.
          <ActButton quiet @click="trying.asItStands">as it stands</ActButton>
        </p>
        <RouteQuestions :questions="questions" @answer="answer" />
        <p v-if="also.length > 0" class="visits" data-testid="also">
          {{ also.map(device.nameOf).join(', ') }} out too: that is how the shop works for this{{
            school.swollen ? ' (swollen)' : ''
          }}.
        </p>
        <p v-if="alone.length > 1" class="visits" data-testid="visits">
          In one visit <strong>{{ duration(plan.wholeSeconds) }}</strong>; {{ alone.length }} visits would
          take {{ duration(separately) }}:
          {{
            alone
              .map(
                (planned) =>
                  `${device?.nameOf(planned.route.targets[0] ?? '')} ${duration(planned.wholeSeconds)}`,
              )
              .join(', ')
          }}.
        </p>
        <CompareRoutes v-if="aside" :document="document" :aside="aside" :now="plan" @clear="aside = null" />
        <DescentProfile
          :sequence="device.here"
          :steps="route.steps"
          :targets="way.targetActions"
          :back="way.back"
          :at="at"
          @point="at = $event"
        />
        <StepList :steps="way.down" :at="at" :photos-of="photos.of" @point="at = $event" />
        <CommandButton quiet class="compare-key" :command="command('compare')" />
        <TakeAlong
          :sequence="document"
          :route="route"
          :targets="targets"
          :purpose="purpose"
          :ahead="settled.isAhead.value"
          :trying="whatIf"
          :pictures="photos.known.value"
        />
      </template>
    </section>
    <RouteSheet
      v-if="route && plan"
      :route="route"
      :down-and-back="duration(plan.wholeSeconds)"
      :most="duration(plan.mostSeconds)"
      :learned="times.learned"
      :down-only="duration(route.cost.total)"
      :screws-out="way.screwsOut"
      :picks="way.picks"
      :cautions="cautionsOf(way.steps)"
      :why="why"
      :pinnable="pinnable"
      :at="route.steps.indexOf(at ?? '') + 1"
      :where="where"
      :ties="photos.tiesOf(at)"
      :ground="ground"
      :photos="photos.of(at)"
      :start="command('start')"
      @drop="trying.drop([$event])"
      @pin="trying.pin(at, $event)"
    >
      <template #purpose><PurposeChoice :purpose="purpose" @choose="choosePurpose" /></template>
      <template #open
        ><NotBorneOut
          ref="borne"
          :sequence="document"
          :open="thin.open.value"
          :options="document.options"
          :settled="thin.words.value"
          :ahead="settled.isAhead.value"
          @settle="thin.settle"
          @depends="thin.depends"
          @undo="settled.undo"
          @review="router.push(`/unit/${unitId}/review`)"
      /></template>
      <WorthChecking
        :sequence="document"
        :assumptions="assumptions"
        :dropped="tried.dropped"
        :overall="overall"
        :counting="counting"
        @toggle="trying.drop"
        @overall="askOverall"
      />
      <AssumedPanel
        :options="document.options"
        :configuration="configuration"
        :assumed="assumed"
        :tools="device.tools"
        :parts="device.depths"
        @set="(key, value) => (configuration = { ...configuration, [key]: value })"
        @assume="assumed = $event"
      />
    </RouteSheet>
  </div>
</template>

<style scoped>
.route {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
}
.where {
  margin: 24px 0 20px;
  padding: 0;
}
.left {
  padding: 16px 22px;
  overflow-y: auto;
}
.whatif,
.visits {
  margin-bottom: 12px;
}
.visits {
  color: var(--soft-on-mat);
}
.visits strong {
  color: var(--on-mat);
}
.whatif {
  border: 1.5px solid var(--copper-mat);
  border-radius: var(--radius);
  padding: 8px 14px;
}
.compare-key {
  color: var(--soft-on-mat);
}
.fault,
.planning {
  margin-top: 24px;
}
@media (max-width: 900px), (max-height: 520px) {
  .route {
    grid-template-columns: 1fr;
    grid-template-rows: auto auto;
    overflow-y: auto;
  }
  .left {
    overflow: visible;
  }
}
</style>
