<script setup lang="ts">
import {
  emptyContext,
  readLine,
  screwWords,
  sentence,
  type InHand,
  type JobView,
  type Leftovers,
  type TrayCell,
} from '@bemtor/core';
import { computed, defineAsyncComponent, ref } from 'vue';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';
import ActButton from '../../kit/ActButton.vue';
import TextField from '../../kit/TextField.vue';

const ScaleDialog = defineAsyncComponent(() => import('../recorder/ScaleDialog.vue'));

/** What is left in the hand, and where it most likely belongs: best first, with the reason. */
const props = defineProps<{
  view: JobView;
  names: ReadonlyMap<string, string>;
  explain: (inHand: readonly InHand[]) => Leftovers | null;
}>();

const counts = ref<Record<string, number>>({});
const typed = ref('');
const loose = computed(() => props.view.ledger.cells.filter((cell) => !cell.screw.captive));
function add(letter: string, by: number): void {
  counts.value = { ...counts.value, [letter]: Math.max(0, (counts.value[letter] ?? 0) + by) };
}
const weighed = ref<TrayCell | null>(null);
const weighing = ref(false);
function weigh(cell: TrayCell): void {
  weighed.value = cell;
  weighing.value = true;
}
function counted(count: number): void {
  if (weighed.value) counts.value = { ...counts.value, [weighed.value.letter]: count };
}
const typedHand = computed<InHand[]>(() =>
  typed.value.trim() === ''
    ? []
    : readLine(typed.value, { ...emptyContext([]), at: 0 }).entries.flatMap((entry) =>
        entry.kind === 'undo' && entry.joint.screw
          ? [{ screw: entry.joint.screw, count: entry.joint.count ?? 1 }]
          : [],
      ),
);
const inHand = computed<InHand[]>(() => [
  ...loose.value.flatMap(({ letter, screw }) =>
    (counts.value[letter] ?? 0) > 0 ? [{ screw, count: counts.value[letter] ?? 0 }] : [],
  ),
  ...typedHand.value,
]);
const found = computed(() => (inHand.value.length > 0 ? props.explain(inHand.value) : null));
const places = computed(() => found.value?.places.slice(0, 4) ?? []);
const nameOf = (part: string): string => props.names.get(part) ?? sentence(part);
</script>

<template>
  <section class="leftovers" aria-label="Left over in the hand" data-testid="leftovers">
    <h2>In the hand</h2>
    <div class="hand">
      <span v-for="cell in loose" :key="cell.letter" class="kind">
        <ScrewGlyph :drive="cell.screw.drive" :size="24" />
        <span
          ><b>{{ cell.letter }}</b> {{ screwWords(cell.screw) }}</span
        >
        <ActButton square :aria-label="`One ${cell.letter} fewer in the hand`" @click="add(cell.letter, -1)"
          >−</ActButton
        >
        <strong>{{ counts[cell.letter] ?? 0 }}</strong>
        <ActButton square :aria-label="`One ${cell.letter} more in the hand`" @click="add(cell.letter, 1)"
          >+</ActButton
        >
        <ActButton quiet :aria-label="`Weigh ${cell.letter} in the hand`" @click="weigh(cell)">
          weigh
        </ActButton>
      </span>
      <TextField
        v-model="typed"
        class="typed"
        mono
        label="Another kind in the hand"
        placeholder="1 PH0 M2x4"
        data-testid="in-hand"
      />
    </div>
    <ul v-if="found">
      <li v-for="swap in found.swaps" :key="swap.at.joint + swap.short.joint" class="stop" data-testid="swap">
        {{ swap.danger }}.
        <details>
          <summary>How to get there</summary>
          <ol>
            <li v-for="words in swap.reopen" :key="words">{{ words }}</li>
          </ol>
        </details>
      </li>
      <li v-for="place in places" :key="place.row.joint" class="place" data-testid="likely">
        <strong
          >{{ nameOf(place.row.part)
          }}<template v-if="place.row.where">, {{ place.row.where }}</template></strong
        >
        {{ sentence(place.reason) }}.
        <details>
          <summary>How to get there</summary>
          <ol>
            <li v-for="words in place.reopen" :key="words">{{ words }}</li>
          </ol>
        </details>
      </li>
      <li v-if="places.length === 0 && found.swaps.length === 0">
        No group of this device takes such a screw: look under the device, in the lid, on the bench.
      </li>
    </ul>
    <p v-else class="soft">Say what is left over, and the likeliest places are named.</p>
    <ScaleDialog v-if="weighed" v-model="weighing" :cell="weighed" @counted="counted" />
  </section>
</template>

<style scoped>
.leftovers {
  margin-top: 18px;
  border: 2px solid var(--card-line);
  border-radius: 9px;
  padding: 14px 18px;
  display: grid;
  gap: 12px;
}
h2 {
  font: 600 24px/1 var(--label);
}
.hand {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 22px;
  align-items: center;
}
.kind {
  display: inline-flex;
  align-items: center;
  gap: 8px;
}
.kind strong {
  font: 600 24px/1 var(--label);
  min-width: 20px;
  text-align: center;
}
b {
  font: 600 20px/1 var(--label);
  color: var(--copper-ink);
}
.typed {
  flex: 1 1 260px;
}
ul {
  display: grid;
  gap: 8px;
}
.place {
  padding: 6px 0;
  font-size: 17px;
  border-bottom: 1px solid var(--card-line);
}
summary {
  min-height: 32px;
  cursor: pointer;
}
ol {
  padding-left: 22px;
  list-style: decimal;
}
ol li {
  display: list-item;
}
.soft {
  color: var(--ink-soft);
}
</style>
