<script setup lang="ts">
import { lowerName, partNameOf, type RankedTarget, type Triage, type UnitSummary } from '@bemtor/core';
import { ago } from '../../composables/format.ts';
import ActButton from '../../kit/ActButton.vue';

/** What the signs point to: stops first, then what to try without opening, then targets with their reasons. */
defineProps<{ advice: Triage; earlier: readonly UnitSummary[]; routable: boolean }>();
defineEmits<{ route: [target: RankedTarget] }>();
const now = new Date();
</script>

<template>
  <aside class="mat-bound triage" aria-label="Triage" data-testid="triage">
    <ul v-if="advice.stops.length > 0" class="stops">
      <li v-for="stop in advice.stops" :key="stop.text" class="stop" role="alert" data-testid="triage-stop">
        <strong>{{ stop.text }}</strong><small>Because {{ stop.reason }}.</small>
      </li>
    </ul>
    <template v-if="advice.firstTry.length > 0">
      <h2 class="label">Try first, without opening</h2>
      <ol class="first">
        <li v-for="words in advice.firstTry" :key="words">{{ words }}</li>
      </ol>
    </template>
    <h2 class="label">What the signs point to</h2>
    <p v-if="advice.targets.length === 0" class="soft">
      Nothing yet: choose what the owner sees, or type what you measure.
    </p>
    <ol class="targets">
      <li v-for="(target, i) in advice.targets.slice(0, 5)" :key="target.words" data-testid="triage-target">
        <div class="line">
          <strong>{{ target.words }}</strong>
          <i :style="{ width: `${Math.round(target.score * 100)}%` }" :class="{ best: i === 0 }" />
        </div>
        <p class="soft">{{ target.reasons.join('; ') }}.</p>
        <p v-if="target.order.length > 0" class="soft">
          Order: <span class="mono">{{ target.order.join(' or ') }}</span>
        </p>
        <ActButton class="go" @click="$emit('route', target)">{{
          target.part && routable ? 'Route' : `Record towards the ${lowerName(partNameOf(target.kind))}`
        }}</ActButton>
      </li>
    </ol>
    <template v-if="earlier.length > 0">
      <h2 class="label">The same device before</h2>
      <ul class="earlier">
        <li v-for="unit in earlier" :key="unit.id">
          <router-link :to="`/unit/${unit.id}/run`"
            ><span class="mono">{{ unit.label }}</span> {{ ago(unit.arrivedAt, now) }} ago:
            {{ unit.job?.targets.join(', ') || unit.complaint }}</router-link
          >
        </li>
      </ul>
    </template>
    <p class="defer">
      It ranks, it does not diagnose. Follow local codes and the maker’s instructions; leave mains supplies,
      damaged cells and board-level work to qualified people.
    </p>
  </aside>
</template>

<style scoped>
.triage {
  padding: 20px;
  overflow-y: auto;
  display: grid;
  gap: 12px;
  align-content: start;
}
.stops {
  display: grid;
  gap: 8px;
}
.stop strong {
  display: block;
  font-size: 18px;
  line-height: 1.25;
}
.first {
  list-style: decimal;
  padding-left: 20px;
}
.targets {
  display: grid;
  gap: 14px;
}
.targets strong {
  font: 600 24px/1.1 var(--label);
}
.targets i {
  display: block;
  height: 4px;
  margin: 4px 0;
  border-radius: 2px;
  background: var(--soft-on-mat);
}
.targets i.best {
  background: var(--copper-mat);
}
.targets .go {
  margin-top: 6px;
}
.soft,
.defer {
  color: var(--soft-on-mat);
  font-size: 15px;
}
.defer {
  font-size: 13px;
  border-top: 1px solid var(--mat-line);
  padding-top: 10px;
}
.earlier a {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
}
</style>
