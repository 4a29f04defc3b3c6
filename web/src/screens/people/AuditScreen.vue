<script setup lang="ts">
import { auditKinds, auditWords, type Audit, type AuditKind, type AuditRow } from '@bemtor/core';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { faultWords, read } from '../../api/client.ts';
import { csvText } from '../../composables/csvText.ts';
import { dayAndTime } from '../../composables/format.ts';
import { csvType, saveFile } from '../../composables/saveFile.ts';
import CommandBar from '../../kit/CommandBar.vue';
import EmptyState from '../../kit/EmptyState.vue';
import PageCard from '../../kit/PageCard.vue';
import { useCommands } from '../../kit/useCommands.ts';

/** Who let whom in, and what was refused: for the owner. Nothing is ever taken out of it. */
const router = useRouter();
const rows = shallowRef<readonly AuditRow[] | null>(null);
const next = ref<number | null>(null);
const kind = ref<AuditKind | null>(null);
const person = ref<string | null>(null);
const people = shallowRef<readonly string[]>([]);
const fault = ref<string | null>(null);
const mostSaved = 5_000;

const query = (more: Readonly<Record<string, number>> = {}): string => {
  const asked = new URLSearchParams(Object.entries(more).map(([name, value]) => [name, String(value)]));
  if (kind.value) asked.set('kind', kind.value);
  if (person.value) asked.set('person', person.value);
  return `/audit?${asked.toString()}`;
};
async function ask(more: Readonly<Record<string, number>> = {}): Promise<Audit | null> {
  try {
    fault.value = null;
    return (await read<Audit>(query(more), { keep: false })).value;
  } catch (error) {
    fault.value = faultWords(error);
    return null;
  }
}
async function load(): Promise<void> {
  const page = await ask();
  if (!page) return;
  [rows.value, next.value] = [page.rows, page.next];
  const named = page.rows.flatMap((row) => row.person ?? []);
  people.value = [...new Set([...people.value, ...named])].sort();
}
async function older(): Promise<void> {
  if (next.value === null) return;
  const page = await ask({ before: next.value });
  if (page) [rows.value, next.value] = [[...(rows.value ?? []), ...page.rows], page.next];
}
async function save(): Promise<void> {
  const page = await ask({ most: mostSaved });
  if (!page) return;
  const lines = page.rows.map(({ at: when, person: who, device, kind: what, about }) => ({
    ...{ when, who: who ?? '', device: device ?? '', what: auditWords[what], about },
  }));
  saveFile('audit.csv', csvText(lines), csvType);
}
onMounted(load);
watch([kind, person], load);
const kinds = computed(() => auditKinds.map((value) => ({ value, title: auditWords[value] })));
const { commands } = useCommands(() => [
  { id: 'people', keys: ['b'], words: 'to the people', run: () => router.push('/people') },
  { id: 'csv', keys: ['c'], words: 'save as CSV', when: (rows.value?.length ?? 0) > 0, run: save },
  { id: 'older', keys: ['o'], words: 'earlier', when: next.value !== null, run: older },
]);
</script>

<template>
  <PageCard class="audit" aria-label="Who did what">
    <h1>Who did what</h1>
    <p class="soft">
      Signing in, people, devices, copies, and what was refused. What was done to units stands in their own
      logs, with who did it and at which device.
    </p>
    <div class="filter">
      <v-select v-model="kind" clearable label="What" :items="kinds" data-testid="audit-kind" />
      <v-select v-model="person" clearable label="Who" :items="people" data-testid="audit-person" />
    </div>
    <EmptyState v-if="fault" title="This cannot be shown" :text="fault" />
    <v-table v-else-if="rows && rows.length > 0" class="table" data-testid="audit">
      <thead>
        <tr>
          <th>When</th>
          <th>Who</th>
          <th>What</th>
          <th>About</th>
          <th>At</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in rows"
          :key="row.seq"
          :class="{ odd: row.kind === 'refused' || row.kind === 'sign-in-failed' }"
        >
          <td class="mono">{{ dayAndTime(row.at) }}</td>
          <td>{{ row.person ?? 'nobody' }}</td>
          <td>{{ auditWords[row.kind] }}</td>
          <td>{{ row.about }}</td>
          <td>{{ row.device ?? '' }}</td>
        </tr>
      </tbody>
    </v-table>
    <p v-else-if="rows" class="soft">Nothing of this kind has been done.</p>
    <CommandBar class="bar" :commands="commands" />
  </PageCard>
</template>

<style scoped>
.audit {
  padding-inline: clamp(22px, 6vw, 90px);
}
.filter {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
}
.filter > * {
  flex: 0 1 300px;
}
.table {
  background: none;
  font-size: 16px;
}
.mono {
  white-space: nowrap;
}
.odd td {
  font-weight: 600;
}
</style>
