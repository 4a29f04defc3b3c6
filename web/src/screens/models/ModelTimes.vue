<script setup lang="ts">
import { sentence, type LoggedJob } from '@bemtor/core';
import { computed } from 'vue';
import { duration } from '../../composables/format.ts';
import { partsUsed, screwTrouble, stepTimes } from '../logbook/insights.ts';

/** What runs of a model teach: how long its steps take, and where there is trouble. */
const props = defineProps<{ jobs: readonly LoggedJob[]; differences: readonly string[] }>();
const times = computed(() => stepTimes(props.jobs));
const trouble = computed(() => screwTrouble(props.jobs));
const used = computed(() => partsUsed(props.jobs));
</script>

<template>
  <p v-if="jobs.length === 0">Nobody has worked on this model yet.</p>
  <div v-else class="taught">
    <section>
      <h2>Times by step, from {{ jobs.length }} {{ jobs.length === 1 ? 'job' : 'jobs' }}</h2>
      <v-table class="table" density="compact">
        <thead>
          <tr>
            <th>Step</th>
            <th>Middle</th>
            <th>By the sequence</th>
            <th>Done</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ title, middle, planned, times: done } in times" :key="title" data-testid="step-time">
            <th scope="row">{{ title }}</th>
            <td>{{ duration(middle) }}</td>
            <td>{{ duration(planned) }}</td>
            <td>{{ done }} ×</td>
          </tr>
        </tbody>
      </v-table>
    </section>
    <section>
      <h2>Trouble</h2>
      <ul>
        <li v-for="{ name, missing, stripped, lost } in trouble" :key="name">
          {{ name }}:
          {{
            [missing && `${missing} missing`, stripped && `${stripped} stripped`, lost && `${lost} lost`]
              .filter(Boolean)
              .join(', ')
          }}
        </li>
        <li v-for="words in differences" :key="words">{{ sentence(words) }}</li>
      </ul>
      <p v-if="trouble.length + differences.length === 0" class="soft">None so far.</p>
      <h2>Parts fitted</h2>
      <ul>
        <li v-for="{ name, value } in used" :key="name">{{ value }} × {{ name }}</li>
      </ul>
      <p v-if="used.length === 0" class="soft">None so far.</p>
    </section>
  </div>
</template>

<style scoped>
.taught {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1fr);
  gap: 28px;
}
.table {
  background: transparent;
}
.table th {
  font-weight: 500;
}
h2 {
  font: 600 22px/1.2 var(--label);
  margin: 10px 0 6px;
}
li {
  padding: 4px 0;
  border-bottom: 1px solid var(--card-line);
}
.soft {
  color: var(--ink-soft);
}
@media (max-width: 900px) {
  .taught {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
