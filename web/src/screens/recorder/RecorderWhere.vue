<script setup lang="ts">
import {
  lowerName,
  partNameOf,
  tapped,
  whereOfGroup,
  type MatGroup,
  type Part,
  type Place,
} from '@bemtor/core';
import { computed } from 'vue';
import WherePicture from '../../components/WherePicture.vue';
import type { Outline } from '@bemtor/core';

/** The side that is up with the screws of the line at hand: a tap says where one of them was. */
const { groups, line, outline, parts } = defineProps<{
  groups: readonly MatGroup[];
  /** The line that is chosen; else the last that told of screws. */
  line: string | null;
  outline: Outline | null | undefined;
  parts: readonly Part[];
}>();
const emit = defineEmits<{ place: [group: MatGroup, points: readonly Place[]] }>();

const own = computed(() => groups.findLast((group) => group.line === line) ?? groups.at(-1) ?? null);
const where = computed(() =>
  own.value ? whereOfGroup(groups, own.value, parts, outline ?? undefined) : null,
);
const words = computed(() => {
  if (!own.value) return '';
  const { letter, part, points, count } = own.value;
  return `${letter} · ${part ? lowerName(partNameOf(part)) : 'what comes off next'}, ${points.length} of ${count}`;
});
function tap(place: Place): void {
  if (own.value && where.value)
    emit('place', own.value, tapped(own.value.points, place, where.value.outline, own.value.count));
}
</script>

<template>
  <section v-if="where" class="panel" aria-label="Where">
    <h2 class="label">Where · tap each screw</h2>
    <p data-testid="recorder-placed">{{ words }}</p>
    <WherePicture class="picture" :where="where" :put-in="[]" @tap="tap" />
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 4px;
  margin-top: 18px;
}
p {
  font-size: 15px;
}
.picture {
  max-height: 240px;
}
</style>
