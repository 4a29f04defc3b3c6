<script setup lang="ts">
import {
  crosswiseOrder,
  spreadApart,
  usualOutline,
  type Ground,
  type MatGroup,
  type MatPoint,
  type NamedRegion,
  type Outline,
  type Place,
} from '@bemtor/core';
import { computed, ref } from 'vue';
import GroundImage from '../../components/GroundImage.vue';
import RegionMark from '../../components/RegionMark.vue';
import { placeInDrawing } from '../../components/placeInDrawing.ts';

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly depth: number;
}

/**
 * The outline of the device with the screw points of a layer by letter, in millimetres, and the parts as regions. A
 * tap puts a point in, dragging moves one, and while a part is being drawn a drag is its rectangle.
 */
const props = defineProps<{
  outline: Outline | null | undefined;
  face: 'top' | 'bottom';
  groups: readonly MatGroup[];
  current: MatGroup | null;
  selected: number | null;
  /** Draws the order of the current group: as numbered, or crosswise. */
  order: 'numbered' | 'cross' | null;
  regions: readonly (NamedRegion & { readonly part: string })[];
  ground: Ground | null;
  /** The name of the part that is being drawn. */
  drawing: string | null;
}>();
const emit = defineEmits<{
  tap: [place: Place];
  select: [n: number];
  drag: [n: number, place: Place];
  region: [box: Box];
}>();

const sheet = ref<SVGSVGElement | null>(null);
const size = computed(() => props.outline ?? usualOutline);
/** Points are as large on a narrow handheld as on a notebook. */
const r = computed(() => Math.max(size.value.width, size.value.depth) / 52);
const others = computed(() => props.groups.filter((group) => group !== props.current));
const here = (points: readonly MatPoint[]) =>
  spreadApart(
    points.filter((point) => point.face === props.face),
    r.value * 2.1,
  );
const ordered = computed(() => {
  const points = here(props.current?.points ?? []);
  if (!props.order) return [];
  const by = props.order === 'cross' ? crosswiseOrder(points) : points.map((_, i) => i);
  return by.flatMap((i) => points[i] ?? []);
});
const path = computed(() => ordered.value.map(({ x, y }) => `${x},${y}`).join(' '));
const turnOf = (point: MatPoint): number => ordered.value.findIndex(({ n }) => n === point.n) + 1;

const placeOf = (event: MouseEvent): Place | null => placeInDrawing(sheet.value, event);

/** What the pointer has got hold of: a point, or a corner of the rectangle that is being drawn. */
const holds = ref<{ n: number; moved: boolean } | { from: Place; to: Place } | null>(null);
const box = computed<Box | null>(() => {
  if (!holds.value || !('from' in holds.value)) return null;
  const { from, to } = holds.value;
  const [left, right] = [Math.min(from.x, to.x), Math.max(from.x, to.x)];
  const [far, near] = [Math.min(from.y, to.y), Math.max(from.y, to.y)];
  return { x: left, y: far, width: right - left, depth: near - far };
});
/** A drag shorter than this, mm, was a tap. */
const shortMm = 2;

function onDown(event: PointerEvent): void {
  const from = placeOf(event);
  if (!props.drawing || !from) return;
  holds.value = { from, to: from };
  sheet.value?.setPointerCapture(event.pointerId);
}
function onPointDown(event: PointerEvent, n: number): void {
  if (props.drawing) return;
  holds.value = { n, moved: false };
  sheet.value?.setPointerCapture(event.pointerId);
}
let began: Place | null = null;
function onMove(event: PointerEvent): void {
  const to = placeOf(event);
  if (!holds.value || !to) return;
  if ('from' in holds.value) {
    holds.value = { from: holds.value.from, to };
    return;
  }
  began ??= to;
  if (!holds.value.moved && Math.hypot(to.x - began.x, to.y - began.y) < shortMm) return;
  holds.value = { ...holds.value, moved: true };
  emit('drag', holds.value.n, to);
}
/** What the pointer did is no tap as well. */
let handled = false;
function onUp(): void {
  const held = holds.value;
  if (held && 'n' in held) {
    handled = true;
    if (!held.moved) emit('select', held.n);
  } else if (box.value) {
    handled = true;
    if (box.value.width > shortMm && box.value.depth > shortMm) emit('region', box.value);
  }
  holds.value = began = null;
}
function onTap(event: MouseEvent): void {
  if (handled) {
    handled = false;
    return;
  }
  const place = placeOf(event);
  if (place) emit('tap', place);
}
</script>

<template>
  <svg
    ref="sheet"
    class="sheet"
    :class="{ drawing }"
    :viewBox="`-4 -4 ${size.width + 8} ${size.depth + 8}`"
    role="application"
    :aria-label="drawing ? `Draw where the ${drawing} lies` : `Outline, ${face} side`"
    data-testid="mat-sheet"
    @pointerdown="onDown"
    @pointermove="onMove"
    @pointerup="onUp"
    @click="onTap"
  >
    <rect class="case" x="0" y="0" :width="size.width" :height="size.depth" rx="8" />
    <GroundImage v-if="ground" :ground="ground" opacity="0.6" data-testid="mat-ground" />
    <path class="grid" :d="`M${size.width / 2} 0v${size.depth}M0 ${size.depth / 2}h${size.width}`" />
    <text class="side" :x="size.width / 2" :y="size.depth - 3" text-anchor="middle">
      far edge above · {{ face }} up
    </text>
    <RegionMark
      v-for="region in regions"
      :key="region.part"
      :region="region"
      :letters="r * 1.05"
      :corner="3"
      data-testid="mat-region"
    />
    <g
      v-for="group in others"
      :key="`${group.line}/${group.entry}`"
      class="other"
      :class="{ elsewhere: group.part !== current?.part }"
    >
      <g v-for="point in here(group.points)" :key="point.n">
        <rect
          v-if="group.screw.captive"
          :x="point.x - r * 0.8"
          :y="point.y - r * 0.8"
          :width="r * 1.6"
          :height="r * 1.6"
        />
        <circle v-else :cx="point.x" :cy="point.y" :r="r * 0.85" />
        <text :x="point.x" :y="point.y" dy="0.36em" :font-size="r * 0.9" text-anchor="middle">
          {{ group.letter }}
        </text>
      </g>
    </g>
    <polyline v-if="path" class="order" :points="path" />
    <g v-if="current" class="current">
      <g
        v-for="point in here(current.points)"
        :key="point.n"
        :class="{ selected: point.n === selected }"
        data-testid="mat-point"
        @pointerdown.stop="onPointDown($event, point.n)"
      >
        <rect
          v-if="current.screw.captive"
          :x="point.x - r * 1.05"
          :y="point.y - r * 1.05"
          :width="r * 2.1"
          :height="r * 2.1"
        />
        <circle v-else :cx="point.x" :cy="point.y" :r="r * 1.15" />
        <text :x="point.x" :y="point.y" dy="0.36em" :font-size="r * 1.1" text-anchor="middle">
          {{ order ? turnOf(point) : current.letter }}
        </text>
      </g>
    </g>
    <rect v-if="box" class="box" :x="box.x" :y="box.y" :width="box.width" :height="box.depth" />
  </svg>
</template>

<style scoped>
.sheet {
  width: 100%;
  height: 100%;
  max-height: 100%;
  touch-action: none;
  cursor: crosshair;
}
.case {
  fill: var(--card-raised);
  stroke: var(--ink);
  stroke-width: 1;
}
.grid {
  stroke: var(--card-line);
  stroke-width: 0.5;
  stroke-dasharray: 2 2;
}
text {
  font-family: var(--label);
  font-weight: 600;
  fill: var(--ink);
  pointer-events: none;
}
.side {
  font-size: 5px;
  fill: var(--ink-soft);
}
:deep(.region) rect,
.box {
  fill: color-mix(in srgb, var(--ghost) 12%, transparent);
  stroke: var(--ghost);
  stroke-width: 0.9;
}
:deep(.region) text {
  font-weight: 500;
  fill: var(--ink-soft);
}
.box {
  stroke: var(--copper);
  stroke-width: 1.2;
  stroke-dasharray: 3 2;
}
:is(.other, .current) :is(circle, rect) {
  fill: var(--card);
  stroke: var(--ink-soft);
  stroke-width: 0.8;
}
.other text {
  fill: var(--ink-soft);
}
.other.elsewhere :is(circle, rect) {
  stroke: var(--ghost);
}
.current :is(circle, rect) {
  stroke: var(--copper);
  stroke-width: 1.4;
  cursor: grab;
}
.current .selected :is(circle, rect) {
  fill: var(--copper);
}
.current .selected text {
  fill: var(--card-raised);
}
.order {
  fill: none;
  stroke: var(--copper);
  stroke-width: 0.7;
  stroke-dasharray: 3 2;
}
</style>
