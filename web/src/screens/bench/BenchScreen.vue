<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import EmptyState from '../../components/EmptyState.vue';
import KeyHint from '../../components/KeyHint.vue';
import { ago, configurationWords } from '../../composables/format.ts';
import { useClock } from '../../composables/useClock.ts';
import { useKeys } from '../../composables/useKeys.ts';
import CorrectDialog from './CorrectDialog.vue';
import HandBackDialog from './HandBackDialog.vue';
import { nextForUnit } from './nextForUnit.ts';
import NewUnitDialog from './NewUnitDialog.vue';
import { useBench } from './useBench.ts';

const router = useRouter();
const now = useClock();
const bench = useBench();
const { units, next: nextPage, shown, shows, fault, fresh, waiting, told } = bench;
/** What the keys are about: chosen by key or click, never by the pointer passing over. */
const at = ref(0);
const rows = ref<HTMLElement[]>([]);
onMounted(bench.load);

const cards = computed(() => (shown.value ?? []).map((unit) => ({ unit, next: nextForUnit(unit) })));
const current = computed(() => cards.value[Math.min(at.value, cards.value.length - 1)]);

function move(by: number): void {
  if (cards.value.length === 0) return;
  at.value = Math.min(cards.value.length - 1, Math.max(0, at.value + by));
  void nextTick(() => rows.value[at.value]?.scrollIntoView({ block: 'nearest' }));
}
const open = (path: string) => void router.push(path);
const isLeft = computed(() => shows.value === 'left');
const openNext = () => {
  const chosen = current.value;
  if (!chosen) return;
  if (isLeft.value) void bench.takeIn(chosen.unit);
  else open(`/unit/${chosen.unit.id}/${chosen.next.screen}`);
};
const openIntake = () => current.value && open(`/unit/${current.value.unit.id}/intake`);
const openRecorder = () => current.value && open(`/unit/${current.value.unit.id}/recorder`);
const arriving = ref(false);
const leaving = ref(false);
const correcting = ref(false);
const undo = () => void told.value?.undo?.();

useKeys(() => ({
  ArrowDown: () => move(1),
  ArrowUp: () => move(-1),
  Enter: openNext,
  ' ': openNext,
  r: openRecorder,
  i: openIntake,
  a: () => (arriving.value = true),
  ...(isLeft.value ? {} : { g: () => current.value && (leaving.value = true) }),
  c: () => current.value && (correcting.value = true),
  b: () => void bench.show(isLeft.value ? 'bench' : 'left'),
  l: () => open('/logbook'),
  ...(told.value?.undo ? { u: undo } : {}),
}));
</script>

<template>
  <section class="bench mat-bound" aria-label="Units on the bench">
    <header>
      <h1>{{ isLeft ? 'Handed back' : 'On the bench' }}</h1>
      <p v-if="shown?.length">
        {{ nextPage !== null ? 'the first ' : '' }}{{ shown.length }}
        {{ shown.length === 1 ? 'unit' : 'units' }},
        {{ isLeft ? 'the last to go first' : 'longest waiting first' }}
      </p>
      <p v-if="told" class="told" role="status" data-testid="bench-told">
        {{ told.words }}
        <v-btn v-if="told.undo" class="act-button" variant="text" @click="undo"
          ><KeyHint name="U" />&nbsp;undo</v-btn
        >
      </p>
      <p v-if="waiting > 0" role="status">
        <router-link to="/waiting" data-testid="to-waiting">Something waits on this device</router-link>
      </p>
      <p v-if="!fresh" class="caution" role="status">
        The server does not answer; this is how it was last seen here.
      </p>
    </header>
    <EmptyState
      v-if="fault"
      title="The bench cannot be read"
      :text="`${fault}. Nothing is lost; try again in a moment.`"
    >
      <v-btn class="act-button" variant="text" @click="bench.load">Try again</v-btn>
    </EmptyState>
    <EmptyState
      v-else-if="isLeft && shown?.length === 0"
      title="Nothing was handed back yet"
      text="A unit that leaves the bench stands here, with the way back."
    >
      <v-btn class="act-button" variant="text" @click="bench.show('bench')">To the bench</v-btn>
    </EmptyState>
    <EmptyState
      v-else-if="units && units.length === 0 && !isLeft"
      title="Nothing on the bench"
      text="A unit stands here from the moment it arrives."
    >
      <button class="act-button" @click="arriving = true">A unit arrives <KeyHint name="A" /></button>
    </EmptyState>
    <ol v-else class="units">
      <li
        v-for="({ unit, next }, i) in cards"
        :key="unit.id"
        :ref="
          (el) => {
            if (el) rows[i] = el as HTMLElement;
          }
        "
        class="unit"
        :class="{ here: i === at }"
        :data-testid="`unit-${unit.label}`"
        @click="at = i"
      >
        <div class="who">
          <span class="mono tag">{{ unit.label }}</span>
          <strong>{{ unit.model.maker }} {{ unit.model.name }}</strong>
          <span class="soft">{{
            [unit.model.code, configurationWords(unit.configuration) || 'configuration not known yet'].join(
              ' · ',
            )
          }}</span>
        </div>
        <div class="what">
          <p>{{ unit.complaint }}</p>
          <p class="soft">
            {{ unit.place }}
            {{ unit.leftAt ? `· left ${ago(unit.leftAt, now)} ago` : `· here ${ago(unit.arrivedAt, now)}` }} ·
            serial <span class="mono">{{ unit.serial }}</span>
          </p>
        </div>
        <div class="next">
          <p class="waits">{{ next.waits }}</p>
          <p v-if="bench.waits(unit)" class="soft" :data-testid="`waits-${unit.label}`">
            Waits on this device for the server
          </p>
          <div
            v-if="next.share !== null"
            class="meter"
            role="img"
            :aria-label="`${Math.round(next.share * 100)} % of the steps done`"
          >
            <i :style="{ width: `${next.share * 100}%` }" />
          </div>
          <v-btn
            v-if="isLeft"
            class="act-button"
            variant="text"
            :data-testid="`take-in-${unit.label}`"
            @click="bench.takeIn(unit)"
            >Take {{ unit.label }} in again</v-btn
          >
          <router-link
            v-else
            class="act-button"
            :class="{ primary: i === at }"
            :to="`/unit/${unit.id}/${next.screen}`"
          >
            {{ next.act }} <KeyHint v-if="i === at" name="Enter" />
          </router-link>
        </div>
      </li>
      <li v-if="nextPage !== null" class="more">
        <v-btn class="act-button" variant="text" data-testid="more-units" @click="bench.more"
          >More units</v-btn
        >
      </li>
    </ol>
    <footer v-if="shown">
      <span><KeyHint name="↑" /> <KeyHint name="↓" /> choose</span>
      <span><KeyHint name="Enter" /> {{ isLeft ? 'take it in again' : 'go on with it' }}</span>
      <button @click="arriving = true"><KeyHint name="A" /> a unit arrives</button>
      <button v-if="current" @click="openIntake"><KeyHint name="I" /> intake</button>
      <button v-if="current" @click="openRecorder"><KeyHint name="R" /> record this model</button>
      <button v-if="current" @click="correcting = true"><KeyHint name="C" /> correct its names</button>
      <button v-if="current && !isLeft" @click="leaving = true">
        <KeyHint name="G" /> hand back {{ current.unit.label }}
      </button>
      <button @click="bench.show(isLeft ? 'bench' : 'left')">
        <KeyHint name="B" /> {{ isLeft ? 'the bench' : 'handed back' }}
      </button>
      <button @click="open('/logbook')"><KeyHint name="L" /> logbook</button>
    </footer>
    <HandBackDialog v-model="leaving" :unit="current?.unit ?? null" @hand-back="bench.handBack" />
    <CorrectDialog
      v-model="correcting"
      :unit="current?.unit ?? null"
      @correct="bench.correct"
      @withdraw="bench.withdraw"
    />
    <NewUnitDialog v-model="arriving" @arrived="(id) => open(`/unit/${id}/intake`)" />
  </section>
</template>

<style scoped>
.bench {
  flex: 1;
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding: 26px 28px 0;
  max-width: 1280px;
  width: 100%;
  margin: 0 auto;
}
header {
  display: flex;
  align-items: baseline;
  gap: 18px;
  flex-wrap: wrap;
}
h1 {
  font: 600 40px/1 var(--label);
}
header p:not(.caution),
.soft {
  color: var(--soft-on-mat);
}
.told {
  border-left: 4px solid var(--copper-mat);
  padding-left: 12px;
  margin-left: auto;
}
.units {
  margin-top: 20px;
  flex: 1;
  min-height: 0;
  overflow-y: auto;
}
.unit {
  display: grid;
  grid-template-columns: 250px 1fr 240px;
  gap: 28px;
  align-items: center;
  padding: 18px 20px 18px 17px;
  border-bottom: 1px solid var(--mat-line);
  border-left: 5px solid transparent;
}
.more {
  padding: 18px 20px;
}
.unit.here {
  background: var(--mat-raised);
  border-left-color: var(--copper-mat);
}
.who {
  display: grid;
  gap: 3px;
}
.who strong {
  font: 600 27px/1.1 var(--label);
}
.tag {
  color: var(--copper-mat);
  font-size: 15px;
}
.soft {
  font-size: 15px;
}
.what p:first-child {
  font-size: 19px;
  line-height: 1.35;
}
.what .soft {
  margin-top: 6px;
}
.next {
  display: grid;
  gap: 8px;
}
.waits {
  font-size: 15px;
}
.meter {
  height: 4px;
  background: var(--mat-line);
  border-radius: 2px;
}
.meter i {
  display: block;
  height: 100%;
  background: var(--copper-mat);
  border-radius: 2px;
}
footer {
  display: flex;
  flex-wrap: wrap;
  gap: 0 26px;
  align-items: center;
  min-height: 60px;
  color: var(--soft-on-mat);
}
footer button {
  min-height: var(--touch);
}
@media (max-width: 1000px) {
  .unit {
    grid-template-columns: 1fr 220px;
    gap: 10px 24px;
  }
  .what {
    grid-column: 1;
    grid-row: 2;
  }
  .next {
    grid-column: 2;
    grid-row: 1 / span 2;
  }
}
@media (max-width: 640px) {
  .bench {
    padding: 16px 14px 0;
  }
  .unit {
    grid-template-columns: 1fr;
  }
  .next {
    grid-column: 1;
    grid-row: auto;
  }
}
</style>
