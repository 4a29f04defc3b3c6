<script setup lang="ts">
import {
  actionTitle,
  indexSequence,
  lowerName,
  partName,
  sentence,
  type Assumption,
  type Sequence,
} from '@bemtor/core';
import { computed } from 'vue';
import { duration } from '../../composables/format.ts';
import TileButton from '../../kit/TileButton.vue';
import ActButton from '../../kit/ActButton.vue';

/** Assumptions that cost time as long as nobody has checked them; pressing one tries the route without it. */
const props = defineProps<{
  sequence: Sequence;
  assumptions: readonly Assumption[];
  dropped: readonly number[];
  overall: readonly Assumption[] | null;
  counting: boolean;
}>();
defineEmits<{ toggle: [places: readonly number[]]; overall: [] }>();

const index = computed(() => indexSequence(props.sequence));
const earlier = ({ anyOf }: Assumption): string =>
  anyOf
    .map((id) => {
      const action = index.value.action.get(id);
      return action ? actionTitle(index.value, action) : id;
    })
    .join(' or ');
const question = (assumption: Assumption): string =>
  `Does the ${lowerName(partName(index.value, assumption.part))} really wait for “${earlier(assumption)}”?`;
const isOut = ({ places }: Assumption): boolean => places.every((place) => props.dropped.includes(place));
</script>

<template>
  <section
    v-if="assumptions.length > 0 || sequence.needs.some((need) => need.basis === 'assumed')"
    data-testid="worth-checking"
  >
    <h2 class="label">Worth checking</h2>
    <TileButton
      v-for="assumption in assumptions"
      :key="assumption.places.join()"
      class="question"
      :aria-pressed="isOut(assumption)"
      :class="{ on: isOut(assumption) }"
      @click="$emit('toggle', assumption.places)"
    >
      <span>{{ question(assumption) }}</span>
      <strong>{{ isOut(assumption) ? 'left out' : `saves ${duration(assumption.saving)}` }}</strong>
    </TileButton>
    <p v-if="assumptions.length === 0">No assumption lengthens this route.</p>
    <template v-if="overall">
      <h3 class="label">Over every part of the device</h3>
      <p v-for="assumption in overall" :key="assumption.places.join()" class="overall">
        {{ sentence(partName(index, assumption.part)) }} after “{{ earlier(assumption) }}”
        <strong>{{ duration(assumption.saving) }} in all</strong>
      </p>
      <p v-if="overall.length === 0">No assumption lengthens any route.</p>
    </template>
    <ActButton v-else quiet :disabled="counting" @click="$emit('overall')">{{
      counting ? 'Planning every part …' : 'Over every part of the device'
    }}</ActButton>
  </section>
</template>

<style scoped>
h3.label {
  margin-top: 10px;
}
.overall {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 3px 0;
  font-size: 15px;
}
h2.label {
  border-bottom: 1px solid var(--ink);
  padding-bottom: 5px;
}
.question {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  width: 100%;
  align-items: center;
  border-left: 4px solid transparent;
  padding-left: 8px;
  font-size: 15px;
  line-height: 1.25;
}
strong {
  white-space: nowrap;
}
.on {
  border-left-color: var(--copper);
  background: var(--card-raised);
}
.on span {
  text-decoration: line-through;
}
</style>
