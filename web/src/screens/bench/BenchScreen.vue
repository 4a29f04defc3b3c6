<script setup lang="ts">
import type { UnitSummary } from '@bemtor/core';
import { computed, nextTick, onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { read, send } from '../../api/client.ts';
import { sendLeftovers } from '../../api/leftovers.ts';
import EmptyState from '../../components/EmptyState.vue';
import KeyHint from '../../components/KeyHint.vue';
import { ago, configurationWords } from '../../composables/format.ts';
import { useClock } from '../../composables/useClock.ts';
import { useKeys } from '../../composables/useKeys.ts';
import { nextForUnit } from './nextForUnit.ts';
import NewUnitDialog from './NewUnitDialog.vue';

const router = useRouter();
const now = useClock();
const units = shallowRef<readonly UnitSummary[] | null>(null);
const fault = ref<string | null>(null);
const fresh = ref(true);
const at = ref(0);
const rows = ref<HTMLElement[]>([]);

async function load(): Promise<void> {
  fault.value = null;
  try {
    await sendLeftovers();
    const answer = await read<{ units: UnitSummary[] }>('/units');
    units.value = answer.value.units;
    fresh.value = answer.fresh;
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error);
  }
}
onMounted(load);

const cards = computed(() => (units.value ?? []).map((unit) => ({ unit, next: nextForUnit(unit) })));
const current = computed(() => cards.value[at.value]);

function move(by: number): void {
  if (cards.value.length === 0) return;
  at.value = Math.min(cards.value.length - 1, Math.max(0, at.value + by));
  void nextTick(() => rows.value[at.value]?.scrollIntoView({ block: 'nearest' }));
}
const open = (path: string) => void router.push(path);
const openNext = () => current.value && open(`/unit/${current.value.unit.id}/${current.value.next.screen}`);
const openIntake = () => current.value && open(`/unit/${current.value.unit.id}/intake`);
const arriving = ref(false);
const told = ref<string | null>(null);

/** A unit that is done leaves the bench; its jobs stay in the logbook. */
async function handBack(): Promise<void> {
  const unit = current.value?.unit;
  if (!unit) return;
  if (unit.job && unit.job.phase !== 'closed') {
    told.value = `${unit.label} has an open job: close it first.`;
    return;
  }
  const { serial, configuration, complaint, place, intake, revision } = unit;
  try {
    await send(
      `/units/${unit.id}`,
      { serial, configuration, complaint, place, intake, left: true },
      { 'If-Match': `"${revision}"` },
      'PUT',
    );
    told.value = `${unit.label} is handed back.`;
  } catch (error) {
    told.value = error instanceof Error ? error.message : String(error);
  }
  await load();
  move(0);
}
const openRecorder = () => current.value && open(`/unit/${current.value.unit.id}/recorder`);

useKeys(() => ({
  ArrowDown: () => move(1),
  ArrowUp: () => move(-1),
  Enter: openNext,
  ' ': openNext,
  r: openRecorder,
  i: openIntake,
  a: () => (arriving.value = true),
  g: () => void handBack(),
  l: () => open('/logbook'),
}));
</script>

<template>
  <section class="bench mat-bound" aria-label="Units on the bench">
    <header>
      <h1>On the bench</h1>
      <p v-if="units?.length">
        {{ units.length }} {{ units.length === 1 ? 'unit' : 'units' }}, longest waiting first
      </p>
      <p v-if="told" class="told" role="status">{{ told }}</p>
      <p v-if="!fresh" class="caution" role="status">
        The server does not answer; this is how it was last seen here.
      </p>
    </header>
    <EmptyState
      v-if="fault"
      title="The bench cannot be read"
      :text="`${fault}. Nothing is lost; try again in a moment.`"
    >
      <button class="act-button" @click="load">Try again</button>
    </EmptyState>
    <EmptyState
      v-else-if="units && units.length === 0"
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
        @pointerenter="at = i"
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
            {{ unit.place }} · here {{ ago(unit.arrivedAt, now) }} · serial
            <span class="mono">{{ unit.serial }}</span>
          </p>
        </div>
        <div class="next">
          <p class="waits">{{ next.waits }}</p>
          <div
            v-if="next.share !== null"
            class="meter"
            role="img"
            :aria-label="`${Math.round(next.share * 100)} % of the steps done`"
          >
            <i :style="{ width: `${next.share * 100}%` }" />
          </div>
          <router-link
            class="act-button"
            :class="{ primary: i === at }"
            :to="`/unit/${unit.id}/${next.screen}`"
          >
            {{ next.act }} <KeyHint v-if="i === at" name="Enter" />
          </router-link>
        </div>
      </li>
    </ol>
    <footer v-if="units?.length">
      <span><KeyHint name="↑" /> <KeyHint name="↓" /> choose</span>
      <span><KeyHint name="Enter" /> go on with it</span>
      <button @click="arriving = true"><KeyHint name="A" /> a unit arrives</button>
      <button @click="openIntake"><KeyHint name="I" /> intake</button>
      <button @click="openRecorder"><KeyHint name="R" /> record this model</button>
      <button @click="open('/logbook')"><KeyHint name="L" /> logbook</button>
      <button @click="handBack"><KeyHint name="G" /> hand back</button>
    </footer>
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
