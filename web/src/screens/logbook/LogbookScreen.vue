<script setup lang="ts">
import type { JobSummary, LoggedJob } from '@bemtor/core';
import { csvText } from '../../composables/csvText.ts';
import { computed, defineAsyncComponent, onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { read } from '../../api/client.ts';
import { sendLeftovers } from '../../api/leftovers.ts';
import EmptyState from '../../kit/EmptyState.vue';
import { dayAndTime, duration } from '../../composables/format.ts';
import { csvType, saveFile } from '../../composables/saveFile.ts';
import { csvRows, filterJobs, noFilter, partsUsed, perGroup } from './insights.ts';
import ActButton from '../../kit/ActButton.vue';
import CommandButton from '../../kit/CommandButton.vue';
import { useCommands } from '../../kit/useCommands.ts';

const LogCharts = defineAsyncComponent(() => import('./LogCharts.vue'));

const router = useRouter();
const all = shallowRef<readonly LoggedJob[] | null>(null);
const filter = ref({ ...noFilter });
const jobs = computed(() => (all.value ? filterJobs(all.value, filter.value, new Date()) : null));
const fault = ref<string | null>(null);
/** Where the page of older jobs begins; null where all are shown. */
const next = ref<string | null>(null);
interface Page {
  readonly jobs: LoggedJob[];
  readonly next?: string | null;
}

async function load(): Promise<void> {
  fault.value = null;
  try {
    await sendLeftovers();
    const { value } = await read<Page>('/jobs');
    all.value = value.jobs;
    next.value = value.next ?? null;
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error);
  }
}
/** The jobs before those that are shown: filters, charts and the CSV are of what is shown. */
async function older(): Promise<void> {
  if (next.value === null) return;
  const { value } = await read<Page>(`/jobs?behind=${encodeURIComponent(next.value)}`, { keep: false });
  all.value = [...(all.value ?? []), ...value.jobs];
  next.value = value.next ?? null;
}
onMounted(load);
const { command } = useCommands(() => [
  { id: 'bench', keys: ['b'], words: 'to the bench', run: () => router.push('/') },
  {
    id: 'csv',
    keys: ['c'],
    words: 'save as CSV',
    more: 'save the jobs shown as a table (CSV)',
    when: (jobs.value?.length ?? 0) > 0,
    run: saveCsv,
  },
  { id: 'older', keys: ['o'], words: 'older jobs', when: next.value !== null, run: older },
]);

const models = computed(() => [
  ...new Map((all.value ?? []).map((job) => [job.modelCode, `${job.modelName}, ${job.modelCode}`])),
]);
const technicians = computed(() => [...new Set((all.value ?? []).flatMap((job) => job.technicians))].sort());
const parts = computed(() => partsUsed(jobs.value ?? []));
const groups = computed(() => [
  { title: 'By model', rows: perGroup(jobs.value ?? [], (job) => [job.modelName]) },
  { title: 'By technician', rows: perGroup(jobs.value ?? [], (job) => job.technicians) },
]);

/** The jobs shown, as a table that other programs read (RFC 4180). */
function saveCsv(): void {
  if (jobs.value) saveFile('logbook.csv', csvText(csvRows(jobs.value)), csvType);
}

const closed = computed(() => (jobs.value ?? []).filter((job) => job.closedAt));
const worked = computed(() => closed.value.reduce((sum, job) => sum + job.workedSeconds, 0));
const balanced = computed(() => closed.value.filter((job) => job.balanced).length);
const screws = computed(() => closed.value.reduce((sum, job) => sum + job.screwsOut, 0));
/** Both bars of a row on one scale, so that rows compare. */
const longest = computed(() =>
  Math.max(1, ...(jobs.value ?? []).map((job) => Math.max(job.workedSeconds, job.plannedSeconds))),
);
const perPage = 50;
const headers = [
  { title: 'Started', value: 'startedAt', sortable: true },
  { title: 'Unit', value: 'unitLabel', sortable: true },
  { title: 'What came out', value: 'targets' },
  { title: 'Worked, against planned', value: 'workedSeconds', sortable: true, minWidth: 220 },
  { title: 'Screws', value: 'screwsOut', sortable: true },
  { title: 'Ledger', value: 'balanced' },
];
const states = [
  { value: 'all', title: 'open and closed' },
  { value: 'closed', title: 'closed' },
  { value: 'open', title: 'open' },
  { value: 'unbalanced', title: 'closed, ledger open' },
];
const spans = [
  { value: 0, title: 'all time' },
  { value: 30, title: '30 days' },
  { value: 7, title: '7 days' },
];
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
    ><ActButton @click="load">Try again</ActButton></EmptyState
  >
  <EmptyState
    v-else-if="all && all.length === 0"
    title="No job yet"
    text="A job stands here from the moment it is started, with its times and its ledger."
  >
    <CommandButton primary :command="command('bench')" />
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
    <div class="filters" role="search" aria-label="Narrow the logbook">
      <v-text-field
        v-model="filter.words"
        class="words"
        label="Unit, part, remark"
        clearable
        data-testid="log-words"
        @click:clear="filter.words = ''"
      />
      <v-select
        v-model="filter.model"
        label="Model"
        :items="[{ value: '', title: 'all models' }, ...models.map(([value, title]) => ({ value, title }))]"
      />
      <v-select
        v-model="filter.technician"
        label="Technician"
        :items="[{ value: '', title: 'everybody' }, ...technicians]"
      />
      <v-select v-model="filter.state" label="State" :items="states" data-testid="log-state" />
      <v-select v-model="filter.days" label="Since" :items="spans" />
      <CommandButton :command="command('csv')" data-testid="csv" />
    </div>
    <p v-if="next !== null" class="older">
      The latest {{ all?.length }} jobs.
      <CommandButton :command="command('older')" data-testid="older" />
    </p>
    <LogCharts v-if="jobs.length > 0" :jobs="jobs" />
    <p v-else>No job fits these words.</p>
    <v-data-table
      v-if="jobs.length > 0"
      class="jobs"
      :headers="headers"
      :items="[...jobs]"
      :items-per-page="perPage"
      :hide-default-footer="jobs.length <= perPage"
      must-sort
    >
      <template #item="{ item: job }">
        <tr data-testid="job-row">
          <td class="mono">{{ job.startedAt ? dayAndTime(job.startedAt) : '' }}</td>
          <td>
            <router-link :to="`/unit/${job.unitId}/run`" class="unit"
              ><strong>{{ job.unitLabel }}</strong> {{ job.modelName }}</router-link
            ><small>{{
              [`${job.modelCode}, revision ${job.revision}`, ...job.technicians].join(' · ')
            }}</small>
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
      </template>
    </v-data-table>
    <div class="more">
      <section v-for="{ title, rows } in groups" :key="title">
        <h2>{{ title }}</h2>
        <v-table class="figures" density="compact">
          <thead>
            <tr>
              <th>Name</th>
              <th>Jobs</th>
              <th>Worked</th>
              <th>Of planned</th>
              <th>Missing</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="group in rows" :key="group.name">
              <td>{{ group.name }}</td>
              <td>{{ group.jobs }}</td>
              <td>{{ duration(group.worked) }}</td>
              <td>{{ group.planned > 0 ? `${Math.round((100 * group.worked) / group.planned)} %` : '' }}</td>
              <td>{{ group.missing || '' }}</td>
            </tr>
          </tbody>
        </v-table>
      </section>
      <section>
        <h2>Parts used</h2>
        <ul>
          <li v-for="part in parts" :key="part.name">
            <span>{{ part.name }}</span> <strong>{{ part.value }}</strong>
          </li>
        </ul>
      </section>
    </div>
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
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 16px;
}
.filters > * {
  flex: 1 1 180px;
}
.filters .words {
  flex-basis: 220px;
}
.more {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 18px 36px;
  margin-top: 28px;
}
h2 {
  font: 600 24px/1 var(--label);
  margin-bottom: 8px;
}
.more li {
  display: flex;
  justify-content: space-between;
  padding: 7px 0;
  border-bottom: 1px solid var(--card-line);
}
.jobs,
.figures {
  background: none;
  font-size: 16px;
}
.logbook :deep(th) {
  padding-inline: 0 12px;
  font: 600 14px/1.2 var(--label);
  color: var(--ink-soft);
}
.logbook :deep(td) {
  padding: 10px 12px 10px 0;
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
@media (max-width: 620px) {
  .logbook {
    padding: 14px 16px;
  }
  dl {
    flex-wrap: wrap;
    gap: 12px 24px;
  }
}
</style>
