<script setup lang="ts">
import {
  arrivalStepId,
  placeWords,
  sentence,
  type LedgerRow,
  type RunStep,
  type Schools,
  type StepCount,
  type Ground,
  type Place,
  type TighteningDrawing as Drawing,
  type Where,
} from '@bemtor/core';
import { computed, ref } from 'vue';
import PictureStrip from '../../pictures/PictureStrip.vue';
import ActGlyph from '../../glyphs/ActGlyph.vue';
import ArrivalCheck from './ArrivalCheck.vue';
import HoldTimer from './HoldTimer.vue';
import ScrewCount from './ScrewCount.vue';
import TighteningDrawing from './TighteningDrawing.vue';
import ActButton from '../../kit/ActButton.vue';
import TextField from '../../kit/TextField.vue';
import StepWhere from '../../components/StepWhere.vue';
import type { StepTie } from '../../pictures/useStepPictures.ts';
import { tellsWhere } from '../route/useRouteWhere.ts';

/** One step, to be read from 80 cm. */
const props = defineProps<{
  step: RunStep;
  steps: readonly RunStep[];
  count: StepCount | null;
  row: LedgerRow | null;
  /** In which order the screws are turned; null where any will do. */
  drawing: Drawing | null;
  /** The place of the step on the device; null where it has none. */
  where: Where | null;
  ground: Ground | null;
  /** Points being put in; null while none are. */
  putIn: readonly Place[] | null;
  /** Its points in a photo, while that is looked at. */
  ties: readonly StepTie[];
  keep: Schools['keep'];
  /** The how many-th group of screws: its row of tape. */
  tapeRow: number;
  names: ReadonlyMap<string, string>;
  arrival: { rows: readonly LedgerRow[]; at: number; hint: string | null };
  fitted: string;
  /** Photos of this step. */
  pictures: readonly string[];
  /** Screws that the tray cannot supply and that wait for a decision. */
  choice: number;
  /** Why the job stands still; null while it goes on. */
  pauseReason: string | null;
}>();
const emit = defineEmits<{
  hold: [running: boolean];
  choose: [index: number];
  missing: [row: LedgerRow, total: number];
  settle: [what: 'new' | 'omitted', words: string];
  fitted: [part: string, number: string];
  resume: [];
  tap: [place: Place];
}>();

const hold = ref<InstanceType<typeof HoldTimer> | null>(null);
defineExpose({ pressHold: () => hold.value?.press() });

/** What the new screw is, or why none is fitted; empty where it goes without saying. */
const words = ref('');
const shortWhy = computed(() => {
  const { missing = 0, lost = 0 } = props.row?.counts ?? {};
  if (lost > 0 && missing > 0) return 'missing on arrival or lost';
  return lost > 0 ? 'lost' : 'missing on arrival';
});
const place = computed(() => placeWords(props.steps, props.step));
const detail = computed(() =>
  [
    props.where?.next && `Next: ${props.where.next}`,
    props.step.place && sentence(props.step.place),
    props.step.detail,
  ]
    .filter(Boolean)
    .join('. '),
);
/** Something on the outline tells of this step; else the words alone do. */
const isShown = computed(() => {
  const { where, putIn } = props;
  if (!where) return false;
  return putIn !== null || tellsWhere(where);
});
const number = ref(props.fitted);
const field = ref<{ $el: HTMLElement } | null>(null);

function keepNumber(): void {
  if (props.step.part && number.value.trim() !== props.fitted)
    emit('fitted', props.step.part.id, number.value.trim());
  field.value?.$el.querySelector('input')?.blur();
}
</script>

<template>
  <article class="step" data-testid="step">
    <p class="place">
      {{ place }}<span v-if="step.tool" class="tool">{{ step.tool }}</span>
    </p>
    <h1 data-testid="step-title">{{ step.title }}</h1>
    <p v-if="pauseReason !== null" class="paused">
      Set aside: {{ pauseReason }}. The clock stands still.
      <ActButton @click="$emit('resume')">Continue</ActButton>
    </p>
    <div class="body" :class="{ split: isShown }">
      <div class="told">
        <div v-if="count" class="counting">
          <ScrewCount
            :step="step"
            :count="count"
            :keep="keep"
            :letter="row?.letter ?? ''"
            :tape-row="tapeRow"
            :placed="isShown"
          />
          <TighteningDrawing v-if="drawing && !isShown" :drawing="drawing" :through="count.through" />
        </div>
        <HoldTimer
          v-else-if="step.holdSeconds"
          ref="hold"
          :seconds="step.holdSeconds"
          @running="$emit('hold', $event)"
        />
        <ArrivalCheck
          v-else-if="step.id === arrivalStepId"
          v-bind="arrival"
          :names="names"
          @choose="$emit('choose', $event)"
          @set="(row, total) => $emit('missing', row, total)"
        />
        <ActGlyph
          v-else-if="step.action"
          class="gesture"
          :verb="step.action.verb"
          :size="isShown ? 96 : 132"
        />
        <p v-if="putIn" class="detail" role="status">
          Tap where each screw is: {{ putIn.length }} of {{ step.joint?.count ?? '?' }}. The last keeps them;
          a tap on one takes it out.
        </p>
        <p v-else-if="detail" class="detail">{{ detail }}</p>
      </div>
      <StepWhere
        v-if="where && (ties.length > 0 || isShown)"
        class="picture"
        :where="where"
        :ties="ties"
        :ground="ground"
        :put-in="putIn"
        @tap="$emit('tap', $event)"
      />
    </div>
    <TextField
      v-if="step.part"
      ref="field"
      v-model="number"
      class="fitted"
      mono
      label="Number of the part that goes in"
      maxlength="60"
      placeholder="as read off the part"
      data-testid="fitted-number"
      @keydown.enter.prevent="keepNumber"
      @blur="keepNumber"
    />
    <div v-if="choice > 0" class="choice" role="alert" data-testid="short">
      <p>
        {{ choice }} {{ choice === 1 ? 'screw is' : 'screws are' }} {{ shortWhy }}; the tray has none for
        {{ choice === 1 ? 'it' : 'them' }}.
      </p>
      <ActButton primary key-name="F" @click="$emit('settle', 'new', words)">fit new</ActButton>
      <ActButton key-name="O" @click="$emit('settle', 'omitted', words)">leave out</ActButton>
      <TextField
        v-model="words"
        class="why"
        label="Of which kind, or why"
        maxlength="120"
        placeholder="of another kind? why left out?"
      />
    </div>
    <PictureStrip :pictures="pictures" :about="() => 'Photo of this step'" :height="96" />
    <ul v-if="step.cautions.length > 0" class="caution">
      <li v-for="caution in step.cautions" :key="caution">{{ caution }}</li>
    </ul>
  </article>
</template>

<style scoped>
.step {
  flex: 1;
  padding: 26px 44px 10px;
  display: flex;
  flex-direction: column;
  gap: 20px;
}
.place {
  display: flex;
  align-items: center;
  gap: 18px;
  font: 600 30px/1.1 var(--label);
  color: var(--ink-soft);
  margin-bottom: -12px;
}
.tool {
  font-size: 24px;
  color: var(--ink);
  border: 2px solid var(--ink);
  border-radius: 6px;
  padding: 3px 10px;
}
h1 {
  font: 600 74px/1 var(--label);
  text-wrap: balance;
}
.detail {
  font-size: 25px;
  line-height: 1.3;
  max-width: 860px;
}
.body {
  display: grid;
  gap: 20px 36px;
  min-height: 0;
}
.body.split {
  grid-template-columns: minmax(270px, 2fr) 3fr;
}
.told {
  display: grid;
  gap: 16px;
  align-content: start;
}
.picture {
  height: clamp(210px, 42vh, 520px);
}
.counting {
  display: flex;
  gap: 24px;
}
.gesture {
  color: var(--ink-soft);
}
.caution {
  font-size: 23px;
  line-height: 1.3;
  max-width: 860px;
}
.choice {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 14px;
  font-size: 23px;
  border: 2px solid var(--copper);
  border-radius: var(--radius);
  padding: 12px 16px;
  max-width: 860px;
}
.choice p {
  flex: 1 1 320px;
}
.choice .why {
  flex: 1 1 260px;
}
.fitted {
  flex: none;
  max-width: 420px;
}
.paused {
  font-size: 24px;
}
@media (max-width: 900px) {
  .step {
    padding: 18px 24px 8px;
  }
  .body.split {
    grid-template-columns: minmax(300px, 2fr) 3fr;
    column-gap: 20px;
  }
  h1 {
    font-size: 54px;
  }
}
@media (max-width: 700px) {
  .body.split {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 620px), (max-height: 520px) {
  .step {
    gap: 10px;
    padding: 10px 16px 4px;
  }
  .place {
    font-size: 20px;
    margin-bottom: -4px;
  }
  .tool {
    font-size: 18px;
    padding: 1px 8px;
  }
  h1 {
    font-size: 34px;
  }
  .detail,
  .caution {
    font-size: 18px;
  }
}
@media (max-height: 520px) {
  .body.split {
    grid-template-columns: minmax(200px, 1fr) 1fr;
  }
  .picture {
    height: 170px;
  }
}
</style>
