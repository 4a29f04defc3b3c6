<script setup lang="ts">
import { markKinds, markWords, type Intake, type MarkKind } from '@bemtor/core';
import { computed, ref } from 'vue';
import KeyHint from '../../kit/KeyHint.vue';
import CommandButton from '../../kit/CommandButton.vue';
import { useCommands } from '../../kit/useCommands.ts';
import TileButton from '../../kit/TileButton.vue';

/** The condition on arrival: kinds of marks to tap onto the outline, or to place with the arrow keys. */
const props = defineProps<{
  marks: Intake['marks'];
  outline: { readonly width: number; readonly depth: number };
}>();
const emit = defineEmits<{ change: [marks: Intake['marks']] }>();

const face = ref<'top' | 'bottom'>('bottom');
const kind = ref<MarkKind>('missing-screw');
const cross = ref({ x: 0.5, y: 0.5 });
const shown = computed(() =>
  props.marks.map((mark, i) => ({ mark, i })).filter(({ mark }) => mark.face === face.value),
);
/** Marks are as large on a narrow handheld as on a notebook. */
const size = computed(() => Math.max(props.outline.width, props.outline.depth));
const letterOf = (of: MarkKind): string => String(markKinds.indexOf(of) + 1);
const short = 0.04;

function place(x: number, y: number): void {
  const near = props.marks.findIndex(
    (mark) =>
      mark.face === face.value &&
      mark.kind === kind.value &&
      Math.abs(mark.x - x) < short &&
      Math.abs(mark.y - y) < short,
  );
  if (near >= 0)
    return emit(
      'change',
      props.marks.filter((_, i) => i !== near),
    );
  emit('change', [...props.marks, { kind: kind.value, face: face.value, x, y, note: '' }]);
}
function tap(event: MouseEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const within = (share: number): number => Math.min(1, Math.max(0, share));
  cross.value = {
    x: within((event.clientX - box.left) / box.width),
    y: within((event.clientY - box.top) / box.height),
  };
  place(cross.value.x, cross.value.y);
}
function move(x: number, y: number): void {
  cross.value = {
    x: Math.min(1, Math.max(0, cross.value.x + x)),
    y: Math.min(1, Math.max(0, cross.value.y + y)),
  };
}
const flip = () => (face.value = face.value === 'top' ? 'bottom' : 'top');
const nudges = {
  ArrowLeft: [-short, 0],
  ArrowRight: [short, 0],
  ArrowUp: [0, -short],
  ArrowDown: [0, short],
};
const { command } = useCommands(() => [
  ...markKinds.map((one, i) => ({
    id: one,
    keys: [String(i + 1)],
    words: markWords[one],
    more: `mark: ${markWords[one].toLowerCase()}`,
    run: () => (kind.value = one),
  })),
  ...Object.entries(nudges).map(([key, [x = 0, y = 0]]) => ({
    id: key,
    keys: [key],
    words: 'move the cross',
    run: () => move(x, y),
  })),
  {
    id: 'mark',
    keys: ['Enter'],
    words: 'mark this place, or take the mark off',
    run: () => place(cross.value.x, cross.value.y),
  },
  { id: 'flip', keys: ['f'], words: 'turn over', run: flip },
]);
const count = (of: MarkKind): number => props.marks.filter((mark) => mark.kind === of).length;
</script>

<template>
  <section class="outline" aria-label="Condition on arrival">
    <div class="head">
      <h2 class="label">Condition on arrival, {{ face }} up</h2>
      <CommandButton quiet :command="command('flip')" />
    </div>
    <svg
      :viewBox="`0 0 ${outline.width} ${outline.depth}`"
      :style="{ aspectRatio: `${outline.width} / ${outline.depth}` }"
      role="application"
      :aria-label="`Outline, ${face} up: tap to mark ${markWords[kind].toLowerCase()}`"
      data-testid="intake-outline"
      @click="tap"
    >
      <rect x="1" y="1" :width="outline.width - 2" :height="outline.depth - 2" rx="10" />
      <g v-if="face === 'bottom'" class="feet">
        <rect
          v-for="[x, y] in [
            [0.08, 0.08],
            [0.86, 0.08],
            [0.08, 0.88],
            [0.86, 0.88],
          ]"
          :key="`${x} ${y}`"
          :x="x! * outline.width"
          :y="y! * outline.depth"
          :width="outline.width * 0.06"
          :height="outline.depth * 0.04"
          rx="2"
        />
      </g>
      <path
        class="cross"
        :d="`M${cross.x * outline.width - 7} ${cross.y * outline.depth}h14M${cross.x * outline.width} ${cross.y * outline.depth - 7}v14`"
      />
      <g v-for="{ mark, i } in shown" :key="i" class="mark" :class="mark.kind">
        <circle :cx="mark.x * outline.width" :cy="mark.y * outline.depth" :r="size * 0.028" />
        <text
          :x="mark.x * outline.width"
          :y="mark.y * outline.depth + size * 0.012"
          :font-size="size * 0.036"
          text-anchor="middle"
        >
          {{ letterOf(mark.kind) }}
        </text>
      </g>
    </svg>
    <ul class="kinds">
      <li v-for="(one, i) in markKinds" :key="one">
        <TileButton :class="{ on: one === kind }" :aria-pressed="one === kind" @click="kind = one">
          <KeyHint :name="String(i + 1)" /> {{ markWords[one] }}
          <strong v-if="count(one) > 0">{{ count(one) }}</strong>
        </TileButton>
      </li>
    </ul>
    <p class="hint">
      Tap the place, or arrows and <KeyHint name="Enter" />. The same place again takes it off.
    </p>
  </section>
</template>

<style scoped>
.outline {
  display: grid;
  gap: 10px;
  align-content: start;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
svg {
  max-width: 100%;
  max-height: 330px;
  justify-self: center;
  cursor: crosshair;
  touch-action: manipulation;
}
rect {
  fill: var(--mat-raised);
  stroke: var(--soft-on-mat);
  stroke-width: 1.2;
}
.feet rect {
  fill: none;
  stroke: var(--mat-line);
}
.cross {
  stroke: var(--soft-on-mat);
  stroke-width: 1;
}
.mark circle {
  fill: var(--card);
  stroke: var(--copper);
  stroke-width: 2;
}
.mark.bulge circle,
.mark.liquid circle {
  fill: var(--caution);
}
.mark text {
  font-family: var(--label);
  font-weight: 600;
  fill: var(--ink);
  pointer-events: none;
}
:root[data-theme='dark'] .mark.bulge text,
:root[data-theme='dark'] .mark.liquid text {
  fill: var(--on-caution);
}
.kinds {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 6px;
}
.kinds button {
  width: 100%;
  padding: 0 8px;
  line-height: 1.15;
  border: 1.5px solid transparent;
}
.kinds .on {
  border-color: var(--copper-mat);
  background: var(--mat-raised);
}
.kinds strong {
  margin-left: auto;
  font: 600 20px/1 var(--label);
}
.hint {
  color: var(--soft-on-mat);
  font-size: 14px;
}
</style>
