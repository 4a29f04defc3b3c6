<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import EmptyState from '../../kit/EmptyState.vue';
import KeyHint from '../../kit/KeyHint.vue';
import { ago, configurationWords } from '../../composables/format.ts';
import { useClock } from '../../composables/useClock.ts';
import CommandBar from '../../kit/CommandBar.vue';
import CommandButton from '../../kit/CommandButton.vue';
import TellBar from '../../kit/TellBar.vue';
import { useCommands } from '../../kit/useCommands.ts';
import { useCursor } from '../../kit/useCursor.ts';
import { useDrawn } from '../../kit/useDrawn.ts';
import CorrectDialog from './CorrectDialog.vue';
import HandBackDialog from './HandBackDialog.vue';
import { nextForUnit } from './nextForUnit.ts';
import NewUnitDialog from './NewUnitDialog.vue';
import { useBench } from './useBench.ts';
import ActButton from '../../kit/ActButton.vue';
import CursorRow from '../../kit/CursorRow.vue';

const router = useRouter();
const now = useClock();
const bench = useBench();
const { units, next: nextPage, shown, shows, fault, fresh, waiting, told } = bench;
const rows = ref<HTMLElement[]>([]);
onMounted(bench.load);

const cards = computed(() => (shown.value ?? []).map((unit) => ({ unit, next: nextForUnit(unit) })));
/** What the keys are about: chosen by key or click, never by the pointer passing over. */
const cursor = useCursor(
  () => cards.value.length,
  (one) => rows.value[one],
);
const { at } = cursor;
const drawn = useDrawn(
  () => cards.value.length,
  () => at.value,
);
const current = computed(() => cards.value[at.value]);

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

const { commands, command } = useCommands(() => [
  ...cursor.arrows('unit'),
  {
    id: 'go-on',
    keys: ['Enter', ' '],
    words: isLeft.value ? 'take it in again' : 'continue with it',
    when: current.value !== undefined,
    run: openNext,
  },
  { id: 'arrives', keys: ['a'], words: 'a unit arrives', run: () => (arriving.value = true) },
  { id: 'intake', keys: ['i'], words: 'intake', when: current.value !== undefined, run: openIntake },
  {
    id: 'record',
    keys: ['r'],
    words: 'record this model',
    when: current.value !== undefined,
    run: openRecorder,
  },
  {
    id: 'correct',
    keys: ['c'],
    words: 'correct its names',
    when: current.value !== undefined,
    run: () => (correcting.value = true),
  },
  {
    id: 'hand-back',
    keys: ['g'],
    words: `hand back ${current.value?.unit.label}`,
    when: current.value !== undefined && !isLeft.value,
    run: () => (leaving.value = true),
  },
  {
    id: 'handed-back',
    keys: ['b'],
    words: isLeft.value ? 'the bench' : 'handed back',
    more: isLeft.value ? 'the units on the bench' : 'the units that were handed back',
    run: () => bench.show(isLeft.value ? 'bench' : 'left'),
  },
  { id: 'logbook', keys: ['l'], words: 'logbook', run: () => open('/logbook') },
]);
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
      <TellBar class="told" :told="told" data-testid="bench-told" />
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
      <ActButton @click="bench.load">Try again</ActButton>
    </EmptyState>
    <EmptyState
      v-else-if="isLeft && shown?.length === 0"
      title="Nothing was handed back yet"
      text="A unit that leaves the bench stands here, with the way back."
    >
      <ActButton @click="bench.show('bench')">To the bench</ActButton>
    </EmptyState>
    <EmptyState
      v-else-if="units && units.length === 0 && !isLeft"
      title="Nothing on the bench"
      text="A unit stands here from the moment it arrives."
    >
      <CommandButton primary :command="command('arrives')" />
    </EmptyState>
    <ol v-else class="units">
      <CursorRow
        v-for="({ unit, next }, i) in cards.slice(0, drawn)"
        :key="unit.id"
        :ref="
          (el) => {
            if (el) rows[i] = (el as { $el: HTMLElement }).$el;
          }
        "
        class="unit"
        :here="i === at"
        :data-testid="`unit-${unit.label}`"
        @choose="at = i"
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
          <ActButton v-if="isLeft" :data-testid="`take-in-${unit.label}`" @click="bench.takeIn(unit)"
            >Take {{ unit.label }} in again</ActButton
          >
          <ActButton v-else :class="{ primary: i === at }" :to="`/unit/${unit.id}/${next.screen}`">
            {{ next.act }} <KeyHint v-if="i === at" name="Enter" />
          </ActButton>
        </div>
      </CursorRow>
      <li v-if="nextPage !== null && drawn === cards.length" class="more">
        <ActButton data-testid="more-units" @click="bench.more">More units</ActButton>
      </li>
    </ol>
    <footer v-if="shown"><CommandBar :commands="commands" arrows="choose" /></footer>
    <HandBackDialog v-model="leaving" :unit="current?.unit ?? null" @hand-back="bench.handBack" />
    <CorrectDialog
      v-model="correcting"
      :unit="current?.unit ?? null"
      @correct="bench.correct"
      @forget="bench.forget"
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
  padding: 6px 0;
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
@media (max-height: 520px) {
  .bench {
    padding-top: 8px;
  }
  h1 {
    font-size: 24px;
  }
  .units {
    margin-top: 8px;
  }
  .unit {
    padding-block: 8px;
  }
  footer :deep(.bar) {
    flex-wrap: nowrap;
    overflow-x: auto;
  }
  footer :deep(.bar > *) {
    flex: none;
  }
}
</style>
