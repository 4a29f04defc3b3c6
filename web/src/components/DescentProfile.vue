<script setup lang="ts">
import { descentProfile, lowerName, partNameOf, type RunStep, type Sequence } from '@bemtor/core';
import { computed } from 'vue';
import { layProfile } from './profileLayout.ts';

/**
 * The descent profile: a job as a dive to the target and the climb back. `at` is the step in the route that
 * is looked at or worked on; `compact` is the map beside a running step.
 */
const props = withDefaults(
  defineProps<{
    sequence: Sequence;
    steps: readonly string[];
    targets: readonly string[];
    back?: readonly RunStep[];
    at?: string | null;
    compact?: boolean;
    done?: ReadonlySet<string> | null;
  }>(),
  { back: () => [], at: null, compact: false, done: null },
);
defineEmits<{ point: [action: string] }>();

const profile = computed(() => descentProfile(props.sequence, props.steps, new Set(props.targets)));
const names = computed(
  () => new Map<string, string>(props.sequence.parts.map((part) => [part.id, part.name])),
);
const nameOf = (part: string): string => lowerName(names.value.get(part) ?? partNameOf(part));
const layout = computed(() =>
  layProfile(profile.value, props.back, nameOf, props.compact ? 270 : 860, props.compact ? 130 : 292),
);
const here = computed(() => layout.value.down.find((dot) => dot.action === props.at) ?? null);
const backHere = computed(() => layout.value.backDots.find((dot) => dot.id === props.at) ?? null);

/** The tool band: one label where a tool is taken up, until the next. */
const band = computed(() => {
  const taken = layout.value.down.filter((dot) => dot.toolChange && dot.tool);
  return taken.map((dot, i) => ({
    tool: dot.tool ?? '',
    x: dot.x,
    room: (taken[i + 1]?.x ?? layout.value.end.x) - dot.x,
    key: dot.action,
  }));
});
const finished = (action: string): boolean => props.done?.has(`down:${action}`) ?? false;
</script>

<template>
  <svg
    data-testid="profile"
    class="profile"
    :viewBox="`0 0 ${layout.width} ${layout.height + (compact ? 0 : 42)}`"
    role="img"
    :aria-label="`Descent profile: ${steps.length} steps, ${layout.rungs.length - 1} levels deep`"
  >
    <g v-if="!compact" class="rungs">
      <template v-for="rung in layout.rungs" :key="rung.y">
        <line :x1="6" :x2="layout.width - 6" :y1="rung.y" :y2="rung.y" />
        <text :x="layout.width - 8" :y="rung.y - 5" text-anchor="end">{{ rung.label }}</text>
      </template>
    </g>
    <path class="down" :d="layout.downLine" />
    <path v-if="layout.backLine" class="back" :d="layout.backLine" />
    <template v-if="!compact">
      <g
        v-for="dot in layout.down"
        :key="dot.action"
        class="stop-at"
        :class="{ at: dot.action === at, done: finished(dot.action) }"
        @click="$emit('point', dot.action)"
        @pointerenter="$emit('point', dot.action)"
      >
        <rect :x="dot.x - 12" :y="dot.y - 18" width="24" height="36" fill="transparent" />
        <circle :cx="dot.x" :cy="dot.y" :r="dot.action === at ? 7.5 : 4.6" />
        <g v-if="dot.holdSeconds" class="mark" :transform="`translate(${dot.x} ${dot.y - 21})`">
          <circle r="8" />
          <path d="M0-4.5V0l3 2" />
          <text y="-12" text-anchor="middle">{{ dot.holdSeconds }} s</text>
        </g>
        <g v-else-if="dot.flip" class="mark" :transform="`translate(${dot.x} ${dot.y - 19})`">
          <path d="M-7-2a7 6 0 0 1 13-1m0-4v4h-4M7 2a7 6 0 0 1-13 1m0 4V3h4" />
        </g>
        <path v-if="dot.target" class="target" :d="`M${dot.x} ${dot.y - 10}l10 10-10 10-10-10z`" />
      </g>
      <g
        v-for="dot in layout.backDots.filter((other) => other.test)"
        :key="dot.id"
        class="mark"
        :transform="`translate(${dot.x} ${dot.y - 14})`"
      >
        <path d="M-6 0l4 5 8-10" />
        <title>test before closing</title>
      </g>
      <text class="swap" :x="layout.end.x" :y="layout.end.y + 22" text-anchor="middle">swap</text>
      <g class="band">
        <g v-for="item in band" :key="item.key">
          <rect
            :x="item.x - 3"
            :y="layout.height + 8"
            :width="Math.max(item.room - 6, 12)"
            height="27"
            rx="3"
          />
          <text
            v-if="item.room > item.tool.length * 7 + 6"
            class="tool"
            :x="item.x + 4"
            :y="layout.height + 26"
          >
            {{ item.tool }}
          </text>
        </g>
      </g>
    </template>
    <template v-else>
      <path class="target hollow" :d="`M${layout.end.x} ${layout.end.y - 7}l7 7-7 7-7-7z`" />
      <circle
        v-if="here || backHere"
        class="now"
        :cx="(here ?? backHere)!.x"
        :cy="(here ?? backHere)!.y"
        r="6"
      />
    </template>
  </svg>
</template>

<style scoped>
.profile {
  display: block;
  width: 100%;
  height: auto;
  font: 600 14px/1 var(--label);
}
.rungs line {
  stroke: var(--mat-line);
}
.rungs text,
.band text,
.mark text {
  fill: var(--soft-on-mat);
}
.down {
  fill: none;
  stroke: var(--on-mat);
  stroke-width: 3;
  stroke-linejoin: round;
}
.back {
  fill: none;
  stroke: var(--soft-on-mat);
  stroke-width: 2.4;
  stroke-dasharray: 2 6;
  stroke-linecap: round;
}
.stop-at {
  cursor: pointer;
}
.stop-at circle {
  fill: var(--on-mat);
}
.stop-at.at > circle {
  fill: var(--copper-mat);
}
.mark circle,
.mark path {
  fill: none !important;
  stroke: var(--soft-on-mat);
  stroke-width: 1.8;
}
.target {
  fill: var(--copper-mat);
}
.target.hollow {
  fill: none;
  stroke: var(--copper-mat);
  stroke-width: 2;
}
.now,
.swap {
  fill: var(--copper-mat);
}
.swap {
  font-size: 16px;
}
.band rect {
  fill: var(--mat-raised);
  stroke: var(--mat-line);
}
.band .tool {
  fill: var(--on-mat);
}
</style>
