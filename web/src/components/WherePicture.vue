<script setup lang="ts">
import { spreadApart, type Ground, type Place, type Where } from '@bemtor/core';
import { computed, ref } from 'vue';
import GroundImage from './GroundImage.vue';
import RegionMark from './RegionMark.vue';
import { placeInDrawing } from './placeInDrawing.ts';

/**
 * The side that is up, to scale, to be read at 80 cm: done points filled, the next one ringed, other groups and the
 * parts faint, and which way something goes. Captive screws are square, long ones have a shank, and both are said.
 */
const {
  where,
  ground = null,
  putIn = null,
} = defineProps<{
  where: Where;
  /** A photo of the device under the outline. */
  ground?: Ground | null;
  /** Points that are being put in here; null while none are. */
  putIn?: readonly Place[] | null;
}>();
const emit = defineEmits<{ tap: [place: Place] }>();

const width = computed(() => where.outline.width);
const depth = computed(() => where.outline.depth);
const size = computed(() => Math.max(where.outline.width, where.outline.depth));
/** Radius of a point, in the drawing's millimetres. */
const r = computed(() => size.value / 30);
const drawn = computed(() => spreadApart(where.points, r.value * 2.15));
const others = computed(() => {
  const places = where.others.flatMap(({ letter, isCaptive, points }) =>
    points.map(({ x, y }) => ({ letter, isCaptive, x, y })),
  );
  return spreadApart(places, r.value * 1.3);
});
const path = computed(() =>
  where.order === 'any'
    ? ''
    : [...drawn.value]
        .sort((a, b) => a.turn - b.turn)
        .map(({ x, y }) => `${x},${y}`)
        .join(' '),
);
const isCaptive = computed(() => where.marks.includes('captive'));
const isLong = computed(() => where.marks.includes('long'));

/** From where and how far the arrow goes: in from the edge where it is pried, out to it where it is slid. */
const arrow = computed(() => {
  const motion = where.motion;
  if (!motion) return null;
  const box = motion.region ?? { x: 0, y: 0, width: where.outline.width, depth: where.outline.depth };
  const middle = { x: box.x + box.width / 2, y: box.y + box.depth / 2 };
  if (motion.verb === 'lift' || !motion.edge) return { middle, line: null, verb: motion.verb };
  const at: Place = {
    left: { x: box.x, y: middle.y },
    right: { x: box.x + box.width, y: middle.y },
    far: { x: middle.x, y: box.y },
    near: { x: middle.x, y: box.y + box.depth },
  }[motion.edge];
  const long = size.value / 5;
  const away = Math.hypot(at.x - middle.x, at.y - middle.y) || 1;
  const inward = {
    x: at.x + ((middle.x - at.x) / away) * Math.min(long, away),
    y: at.y + ((middle.y - at.y) / away) * Math.min(long, away),
  };
  const [from, to] = motion.verb === 'pry' ? [at, inward] : [inward, at];
  return { middle, line: { from, to }, verb: motion.verb };
});
const words = computed(() => {
  const done = where.points.filter(({ state }) => state === 'done').length;
  const parts = [
    `${where.face} up`,
    where.layer,
    where.points.length > 0 && `${where.points.length} points, ${done} done`,
    where.next && `next ${where.next}`,
    arrow.value?.verb === 'lift' && 'lift straight up',
    where.motion?.edge &&
      `${where.motion.verb} ${where.motion.verb === 'pry' ? 'from' : 'towards'} the ${where.motion.edge} edge`,
  ];
  return parts.filter(Boolean).join(', ');
});

const sheet = ref<SVGSVGElement | null>(null);
function onTap(event: MouseEvent): void {
  const place = putIn && placeInDrawing(sheet.value, event);
  if (place) emit('tap', place);
}
</script>

<template>
  <figure class="where" data-testid="where">
    <figcaption class="edge">far edge</figcaption>
    <svg
      ref="sheet"
      :viewBox="`-3 -3 ${width + 6} ${depth + 6}`"
      :role="putIn ? 'application' : 'img'"
      :aria-label="`Where: ${words}`"
      :class="{ placing: putIn }"
      @click="onTap"
    >
      <defs>
        <marker
          id="head"
          viewBox="0 0 10 10"
          refX="7"
          refY="5"
          markerWidth="4"
          markerHeight="4"
          orient="auto"
        >
          <path d="M0 0 10 5 0 10z" class="head" />
        </marker>
      </defs>
      <rect class="case" x="0" y="0" :width="width" :height="depth" :rx="size / 28" />
      <GroundImage v-if="ground?.face === where.face" :ground="ground" opacity="0.55" />
      <RegionMark
        v-for="region in where.regions"
        :key="region.part"
        :class="{ now: region.isNow }"
        :region="region"
        :letters="r * 1.35"
        :corner="size / 60"
      />
      <g v-for="(other, i) in others" :key="`o${i}`" class="other">
        <rect v-if="other.isCaptive" :x="other.x - r * 0.5" :y="other.y - r * 0.5" :width="r" :height="r" />
        <circle v-else :cx="other.x" :cy="other.y" :r="r * 0.55" />
        <text :x="other.x" :y="other.y" :font-size="r * 0.75" dy="0.36em">{{ other.letter }}</text>
      </g>
      <polyline v-if="path" class="order" :points="path" :stroke-width="r / 8" />
      <g
        v-for="point in drawn"
        :key="point.n"
        class="point"
        :class="point.state"
        data-testid="where-point"
        :data-state="point.state"
      >
        <circle v-if="point.state === 'next'" class="ring" :cx="point.x" :cy="point.y" :r="r * 1.55" />
        <path
          v-if="isLong"
          class="shank"
          :d="`M${point.x} ${point.y + r}v${r * 0.9}`"
          :stroke-width="r / 3"
        />
        <rect
          v-if="isCaptive"
          :x="point.x - r * 0.92"
          :y="point.y - r * 0.92"
          :width="r * 1.84"
          :height="r * 1.84"
          :rx="r / 5"
        />
        <circle v-else :cx="point.x" :cy="point.y" :r="r" />
        <text :x="point.x" :y="point.y" :font-size="r * 1.15" dy="0.36em">{{ point.turn }}</text>
      </g>
      <g v-if="arrow" class="motion" :stroke-width="r / 2.4">
        <path
          v-if="arrow.line"
          :d="`M${arrow.line.from.x} ${arrow.line.from.y}L${arrow.line.to.x} ${arrow.line.to.y}`"
          marker-end="url(#head)"
        />
        <path
          v-else-if="arrow.verb === 'lift'"
          :d="`M${arrow.middle.x - r * 1.6} ${arrow.middle.y + r * 2.1}h${r * 3.2}M${arrow.middle.x} ${arrow.middle.y + r * 1.4}v${-r * 3}M${arrow.middle.x - r * 1.2} ${arrow.middle.y - r * 0.5}l${r * 1.2} ${-r * 1.3}l${r * 1.2} ${r * 1.3}`"
        />
      </g>
      <g v-for="(place, i) in putIn ?? []" :key="`p${i}`" class="point next" data-testid="put-in">
        <circle :cx="place.x" :cy="place.y" :r="r" />
        <text :x="place.x" :y="place.y" :font-size="r * 1.15" dy="0.36em">{{ i + 1 }}</text>
      </g>
    </svg>
    <figcaption class="edge">
      near edge, toward you · {{ where.face }} up<template v-if="where.marks.length > 0">
        · <b>{{ where.marks.join(' and ') }}</b></template
      >
    </figcaption>
  </figure>
</template>

<style scoped>
.where {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  gap: 4px;
  min-width: 0;
  min-height: 0;
  text-align: center;
}
.edge {
  font: 600 15px/1.2 var(--label);
  color: var(--soft);
}
svg {
  width: 100%;
  height: 100%;
  min-height: 0;
}
svg.placing {
  cursor: crosshair;
  touch-action: manipulation;
}
.where {
  --soft: var(--ink-soft);
  --line: var(--ink);
  --ground: var(--card-raised);
}
.mat-bound .where {
  --soft: var(--soft-on-mat);
  --line: var(--on-mat);
  --ground: var(--mat-raised);
}
text {
  font-family: var(--label);
  font-weight: 600;
  text-anchor: middle;
  fill: var(--line);
  pointer-events: none;
}
.case {
  fill: var(--ground);
  stroke: var(--line);
  stroke-width: 1.6;
}
:deep(.region) rect {
  fill: none;
  stroke: var(--ghost);
  stroke-width: 1;
}
:deep(.region) text {
  fill: var(--soft);
  font-weight: 500;
}
:deep(.region.now) rect {
  fill: color-mix(in srgb, var(--copper) 14%, transparent);
  stroke: var(--copper);
  stroke-width: 2.4;
}
:deep(.region.now) text {
  fill: var(--line);
  font-weight: 600;
}
.other :is(circle, rect) {
  fill: var(--ground);
  stroke: var(--ghost);
  stroke-width: 1.1;
}
.other text {
  fill: var(--soft);
}
.order {
  fill: none;
  stroke: var(--soft);
  stroke-dasharray: 4 3;
}
.point :is(circle, rect) {
  fill: var(--ground);
  stroke: var(--line);
  stroke-width: 1.5;
}
.shank {
  stroke: var(--line);
}
.point.done :is(circle, rect) {
  fill: var(--line);
}
.point.done text {
  fill: var(--ground);
}
.point.next :is(circle, rect) {
  stroke: var(--copper);
  stroke-width: 2.6;
}
.point .ring {
  fill: none;
  stroke-width: 3.4;
}
.motion path {
  fill: none;
  stroke: var(--copper);
  stroke-linecap: round;
  stroke-linejoin: round;
}
.head {
  fill: var(--copper);
}
</style>
