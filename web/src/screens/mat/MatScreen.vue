<script setup lang="ts">
import {
  configure,
  insideOutline,
  lowerName,
  matGroups,
  matGroupsOfSequence,
  mirrored,
  partNameOf,
  snapped,
  spreadAlong,
  usualOutline,
  type Edge,
  type MatGroup,
  type MatPoint,
} from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref, watch } from 'vue';
import ServerState from '../../components/ServerState.vue';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';
import ActButton from '../../kit/ActButton.vue';
import ChoiceRow from '../../kit/ChoiceRow.vue';
import CommandButton from '../../kit/CommandButton.vue';
import EmptyState from '../../kit/EmptyState.vue';
import TellBar from '../../kit/TellBar.vue';
import { useCommands } from '../../kit/useCommands.ts';
import { useTold } from '../../kit/useTold.ts';
import { useStepPictures } from '../../pictures/useStepPictures.ts';
import { useRecording } from '../../stores/recording.ts';
import { useUnit } from '../../stores/unit.ts';
import GroundDialog from './GroundDialog.vue';
import { matCommands } from './matCommands.ts';
import MatGroupList from './MatGroupList.vue';
import MatPaper from './MatPaper.vue';
import MatPictures from './MatPictures.vue';
import MatSheet from './MatSheet.vue';
import { useGround } from './useGround.ts';
import { useRegions } from './useRegions.ts';
import { keyOf, useMatPoints } from './useMatPoints.ts';

const props = defineProps<{ unitId: string }>();
const store = useUnit();
const { unit, model, published, fault } = storeToRefs(store);
const parts = computed(() => published.value?.document.parts ?? []);
const recording = useRecording(parts);
const { told, tell } = useTold();
const photos = useStepPictures();
const ready = ref(false);
onMounted(async () => {
  await store.load(props.unitId);
  if (unit.value) {
    await recording.openFor(props.unitId, unit.value.recording?.id ?? null);
    void photos.load(unit.value.model.code);
  }
  ready.value = true;
});

const outline = computed(() => model.value?.model.outlineMm ?? null);
const size = computed(() => outline.value ?? usualOutline);
const recorded = computed(() => matGroups(recording.lines.value, model.value?.model.form));
/** A unit that nobody records shows what its model's sequence has, once it is known that nobody does. */
const editable = computed(() => recorded.value.length > 0);
const shown = computed(() => {
  if (editable.value || !ready.value) return recorded.value;
  const document = published.value?.document;
  return document ? matGroupsOfSequence(configure(document, unit.value?.configuration ?? {})) : [];
});
const moving = useMatPoints(shown, async (group, points) => {
  const line = recording.lines.value.find(({ id }) => id === group.line);
  if (line) await recording.place(line, group.entry, points);
});
const { groups } = moving;

const currentKey = ref<string | null>(null);
const current = computed(
  () => groups.value.find((group) => keyOf(group) === currentKey.value) ?? groups.value[0] ?? null,
);
const layers = computed(() => [...new Map(groups.value.map(({ layer }) => [layer.depth, layer])).values()]);
/** The layer that is looked at: the one that was chosen, else that of the group at hand; null: all of them. */
const chosenLayer = ref<number | null | 'own'>('own');
const layer = computed(() =>
  chosenLayer.value === 'own' ? (current.value?.layer.depth ?? 0) : chosenLayer.value,
);
const inLayer = computed(() =>
  groups.value.filter((group) => layer.value === null || group.layer.depth === layer.value),
);
const layerChoices = computed(() => [
  ...layers.value.map(({ depth, name }) => ({ value: depth as number | null, words: name })),
  { value: null, words: 'all' },
]);
function chooseLayer(depth: number | null): void {
  chosenLayer.value = depth;
  const first = groups.value.find((group) => group.layer.depth === depth);
  if (first && current.value?.layer.depth !== depth) currentKey.value = keyOf(first);
}

const chosenFace = ref<'top' | 'bottom' | null>(null);
const face = computed(() => chosenFace.value ?? current.value?.face ?? 'top');
const selected = ref<number | null>(null);
const chosenOrder = ref<'numbered' | 'cross' | null>(null);
const order = computed(
  () => chosenOrder.value ?? (current.value?.tighten === 'any' ? null : (current.value?.tighten ?? null)),
);
watch(currentKey, () => ([selected.value, chosenFace.value, chosenOrder.value] = [null, null, null]));

const points = computed(() => current.value?.points ?? []);
const othersNear = (n: number | null) => points.value.filter((point) => point.n !== n);
function change(next: readonly MatPoint[]): void {
  if (current.value && editable.value) moving.change(current.value, next);
}
function add(place: { x: number; y: number }): void {
  if (!current.value || points.value.length >= current.value.count) return;
  const at = snapped(insideOutline(place, size.value), points.value, size.value);
  change([...points.value, { ...at, n: points.value.length + 1, face: face.value }]);
  selected.value = points.value.length;
}
function movePoint(n: number, to: (point: MatPoint) => { x: number; y: number }): void {
  change(
    points.value.map((point) =>
      point.n === n ? { ...point, ...insideOutline({ ...point, ...to(point) }, size.value) } : point,
    ),
  );
}
function drag(n: number, place: { x: number; y: number }): void {
  selected.value = n;
  movePoint(n, () => snapped(place, othersNear(n), size.value));
}
function spread(edge: Edge): void {
  const left = (current.value?.count ?? 0) - points.value.length;
  const along = spreadAlong(edge, left, size.value);
  change([...points.value, ...along.map((place) => ({ ...place, n: 0, face: face.value }))]);
}
function remove(): void {
  change(othersNear(selected.value ?? points.value.length));
  selected.value = null;
}
function push(x: number, y: number): void {
  if (selected.value === null) add({ x: size.value.width / 2, y: size.value.depth / 2 });
  else movePoint(selected.value, (point) => ({ x: point.x + x, y: point.y + y }));
}
function step(by: number): void {
  const at = groups.value.findIndex((group) => group === current.value);
  const next = groups.value[(at + by + groups.value.length) % groups.value.length];
  if (next) [currentKey.value, chosenLayer.value] = [keyOf(next), 'own'];
}
function chooseGroup(group: MatGroup): void {
  [currentKey.value, chosenLayer.value] = [keyOf(group), 'own'];
}

/** Ties the point chosen to a place in a picture. */
function tie(picture: string, x: number, y: number): void {
  const line = recording.lines.value.find(({ id }) => id === current.value?.line);
  if (line && current.value && selected.value !== null)
    void recording.tie(line, current.value.entry, selected.value, picture, x, y);
}

const parted = useRegions({
  ...{ parts, groups, face, tell },
  edits: recording.edits,
  inLayer: computed(() => (layer.value === null ? null : inLayer.value)),
  now: computed(() => current.value?.part ?? null),
  outline: size,
  edit: recording.edit,
  unedit: recording.unedit,
});
const { drawing } = parted;
const { ground, lay } = useGround(model, face, tell);

const onPaper = ref(false);
const layingGround = ref(false);
const { command } = useCommands(() =>
  matCommands(
    {
      editable: editable.value,
      points: points.value.length,
      screws: current.value?.count ?? 0,
      face: face.value,
      canUndo: moving.canUndo.value,
      drawing: drawing.value !== null,
    },
    {
      push,
      nextPoint: () => {
        selected.value = points.value.length === 0 ? null : ((selected.value ?? 0) % points.value.length) + 1;
      },
      step,
      add: () => add({ x: size.value.width / 2, y: size.value.depth / 2 }),
      spread,
      mirror: () => change([...points.value, ...mirrored(points.value, size.value)]),
      remove,
      undo: moving.undo,
      turn: () => (chosenFace.value = face.value === 'top' ? 'bottom' : 'top'),
      cross: () => (chosenOrder.value = order.value === 'cross' ? null : 'cross'),
      draw: parted.toggle,
      ground: () => (layingGround.value = true),
      paper: () => (onPaper.value = true),
      layer: () => {
        const depths = layerChoices.value.map(({ value }) => value);
        chooseLayer(depths[(depths.indexOf(layer.value) + 1) % depths.length] ?? null);
      },
    },
  ),
);
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
    <MatGroupList class="groups mat-bound" :groups="groups" :current="current" @choose="chooseGroup" />
    <section class="card middle" aria-label="Mat">
      <h1 class="visually-hidden">Mat</h1>
      <header v-if="current">
        <ScrewGlyph :drive="current.screw.drive" :size="28" />
        <strong>{{ current.letter }} · {{ current.part ? lowerName(partNameOf(current.part)) : '' }}</strong>
        <span data-testid="mat-placed">{{ points.length }} of {{ current.count }} placed</span>
        <CommandButton quiet :command="command('face')" />
        <CommandButton quiet :aria-pressed="order === 'cross'" :command="command('cross')" />
        <CommandButton quiet :command="command('paper')" data-testid="mat-paper" />
        <CommandButton quiet :command="command('ground')" data-testid="mat-ground-key" />
      </header>
      <ChoiceRow
        v-if="layers.length > 1"
        class="layers"
        label="Layer"
        key-name="O"
        :choices="layerChoices"
        :chosen="layer"
        @choose="chooseLayer"
      />
      <ServerState class="away" :away="recording.stream.away.value" :waiting="0" />
      <TellBar class="away" :told="told" :keys="['z']" />
      <div v-if="drawing" class="away part">
        <v-autocomplete
          v-model="drawing"
          label="Draw where it lies: drag its rectangle"
          :items="parted.choices.value"
        />
        <ActButton quiet @click="drawing = null">cancel</ActButton>
      </div>
      <div class="paper">
        <MatSheet
          :outline="outline"
          :face="face"
          :groups="inLayer"
          :current="current"
          :selected="selected"
          :order="order"
          :regions="parted.shown.value"
          :ground="ground"
          :drawing="drawing === null ? null : parted.nameHere(drawing)"
          @tap="add"
          @select="selected = $event"
          @drag="drag"
          @region="parted.draw"
        />
      </div>
      <footer>
        <template v-if="editable">
          <CommandButton quiet :command="command('new')" />
          <CommandButton
            v-for="edge in ['far', 'near', 'left', 'right']"
            :key="edge"
            quiet
            :command="command(edge)"
          />
          <CommandButton quiet :command="command('mirror')" />
          <CommandButton quiet :command="command('remove')" />
          <CommandButton quiet :command="command('undo')" data-testid="mat-undo" />
          <CommandButton quiet :command="command('point')" />
        </template>
        <span v-else class="soft"
          >From the published sequence. Points are placed where the model is recorded.</span
        >
        <CommandButton quiet :command="command('next')" />
        <CommandButton
          quiet
          :aria-pressed="drawing !== null"
          :command="command('draw')"
          data-testid="mat-draw"
        />
      </footer>
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
      :regions="parted.shown.value"
    />
    <GroundDialog
      v-if="layingGround"
      v-model="layingGround"
      :outline="size"
      :face="face"
      :ground="ground"
      :pictures="[...new Set(Object.values(photos.known.value).flat())].slice(0, 12)"
      @lay="lay"
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
  gap: 0 14px;
  padding: 6px 20px;
  border-bottom: 1px solid var(--card-line);
}
footer {
  border-bottom: 0;
  border-top: 1px solid var(--card-line);
}
header strong {
  font: 600 22px/1.2 var(--label);
}
.layers {
  padding: 8px 20px 0;
  align-items: center;
}
.paper {
  flex: 1;
  min-height: 0;
  padding: 10px 20px;
}
.away {
  margin: 8px 20px 0;
}
.part {
  display: flex;
  gap: 12px;
}
.soft {
  font-size: 15px;
  color: var(--ink-soft);
}
@media (max-width: 1000px) {
  .mat {
    grid-template-columns: 1fr;
    grid-template-rows: auto minmax(min(560px, 86vh), 1fr) auto;
    overflow-y: auto;
  }
  .pictures {
    width: auto;
  }
}
@media (max-width: 620px), (max-height: 520px) {
  header,
  footer {
    flex-wrap: nowrap;
    overflow-x: auto;
    padding-block: 0;
  }
  header > *,
  footer > * {
    flex: none;
  }
  .groups {
    padding-block: 8px;
  }
}
</style>
