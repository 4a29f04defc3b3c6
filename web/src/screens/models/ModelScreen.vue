<script setup lang="ts">
import { differenceWords, indexSequence, type Model, type Outline, type RunEvidence } from '@bemtor/core';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useRoute } from 'vue-router';
import { Away, read } from '../../api/client.ts';
import EmptyState from '../../kit/EmptyState.vue';
import TellBar from '../../kit/TellBar.vue';
import { useTold } from '../../kit/useTold.ts';
import PictureDialog from '../../pictures/PictureDialog.vue';
import { wholePicture } from '../../pictures/pictures.ts';
import ModelDialog from './ModelDialog.vue';
import ModelRecordings from './ModelRecordings.vue';
import ModelRevisions from './ModelRevisions.vue';
import ModelTimes from './ModelTimes.vue';
import OptionsDialog from './OptionsDialog.vue';
import OutlineDialog from './OutlineDialog.vue';
import { useModelPage } from './useModelPage.ts';
import { useModels } from './useModels.ts';
import ActButton from '../../kit/ActButton.vue';
import CommandButton from '../../kit/CommandButton.vue';
import TabRow from '../../kit/TabRow.vue';
import { useCommands } from '../../kit/useCommands.ts';

/** All that is known of one model, and what can be told of it. */
const props = defineProps<{ code: string }>();
const route = useRoute();
const { told, tell } = useTold();
const { models, loaded, load, correct, retire, merge } = useModels(tell);
const page = useModelPage(props.code);
const { revisions, recordings, units, jobs, standing } = page;
const evidence = shallowRef<readonly RunEvidence[]>([]);
onMounted(async () => {
  await Promise.all([load(), page.load(), readEvidence()]);
});
async function readEvidence(): Promise<void> {
  try {
    const path = `/models/${encodeURIComponent(props.code)}/evidence`;
    evidence.value = (await read<{ evidence: RunEvidence[] }>(path)).value.evidence;
  } catch (error) {
    // What runs found helps and is not needed to see the rest.
    if (!(error instanceof Away)) throw error;
  }
}
const summary = computed(() => models.value.find(({ code }) => code === props.code) ?? null);
const model = computed<Model | null>(() => {
  if (!summary.value) return null;
  const { code, maker, name, form, outlineMm } = summary.value;
  return { code, maker, name, form: form as Model['form'], outlineMm: outlineMm ?? null };
});
const options = computed(() => summary.value?.options ?? []);
const outlineWords = computed(() => {
  const outline = summary.value?.outlineMm;
  return outline
    ? [outline.width, outline.depth, outline.height].filter((mm) => mm != null).join(' × ') + ' mm'
    : 'nobody has measured it yet';
});
const numbers = computed(() =>
  (standing.value?.document.parts ?? []).flatMap(({ name, numbers: known }) =>
    known.map(({ number, role }) => ({ name, number, role })),
  ),
);
const differences = computed(() => {
  const document = standing.value?.document;
  if (!document) return [];
  const index = indexSequence(document);
  return evidence.value.map(({ unit, difference }) => `${unit}: ${differenceWords(index, difference)}`);
});

const tabs = ['revisions', 'recordings', 'units', 'parts', 'times'] as const;
const tab = ref<(typeof tabs)[number]>('revisions');
const titles = computed(() => ({
  revisions: `Sequences (${revisions.value.length})`,
  recordings: `Recordings (${recordings.value.length})`,
  units: `Units (${units.value.length})`,
  parts: `Part numbers (${numbers.value.length})`,
  times: 'Times and trouble',
}));
type Asked = 'names' | 'outline' | 'options' | 'picture';
const asked = ref<Asked | null>(null);
const isAsked = (what: Asked) =>
  computed({ get: () => asked.value === what, set: (now) => (asked.value = now ? what : null) });
const [names, outline, optionsOpen, picture] = [
  isAsked('names'),
  isAsked('outline'),
  isAsked('options'),
  isAsked('picture'),
];
const firstRevision = computed(() => Number(route.query['revision']) || null);
const keepOutline = (measured: Outline | null): void => {
  if (summary.value) void correct(summary.value, { outlineMm: measured });
};
const { command } = useCommands(() => [
  ...faces.value,
  { id: 'names', keys: ['c'], words: 'names, merge, retire', run: () => (asked.value = 'names') },
  { id: 'outline', keys: ['m'], words: 'measures', run: () => (asked.value = 'outline') },
  { id: 'options', keys: ['o'], words: 'options', run: () => (asked.value = 'options') },
  { id: 'picture', keys: ['f'], words: 'photo', run: () => (asked.value = 'picture') },
]);
const faces = computed(() =>
  tabs.map((name, i) => ({
    id: name,
    keys: [String(i + 1)],
    words: titles.value[name],
    run: () => (tab.value = name),
  })),
);
</script>

<template>
  <EmptyState
    v-if="loaded && !summary"
    title="This model is not known here"
    :text="`Nobody has made a model of the code ${code}, or it cannot be read now.`"
    ><ActButton to="/models">To all models</ActButton></EmptyState
  >
  <div v-else-if="summary" class="page">
    <aside class="mat-bound side" aria-label="The model">
      <router-link to="/models" class="back">all models</router-link>
      <h1>{{ summary.name }}</h1>
      <p class="soft">
        {{ summary.maker }}, <span class="mono">{{ summary.code }}</span>, {{ summary.form }}
      </p>
      <p v-if="summary.mergedInto" class="caution">
        Another spelling of
        <router-link :to="`/models/${encodeURIComponent(summary.mergedInto)}`">{{
          summary.mergedInto
        }}</router-link>, whose sequences hold for its units.
      </p>
      <p v-if="summary.retired" class="caution">Retired: it is not offered for new units.</p>
      <img v-if="summary.picture" :src="wholePicture(summary.picture)" :alt="`The ${summary.name}`" />
      <svg
        v-else-if="summary.outlineMm"
        class="outline"
        :viewBox="`-2 -2 ${summary.outlineMm.width + 4} ${summary.outlineMm.depth + 4}`"
        role="img"
        :aria-label="`Its outline, ${outlineWords}`"
      >
        <rect :width="summary.outlineMm.width" :height="summary.outlineMm.depth" rx="8" />
      </svg>
      <dl>
        <dt>Size, closed</dt>
        <dd data-testid="model-size">{{ outlineWords }}</dd>
        <template v-for="{ key, label, values } in options" :key="key">
          <dt>{{ label }}</dt>
          <dd data-testid="model-option">{{ values.join(', ') }}</dd>
        </template>
      </dl>
      <div class="acts">
        <CommandButton
          v-for="id in ['names', 'outline', 'options', 'picture']"
          :key="id"
          :command="command(id)"
          :data-testid="`ask-${id}`"
        />
      </div>
      <TellBar :told="told" />
    </aside>
    <section class="card main" aria-label="What is known of it">
      <TabRow label="What is known of it" :chosen="tab" :tabs="faces" testid="tab" />
      <p v-if="page.fault.value" class="stop" role="alert">{{ page.fault.value }}</p>
      <div class="body" tabindex="0" role="tabpanel" :aria-label="titles[tab]">
        <template v-if="tab === 'revisions'">
          <ModelRevisions
            v-if="revisions.length > 0"
            :revisions="revisions"
            :read="page.revision"
            :first="firstRevision"
          />
          <p v-else-if="page.loaded.value">
            No sequence yet. Take a unit of it in on the <router-link to="/">Bench</router-link> and record
            it.
          </p>
        </template>
        <ModelRecordings
          v-else-if="tab === 'recordings' && model"
          :recordings="recordings"
          :model="model"
          :options="options"
        />
        <template v-else-if="tab === 'units'">
          <p v-if="units.length === 0">No unit of it was here.</p>
          <v-table v-else class="table">
            <thead>
              <tr>
                <th>Unit</th>
                <th>Serial</th>
                <th>Here since</th>
                <th>Where</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="unit in units" :key="unit.id">
                <th scope="row">
                  <router-link :to="`/unit/${unit.id}/intake`">{{ unit.label }}</router-link>
                </th>
                <td class="mono">{{ unit.serial }}</td>
                <td>{{ unit.arrivedAt.slice(0, 10) }}</td>
                <td>
                  {{ unit.leftAt ? `handed back ${unit.leftAt.slice(0, 10)}` : unit.place || 'on the bench' }}
                </td>
              </tr>
            </tbody>
          </v-table>
        </template>
        <template v-else-if="tab === 'parts'">
          <p v-if="numbers.length === 0">Its sequence names no part numbers yet.</p>
          <v-table v-else class="table">
            <tbody>
              <tr v-for="{ name, number, role } in numbers" :key="`${name} ${number} ${role}`">
                <th scope="row">{{ name }}</th>
                <td>
                  <router-link class="mono" :to="`/parts?q=${encodeURIComponent(number)}`">{{
                    number
                  }}</router-link>
                </td>
                <td>{{ role }}</td>
              </tr>
            </tbody>
          </v-table>
        </template>
        <ModelTimes v-else-if="tab === 'times'" :jobs="jobs" :differences="differences" />
      </div>
    </section>
    <ModelDialog
      v-if="names"
      v-model="names"
      :model="summary"
      :models="models"
      @correct="correct(summary, $event)"
      @retire="retire(summary, $event)"
      @merge="(into, reason) => summary && merge(summary, into, reason)"
    />
    <OutlineDialog
      v-if="outline"
      v-model="outline"
      :name="summary.name"
      :outline="summary.outlineMm ?? null"
      @keep="keepOutline"
    />
    <OptionsDialog
      v-if="optionsOpen"
      v-model="optionsOpen"
      :options="options"
      @keep="correct(summary, { options: $event })"
    />
    <PictureDialog
      v-model="picture"
      :about="summary.name"
      :scene="{ outline: summary.outlineMm, face: 'top', groups: [], off: 0 }"
      @kept="summary && correct(summary, { picture: $event })"
    />
  </div>
</template>

<style scoped>
.page {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 320px minmax(0, 1fr);
}
.side {
  display: flex;
  flex-direction: column;
  gap: 12px;
  padding: 20px 24px;
  overflow-y: auto;
}
h1 {
  font: 600 40px/1.05 var(--label);
}
.back,
.soft {
  color: var(--soft-on-mat);
}
img {
  width: 100%;
  max-height: 220px;
  object-fit: contain;
  border-radius: var(--radius);
}
.outline {
  flex: none;
  height: 150px;
}
.outline rect {
  fill: var(--mat-raised);
  stroke: var(--soft-on-mat);
  stroke-width: 2;
}
dl {
  display: grid;
  gap: 2px;
}
dt {
  font-size: 15px;
  color: var(--soft-on-mat);
}
dd {
  font: 500 19px/1.25 var(--label);
  margin-bottom: 6px;
}
.acts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 8px;
}
.main {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
.main :deep(.v-tabs) {
  flex: none;
  border-bottom: 1px solid var(--card-line);
}
.main :deep(.v-tab) {
  min-height: var(--touch);
  padding-inline: 14px;
  font: 600 17px/1 var(--label);
}
.body {
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 18px 26px 28px;
}
.table {
  background: transparent;
}
.table th {
  font-weight: 600;
}
@media (max-width: 900px) {
  .page {
    grid-template-columns: minmax(0, 1fr);
    overflow-y: auto;
  }
}
</style>
