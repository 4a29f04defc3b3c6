<script lang="ts">
/** A ground for a step, and its place in the document's needs. */
export interface WhyLine {
  readonly words: string;
  readonly place: number;
}
</script>

<script setup lang="ts">
import type { Command } from '../../kit/commands.ts';
import { guideDeferral, type Drive, type Ground, type PickList, type Route, type Where } from '@bemtor/core';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';
import type { StepTie } from '../../pictures/useStepPictures.ts';
import PictureStrip from '../../pictures/PictureStrip.vue';
import ActButton from '../../kit/ActButton.vue';
import CommandButton from '../../kit/CommandButton.vue';
import StepWhere from '../../components/StepWhere.vue';

/** Beside the profile: totals, why this step, what to lay out, cautions, and the start. */
defineProps<{
  route: Route;
  /** Half of such jobs take less. */
  downAndBack: string;
  /** Four of five take less. */
  most: string;
  /** How many acts of the shop's own runs the times rest on. */
  learned: number;
  downOnly: string;
  screwsOut: number;
  picks: PickList;
  cautions: readonly string[];
  why: readonly WhyLine[];
  pinnable: readonly { value: string; title: string }[];
  at: number;
  /** Where the step that is chosen is; null where the device has no place of it. */
  where: Where | null;
  /** Where its screws are seen in photos. */
  ties: readonly StepTie[];
  /** A photo under the outline of the side that is up. */
  ground: Ground | null;
  /** Photos of the step that is chosen. */
  photos: readonly string[];
  start: Command;
}>();
defineEmits<{ drop: [place: number]; pin: [before: string] }>();

const plural = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;

const driveOf = (tool: string): Drive | null => {
  const letters = /^[A-Z]+/.exec(tool)?.[0];
  return letters === 'PH' || letters === 'JIS' || letters === 'T' || letters === 'P' || letters === 'Y'
    ? letters
    : null;
};
</script>

<template>
  <aside class="card sheet" aria-label="The route in figures">
    <div class="scroll">
      <dl class="totals">
        <div>
          <dd class="figure" data-testid="down-and-back">{{ downAndBack }}</dd>
          <dt>typical, down and back</dt>
        </div>
        <div>
          <dd class="figure" data-testid="most">{{ most }}</dd>
          <dt>80 % take less</dt>
        </div>
        <div>
          <dd class="figure">{{ screwsOut }}</dd>
          <dt>screws out</dt>
        </div>
      </dl>
      <p class="cost">
        <template v-if="learned > 0">Times from {{ learned }} steps of this shop.</template>
        {{ downOnly }} down by the plan: {{ plural(route.cost.toolChanges, 'tool change') }} ·
        {{ plural(route.cost.flips, 'turn') }} ·
        {{
          route.cost.resumes === 0
            ? 'nothing left half done'
            : `${plural(route.cost.resumes, 'part')} resumed`
        }}.
        <strong>{{
          route.optimal
            ? 'No better order exists.'
            : `At most ${Math.ceil(route.cost.total - route.lowerBound)} s better is possible.`
        }}</strong>
      </p>
      <slot name="open" />
      <section v-if="where" data-testid="step-where">
        <h2 class="label">Where step {{ at }} is</h2>
        <StepWhere class="where" :where="where" :ties="ties" :ground="ground" />
      </section>
      <section v-if="photos.length > 0" data-testid="step-photos">
        <h2 class="label">Step {{ at }} as it was seen</h2>
        <PictureStrip :pictures="photos" :about="() => `Photo of step ${at}`" :height="96" />
      </section>
      <section v-if="why.length > 0 || pinnable.length > 0">
        <h2 class="label">Why step {{ at }}</h2>
        <p v-if="why.length === 0">It is what was asked for.</p>
        <p v-for="{ words, place } in why" :key="words" class="why">
          {{ words }}
          <ActButton v-if="place >= 0" quiet class="whatif" @click="$emit('drop', place)"
            >what if not?</ActButton
          >
        </p>
        <!-- A choice makes the field anew: what was tried is one of the grounds then. -->
        <v-select
          v-if="pinnable.length > 0"
          :key="why.length"
          class="pin"
          label="What if it waited for"
          :items="[...pinnable]"
          :model-value="null"
          data-testid="what-if-pin"
          @update:model-value="(before: string | null) => before && $emit('pin', before)"
        />
      </section>
      <section>
        <h2 class="label">Pick list</h2>
        <ul class="picks">
          <li v-for="part in picks.parts" :key="part.name">
            <span
              >{{ part.name }} <span class="mono">{{ part.number }}</span></span
            ><span>{{ part.why }}</span>
          </li>
        </ul>
        <p class="tools">
          <span v-for="{ tool, uses } in picks.tools" :key="tool" class="tool"
            ><ScrewGlyph v-if="driveOf(tool)" :drive="driveOf(tool)" :size="18" />{{ tool
            }}<small>{{ uses }}×</small></span
          >
        </p>
      </section>
      <section v-if="cautions.length > 0">
        <h2 class="label">Cautions</h2>
        <ul class="caution">
          <li v-for="caution in cautions" :key="caution">{{ caution }}</li>
        </ul>
      </section>
      <slot />
      <p class="defer">
        {{ guideDeferral }}
      </p>
    </div>
    <slot name="purpose" />
    <CommandButton primary class="start" :command="start" data-testid="start-run" />
  </aside>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.scroll {
  flex: 1;
  overflow-y: auto;
  padding: 20px 22px 8px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 18px;
  align-content: start;
}
.totals {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}
.totals .figure {
  font-size: 26px;
  white-space: nowrap;
}
.totals dt {
  font-size: 14px;
  color: var(--ink-soft);
}
.cost {
  color: var(--ink-soft);
}
.cost strong {
  color: var(--ink);
  font-weight: 600;
}
h2.label {
  border-bottom: 1px solid var(--ink);
  padding-bottom: 5px;
  margin-bottom: 7px;
}
.why {
  background: var(--card-raised);
  border-left: 4px solid var(--copper);
  padding: 8px 12px;
  font-size: 15px;
  line-height: 1.3;
}
.whatif {
  text-decoration: underline;
  color: var(--copper-ink);
}
.pin {
  margin-top: 10px;
}
.why + .why {
  margin-top: 5px;
}
.where {
  height: 210px;
}
.picks li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 3px 0;
}
.picks li > :last-child {
  color: var(--ink-soft);
  white-space: nowrap;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  margin-top: 8px;
}
.tool {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  font-weight: 500;
}
.tool small {
  color: var(--ink-soft);
}
.caution {
  display: grid;
  gap: 5px;
  font-size: 15px;
  line-height: 1.3;
}
.defer {
  font-size: 14px;
  line-height: 1.35;
  color: var(--ink-soft);
}
.start {
  margin: 12px 22px 20px;
}
@media (max-width: 900px), (max-height: 520px) {
  /* One page to scroll; the button stays in view. */
  .sheet {
    min-height: max-content;
    padding-bottom: 90px;
  }
  .scroll {
    flex: none;
    overflow: visible;
  }
  .start {
    position: fixed;
    right: 0;
    bottom: 0;
    z-index: 2;
  }
}
</style>
