<script setup lang="ts">
import type { JobSummary } from '@bemtor/core';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { read } from '../../api/client.ts';
import { sendLeftovers } from '../../api/leftovers.ts';
import EmptyState from '../../components/EmptyState.vue';
import KeyHint from '../../components/KeyHint.vue';
import { dayAndTime, duration } from '../../composables/format.ts';
import { useKeys } from '../../composables/useKeys.ts';

const router = useRouter();
const jobs = shallowRef<readonly JobSummary[] | null>(null);
const fault = ref<string | null>(null);

async function load(): Promise<void> {
  fault.value = null;
  try {
    await sendLeftovers();
    jobs.value = (await read<{ jobs: JobSummary[] }>('/jobs')).value.jobs;
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error);
  }
}
onMounted(load);
useKeys(() => ({ b: () => void router.push('/') }));

const closed = computed(() => (jobs.value ?? []).filter((job) => job.closedAt));
const worked = computed(() => closed.value.reduce((sum, job) => sum + job.workedSeconds, 0));
const balanced = computed(() => closed.value.filter((job) => job.balanced).length);
const screws = computed(() => closed.value.reduce((sum, job) => sum + job.screwsOut, 0));
/** Both bars of a row on one scale, so that rows compare. */
const longest = computed(() =>
  Math.max(1, ...(jobs.value ?? []).map((job) => Math.max(job.workedSeconds, job.plannedSeconds))),
);
const share = (seconds: number): string => `${Math.max(1, (100 * seconds) / longest.value)}%`;

function ledgerWords(job: JobSummary): string {
  if (job.phase === 'close') return 'open, all steps done';
  if (!job.closedAt)
    return job.phase === 'not-started' ? 'not started' : `open, step ${job.at + 1} of ${job.of}`;
  return job.balanced ? 'balances' : job.open.join('; ');
}
</script>

<template>
  <EmptyState
    v-if="fault"
    title="The logbook cannot be read"
    :text="`${fault}. Nothing is lost; try again in a moment.`"
    ><button class="act-button" @click="load">Try again</button></EmptyState
  >
  <EmptyState
    v-else-if="jobs && jobs.length === 0"
    title="No job yet"
    text="A job stands here from the moment it is started, with its times and its ledger."
  >
    <router-link class="act-button primary" to="/">To the bench <KeyHint name="B" /></router-link>
  </EmptyState>
  <section v-else-if="jobs" class="card logbook" aria-label="Logbook">
    <header>
      <h1>Logbook</h1>
      <dl>
        <div>
          <dd>{{ closed.length }}</dd>
          <dt>{{ closed.length === 1 ? 'job closed' : 'jobs closed' }}</dt>
        </div>
        <div>
          <dd>{{ balanced }}</dd>
          <dt>{{ balanced === 1 ? 'ledger balances' : 'ledgers balance' }}</dt>
        </div>
        <div>
          <dd>{{ screws }}</dd>
          <dt>screws out and back</dt>
        </div>
        <div>
          <dd>{{ duration(worked) }}</dd>
          <dt>worked</dt>
        </div>
      </dl>
    </header>
    <table>
      <thead>
        <tr>
          <th>Started</th>
          <th>Unit</th>
          <th>What came out</th>
          <th class="times">Worked, against planned</th>
          <th>Screws</th>
          <th>Ledger</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="job in jobs" :key="job.id" data-testid="job-row">
          <td class="mono">{{ job.startedAt ? dayAndTime(job.startedAt) : '' }}</td>
          <td>
            <router-link :to="`/unit/${job.unitId}/run`" class="unit"
              ><strong>{{ job.unitLabel }}</strong> {{ job.modelName }}</router-link
            ><small>{{ job.modelCode }}, revision {{ job.revision }}</small>
          </td>
          <td>{{ job.targets.join(', ') }}</td>
          <td class="times">
            <div
              class="bars"
              role="img"
              :aria-label="`${duration(job.workedSeconds)} worked, ${duration(job.plannedSeconds)} planned`"
            >
              <i class="worked" :style="{ width: share(job.workedSeconds) }" /><i
                class="planned"
                :style="{ width: share(job.plannedSeconds) }"
              />
            </div>
            <span
              ><strong>{{ duration(job.workedSeconds) }}</strong> of {{ duration(job.plannedSeconds) }}</span
            >
          </td>
          <td>
            {{ job.screwsOut }}<small v-if="job.missing > 0">{{ job.missing }} missing on arrival</small>
          </td>
          <td :class="{ bad: job.closedAt && !job.balanced }">
            {{ ledgerWords(job) }}<small v-if="job.remark">{{ job.remark }}</small>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.logbook {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 24px 40px;
}
header {
  display: flex;
  align-items: baseline;
  flex-wrap: wrap;
  gap: 18px 60px;
  margin-bottom: 22px;
}
h1 {
  font: 600 40px/1 var(--label);
}
dl {
  display: flex;
  gap: 44px;
}
dd {
  font: 600 34px/1 var(--label);
}
dt,
small {
  font-size: 14px;
  color: var(--ink-soft);
}
small {
  display: block;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 16px;
}
th {
  text-align: left;
  font: 600 14px/1.2 var(--label);
  color: var(--ink-soft);
  border-bottom: 1.5px solid var(--ink);
  padding: 6px 12px 6px 0;
}
td {
  padding: 12px 12px 12px 0;
  border-bottom: 1px solid var(--card-line);
  vertical-align: top;
}
.mono {
  font-size: 14px;
  padding-top: 15px;
}
.times {
  width: 240px;
}
.bars {
  display: grid;
  gap: 3px;
  margin: 5px 0 4px;
}
.bars i {
  display: block;
  height: 6px;
  border-radius: 2px;
}
.worked {
  background: var(--ink);
}
.planned {
  border: 1px solid var(--ink-soft);
}
.bad {
  box-shadow: inset 0 -2px 0 var(--stop);
}
</style>
