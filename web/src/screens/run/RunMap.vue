<script setup lang="ts">
import { sentence, targetActions, type Difference, type JobView } from '@bemtor/core';
import { computed } from 'vue';
import DescentProfile from '../../components/DescentProfile.vue';
import { clock } from '../../composables/format.ts';
import ActButton from '../../kit/ActButton.vue';

/** Where you are: the profile as a map, the next two steps, the clock. */
const props = defineProps<{
  view: JobView;
  seconds: number;
  /** Where this unit is not as the sequence says. */
  differences: readonly { readonly difference: Difference; readonly words: string }[];
}>();
defineEmits<{ agree: [difference: Difference] }>();
const started = computed(() => props.view.state.started);
const targets = computed(
  () => started.value?.targets.flatMap((target) => targetActions(props.view.sequence, target)) ?? [],
);
const back = computed(() => props.view.steps.filter((step) => step.phase === 'back'));
const at = computed(() => {
  const step = props.view.progress.step;
  if (!step) return null;
  return step.phase === 'down' ? (step.action?.id ?? null) : step.id;
});
const then = computed(() => props.view.steps.slice(props.view.progress.at + 1, props.view.progress.at + 3));
</script>

<template>
  <div class="side">
    <h2 class="label">Where you are</h2>
    <DescentProfile
      v-if="started"
      compact
      :sequence="view.sequence"
      :steps="view.state.route"
      :targets="targets"
      :back="back"
      :at="at"
    />
    <template v-if="then.length > 0">
      <h2 class="label">Then</h2>
      <ol>
        <li v-for="step in then" :key="step.id">
          <strong>{{ step.title }}</strong><small>{{
            [sentence(step.place), step.detail].filter(Boolean).join('. ')
          }}</small>
        </li>
      </ol>
    </template>
    <template v-if="differences.length > 0">
      <h2 class="label">Not as the sequence says</h2>
      <ul class="differs" data-testid="differences">
        <li v-for="{ difference, words } in differences" :key="words">
          {{ words }} <ActButton quiet @click="$emit('agree', difference)">take back</ActButton>
        </li>
      </ul>
    </template>
    <div class="time">
      <h2 class="label">Clock</h2>
      <p class="figure" role="timer">{{ clock(seconds) }}</p>
      <small>planned {{ clock(started?.plannedSeconds ?? 0) }}</small>
    </div>
  </div>
</template>

<style scoped>
.side {
  padding: 18px 20px;
  display: flex;
  flex-direction: column;
  gap: 10px;
}
ol {
  display: grid;
  gap: 10px;
}
ol li {
  border-left: 5px solid var(--mat-line);
  padding: 6px 12px;
}
ol li strong {
  display: block;
  font-weight: 500;
  font-size: 19px;
  line-height: 1.2;
}
small {
  font-size: 15px;
  line-height: 1.3;
  color: var(--soft-on-mat);
}
.differs li {
  padding: 6px 0;
  font-size: 15px;
  line-height: 1.3;
  border-bottom: 1px solid var(--mat-line);
}
.time {
  margin-top: auto;
}
@media (max-width: 900px) {
  .side {
    flex-direction: row;
    align-items: flex-start;
    padding: 10px 24px;
  }
  .side > .label,
  .side > :deep(.profile) {
    display: none;
  }
  ol {
    flex: 1;
    grid-template-columns: 1fr 1fr;
  }
}
</style>
