<script setup lang="ts">
import type { JobView } from '@bemtor/core';
import { computed } from 'vue';
import { duration } from '../../composables/format.ts';

/** What is said when a job is done. */
const props = defineProps<{ view: JobView; seconds: number }>();
defineEmits<{ logbook: [] }>();
const screws = computed(() => props.view.ledger.rows.reduce((sum, row) => sum + row.counts.out, 0));
</script>

<template>
  <section class="closed" data-testid="closed">
    <p class="place">Closed</p>
    <h1>{{ view.ledger.balanced ? 'Every screw accounted for' : 'Closed with an open ledger' }}</h1>
    <p v-if="view.state.remark" class="remark">{{ view.state.remark }}</p>
    <dl>
      <div>
        <dd class="figure">{{ duration(seconds) }}</dd>
        <dt>worked, {{ duration(view.state.started?.plannedSeconds ?? 0) }} planned</dt>
      </div>
      <div>
        <dd class="figure">{{ screws }}</dd>
        <dt>screws out and back</dt>
      </div>
      <div>
        <dd class="figure">{{ view.steps.length }}</dd>
        <dt>steps</dt>
      </div>
    </dl>
    <div class="acts">
      <button class="act-button primary" @click="$emit('logbook')">Logbook</button>
      <router-link class="act-button" to="/">To the bench</router-link>
    </div>
  </section>
</template>

<style scoped>
.closed {
  padding: 40px 44px;
}
.place {
  font: 600 26px/1.2 var(--label);
  color: var(--ink-soft);
}
h1 {
  font: 600 64px/1.05 var(--label);
}
.remark {
  font-size: 20px;
  margin-top: 10px;
}
dl {
  display: flex;
  gap: 56px;
  margin: 28px 0;
}
dt {
  color: var(--ink-soft);
}
.acts {
  display: flex;
  gap: 14px;
}
</style>
