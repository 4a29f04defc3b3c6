<script setup lang="ts">
import { configure, indexSequence, targetActions, targetName, type Sequence } from '@bemtor/core';
import DescentProfile from '../../components/DescentProfile.vue';
import { duration } from '../../composables/format.ts';
import type { Planned } from './usePlan.ts';
import ActButton from '../../kit/ActButton.vue';

/** Two routes side by side, on one device: the one that was set aside, and the one asked for now. */
const props = defineProps<{ document: Sequence; aside: Planned; now: Planned }>();
defineEmits<{ clear: [] }>();

const sequenceOf = (planned: Planned) => configure(props.document, planned.route.configuration);
const targetsOf = (planned: Planned) =>
  planned.route.targets.flatMap((target) => targetActions(sequenceOf(planned), target));
const namesOf = (planned: Planned) =>
  planned.route.targets.map((target) => targetName(indexSequence(props.document), target)).join(' and ');
</script>

<template>
  <section class="compare" aria-label="Two routes side by side" data-testid="compare">
    <figure v-for="(planned, i) in [aside, now]" :key="i">
      <figcaption>
        <strong>{{ namesOf(planned) }}</strong>
        <span class="mono"
          >{{ duration(planned.wholeSeconds) }} · {{ planned.route.steps.length }} steps</span
        >
      </figcaption>
      <DescentProfile
        compact
        :sequence="sequenceOf(planned)"
        :steps="planned.route.steps"
        :targets="targetsOf(planned)"
      />
    </figure>
    <p>
      <template v-if="now.wholeSeconds >= aside.wholeSeconds"
        >{{ duration(now.wholeSeconds - aside.wholeSeconds) }} more than the one set aside.</template
      >
      <template v-else
        >{{ duration(aside.wholeSeconds - now.wholeSeconds) }} less than the one set aside.</template
      >
      <ActButton quiet @click="$emit('clear')">put it away</ActButton>
    </p>
  </section>
</template>

<style scoped>
.compare {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 22px;
  padding: 12px 14px;
  margin-bottom: 12px;
  border: 1px solid var(--mat-line);
  border-radius: var(--radius);
}
figure :deep(.profile) {
  height: 120px;
}
figcaption {
  display: flex;
  justify-content: space-between;
  gap: 10px;
}
.mono {
  font-size: 13px;
  color: var(--soft-on-mat);
}
p {
  grid-column: 1 / -1;
  display: flex;
  gap: 18px;
  align-items: center;
}
</style>
