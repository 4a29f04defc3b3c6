<script setup lang="ts">
import { indexSequence, stepWords, type LikelyNeed, type Option, type Sequence } from '@bemtor/core';
import { computed, ref } from 'vue';
import ActButton from '../../kit/ActButton.vue';

/**
 * What the route leaves out on thin ground: such a part usually waits for such another, and nothing here bears it
 * out. One key settles the first of them for good.
 */
const props = defineProps<{
  sequence: Sequence;
  open: readonly LikelyNeed[];
  options: readonly Option[];
  /** How the last one was settled; null where nothing can be taken back. */
  settled: string | null;
  /** Something was settled that no revision has yet. */
  ahead: boolean;
}>();
defineEmits<{
  settle: [need: LikelyNeed, answer: 'yes' | 'no'];
  depends: [need: LikelyNeed, option: string, value: string];
  undo: [];
  review: [];
}>();

const index = computed(() => indexSequence(props.sequence));
const words = (id: string): string => stepWords(index.value, id);
const first = computed(() => props.open[0] ?? null);
const depending = ref(false);
defineExpose({ depend: () => (depending.value = !depending.value) });
</script>

<template>
  <section v-if="first || settled || ahead" data-testid="not-borne-out">
    <h2 class="label">Not borne out</h2>
    <template v-if="first">
      <p class="question">Does “{{ words(first.action) }}” wait for “{{ words(first.before) }}”?</p>
      <p class="soft">In such devices it usually does; here nothing says so, and the route leaves it out.</p>
      <div class="answers">
        <ActButton key-name="Y" data-testid="borne-yes" @click="$emit('settle', first, 'yes')">yes</ActButton>
        <ActButton key-name="N" data-testid="borne-no" @click="$emit('settle', first, 'no')">no</ActButton>
        <ActButton
          v-if="options.length > 0"
          key-name="I"
          :aria-pressed="depending"
          @click="depending = !depending"
          >it depends</ActButton
        >
      </div>
      <div v-if="depending" class="answers" data-testid="depends">
        <template v-for="option in options" :key="option.key">
          <ActButton
            v-for="value in option.values"
            :key="value"
            @click="((depending = false), $emit('depends', first, option.key, value))"
            >only with {{ option.label.toLowerCase() }} {{ value }}</ActButton
          >
        </template>
      </div>
      <p v-if="open.length > 1" class="soft">{{ open.length - 1 }} more after this one.</p>
    </template>
    <p v-if="settled" class="soft" role="status" data-testid="settled">
      {{ settled }} <ActButton key-name="U" @click="$emit('undo')">undo</ActButton>
    </p>
    <p v-if="ahead" class="soft" data-testid="ahead">
      What was settled holds for the route; no revision has it yet.
      <ActButton key-name="V" @click="$emit('review')">Review</ActButton>
    </p>
  </section>
</template>

<style scoped>
h2.label {
  border-bottom: 1px solid var(--ink);
  padding-bottom: 5px;
}
.question {
  font-size: 17px;
  line-height: 1.3;
  padding-top: 6px;
}
.soft {
  font-size: 14px;
  color: var(--ink-soft);
}
.answers {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 6px 0;
}
</style>
