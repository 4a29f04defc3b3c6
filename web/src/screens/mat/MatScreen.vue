<script setup lang="ts">
import {
  insideOutline,
  lowerName,
  matGroups,
  matGroupsOfSequence,
  mirrored,
  partNameOf,
  spreadAlong,
  usualOutline,
  type Edge,
  type MatGroup,
  type MatPoint,
} from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import EmptyState from '../../kit/EmptyState.vue';
import ServerState from '../../components/ServerState.vue';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';
import { useRecording } from '../../stores/recording.ts';
import { useUnit } from '../../stores/unit.ts';
import MatGroupList from './MatGroupList.vue';
import MatPaper from './MatPaper.vue';
import MatPictures from './MatPictures.vue';
import MatSheet from './MatSheet.vue';
import ActButton from '../../kit/ActButton.vue';
import CommandButton from '../../kit/CommandButton.vue';
import { useCommands } from '../../kit/useCommands.ts';

const props = defineProps<{ unitId: string }>();
const store = useUnit();
const { unit, model, published, fault } = storeToRefs(store);
const recording = useRecording(computed(() => published.value?.document.parts ?? []));
const ready = ref(false);
onMounted(async () => {
  await store.load(props.unitId);
  if (unit.value) await recording.openFor(props.unitId, unit.value.recording?.id ?? null);
  ready.value = true;
});

const outline = computed(() => model.value?.model.outlineMm ?? null);
const size = computed(() => outline.value ?? usualOutline);
const recorded = computed(() => matGroups(recording.lines.value));
/** A unit that nobody records shows what its model's sequence has. */
const editable = computed(() => recorded.value.length > 0);
const keyOf = (group: MatGroup): string => `${group.line}/${group.entry}`;

/** Points that were moved a moment ago and are about to be kept: one record for a run of key presses. */
const moved = shallowRef<ReadonlyMap<string, readonly MatPoint[]>>(new Map());
const groups = computed(() =>
  (editable.value
    ? recorded.value
    : published.value
      ? matGroupsOfSequence(published.value.document)
      : []
  ).map((group) => ({ ...group, points: moved.value.get(keyOf(group)) ?? group.points })),
);
const currentKey = ref<string | null>(null);
const current = computed(
  () => groups.value.find((group) => keyOf(group) === currentKey.value) ?? groups.value[0] ?? null,
);
const chosenFace = ref<'top' | 'bottom' | null>(null);
const face = computed(() => chosenFace.value ?? current.value?.face ?? 'top');
const selected = ref<number | null>(null);
const chosenOrder = ref<'numbered' | 'cross' | null>(null);
const order = computed(
  () => chosenOrder.value ?? (current.value?.tighten === 'any' ? null : (current.value?.tighten ?? null)),
);
watch(currentKey, () => {
  selected.value = null;
  chosenFace.value = null;
  chosenOrder.value = null;
});

const quietMs = 500;
let timer: ReturnType<typeof setTimeout> | undefined;
function change(points: readonly MatPoint[]): void {
  const group = current.value;
  if (!group || !editable.value) return;
  const numbered = points.slice(0, group.count).map((point, i) => ({ ...point, n: i + 1 }));
  moved.value = new Map(moved.value).set(keyOf(group), numbered);
  clearTimeout(timer);
  timer = setTimeout(() => void keepMoved(), quietMs);
}
async function keepMoved(): Promise<void> {
  clearTimeout(timer);
  const waiting = moved.value;
  for (const group of recorded.value) {
    const points = waiting.get(keyOf(group));
    const line = recording.lines.value.find(({ id }) => id === group.line);
    if (points && line) await recording.place(line, group.entry, points);
  }
  if (moved.value === waiting) moved.value = new Map();
}
onBeforeUnmount(() => void keepMoved());

const points = computed(() => current.value?.points ?? []);
function add(place: { x: number; y: number }): void {
  if (!current.value || points.value.length >= current.value.count) return;
  change([
    ...points.value,
    { ...insideOutline(place, size.value), n: points.value.length + 1, face: face.value },
  ]);
  selected.value = points.value.length;
}
function spread(edge: Edge): void {
  const left = (current.value?.count ?? 0) - points.value.length;
  change([
    ...points.value,
    ...spreadAlong(edge, left, size.value).map((place) => ({ ...place, n: 0, face: face.value })),
  ]);
}
const mirror = (): void => change([...points.value, ...mirrored(points.value, size.value)]);
function remove(): void {
  change(points.value.filter(({ n }) => n !== (selected.value ?? points.value.length)));
  selected.value = null;
}
function push(x: number, y: number, step: number): void {
  const by = { x: x * step, y: y * step };
  if (selected.value === null) return add({ x: size.value.width / 2, y: size.value.depth / 2 });
  change(
    points.value.map((point) =>
      point.n === selected.value
        ? insideOutline({ ...point, x: point.x + by.x, y: point.y + by.y }, size.value)
        : point,
    ),
  );
}
function step(by: number): void {
  const at = groups.value.findIndex((group) => group === current.value);
  const next = groups.value[(at + by + groups.value.length) % groups.value.length];
  if (next) currentKey.value = keyOf(next);
}
function nextPoint(): void {
  selected.value = points.value.length === 0 ? null : ((selected.value ?? 0) % points.value.length) + 1;
}

/** Ties the point chosen to a place in a picture. */
function tie(picture: string, x: number, y: number): void {
  const line = recording.lines.value.find(({ id }) => id === current.value?.line);
  if (line && current.value && selected.value !== null)
    void recording.tie(line, current.value.entry, selected.value, picture, x, y);
}

const nudges = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
const { command } = useCommands(() => [
  ...Object.entries(nudges).flatMap(([key, [x = 0, y = 0]]) =>
    [1, 10].map((mm) => ({
      id: `${key} ${mm}`,
      keys: [mm === 1 ? key : `Shift+${key}`],
      words: `move the point by ${mm} mm`,
      when: editable.value,
      run: () => push(x, y, mm),
    })),
  ),
  { id: 'point', keys: ['s'], words: 'next point', run: nextPoint },
  { id: 'next', keys: ['PageDown'], words: 'next group', run: () => step(1) },
  { id: 'previous', keys: ['PageUp'], words: 'previous group', run: () => step(-1) },
  {
    id: 'new',
    keys: ['n'],
    words: 'new point',
    when: editable.value,
    unless:
      points.value.length >= (current.value?.count ?? 0) ? 'Every screw of this group has its point' : null,
    run: () => add({ x: size.value.width / 2, y: size.value.depth / 2 }),
  },
  ...edges.map(([key, edge, words]) => ({
    id: edge,
    keys: [key],
    words,
    more: `spread the rest along the ${words} edge`,
    when: editable.value,
    run: () => spread(edge),
  })),
  { id: 'mirror', keys: ['m'], words: 'mirror', when: editable.value, run: mirror },
  {
    id: 'remove',
    keys: ['Delete', 'Backspace'],
    words: 'take out',
    when: editable.value,
    unless: points.value.length === 0 ? 'There is no point to take out' : null,
    run: remove,
  },
  {
    id: 'face',
    keys: ['t'],
    words: `${face.value} up`,
    more: 'the other side',
    run: () => (chosenFace.value = face.value === 'top' ? 'bottom' : 'top'),
  },
  {
    id: 'cross',
    keys: ['x'],
    words: 'crosswise',
    run: () => (chosenOrder.value = order.value === 'cross' ? null : 'cross'),
  },
  { id: 'paper', keys: ['p'], words: 'on paper', run: () => (onPaper.value = true) },
]);
const edges = [
  ['f', 'far', 'far'],
  ['b', 'near', 'near'],
  ['l', 'left', 'left'],
  ['r', 'right', 'right'],
] as const;
const onPaper = ref(false);
</script>

<template>
  <EmptyState v-if="fault" title="This unit cannot be read" :text="fault"
    ><ActButton to="/">To the bench</ActButton></EmptyState
  >
  <EmptyState
    v-else-if="ready && groups.length === 0"
    title="No screws yet"
    text="Each group of screws that is recorded gets its place on the outline here. Record the first one."
    ><ActButton primary :to="`/unit/${unitId}/recorder`">To the Recorder</ActButton></EmptyState
  >
  <div v-else class="mat">
    <MatGroupList
      class="groups mat-bound"
      :groups="groups"
      :current="current"
      @choose="currentKey = keyOf($event)"
    />
    <section class="card middle" aria-label="Mat">
      <header v-if="current">
        <ScrewGlyph :drive="current.screw.drive" :size="28" />
        <strong>{{ current.letter }} · {{ current.part ? lowerName(partNameOf(current.part)) : '' }}</strong>
        <span data-testid="mat-placed">{{ points.length }} of {{ current.count }} placed</span>
        <CommandButton :command="command('face')" />
        <CommandButton :aria-pressed="order === 'cross'" :command="command('cross')" />
        <CommandButton :command="command('paper')" data-testid="mat-paper" />
      </header>
      <ServerState class="away" :away="recording.stream.away.value" :waiting="0" />
      <div class="paper">
        <MatSheet
          :outline="outline"
          :face="face"
          :groups="groups"
          :current="current"
          :selected="selected"
          :order="order"
          @tap="add"
          @select="selected = $event"
        />
      </div>
      <footer v-if="editable">
        <CommandButton :command="command('new')" />
        <span class="soft">spread the rest along</span>
        <CommandButton v-for="[, edge] in edges" :key="edge" :command="command(edge)" />
        <CommandButton :command="command('mirror')" />
        <CommandButton :command="command('remove')" />
        <CommandButton quiet :command="command('point')" />
        <CommandButton quiet :command="command('next')" />
      </footer>
      <p v-else class="soft read">
        From the published sequence. Points are placed where the model is recorded.
      </p>
    </section>
    <MatPictures
      v-if="current && current.pictures.length > 0"
      class="pictures mat-bound"
      :group="current"
      :selected="selected"
      @tie="tie"
    />
    <MatPaper
      v-if="onPaper && model"
      v-model="onPaper"
      :model="model.model"
      :outline="outline"
      :face="face"
      :groups="groups"
    />
  </div>
</template>

<style scoped>
.mat {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 270px minmax(0, 1fr) auto;
}
.groups,
.pictures {
  padding: 16px;
  overflow-y: auto;
}
.pictures {
  width: 300px;
}
.middle {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
header,
footer {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  padding: 10px 20px;
  border-bottom: 1px solid var(--card-line);
}
footer {
  border-bottom: 0;
  border-top: 1px solid var(--card-line);
}
header strong {
  font: 600 22px/1.2 var(--label);
}
.paper {
  flex: 1;
  min-height: 0;
  display: grid;
  place-items: center;
  padding: 12px 20px;
}
.away {
  margin: 8px 20px 0;
}
.soft {
  font-size: 15px;
  color: var(--ink-soft);
}
.read {
  padding: 12px 20px;
}
@media (max-width: 1000px) {
  .mat {
    grid-template-columns: 1fr;
    grid-template-rows: auto minmax(460px, 1fr) auto;
    overflow-y: auto;
  }
  .pictures {
    width: auto;
  }
}
</style>
