<script setup lang="ts">
import type { RunStep } from '@bemtor/core';
import KeyHint from '../../components/KeyHint.vue';

/** The keys of the step, each on the thing that it triggers; by touch they are the same acts. */
defineProps<{ step: RunStep; counting: boolean; paused: boolean }>();
defineEmits<{ forward: []; all: []; back: []; missing: []; stripped: []; note: []; pause: []; keys: [] }>();
</script>

<template>
  <div class="keys">
    <button class="act-button primary next" :disabled="paused" @click="$emit('forward')">
      <KeyHint name="Space" /> {{ counting ? 'next screw' : 'done, next' }}
    </button>
    <button v-if="counting" @click="$emit('all')"><KeyHint name="Enter" /> all</button>
    <button @click="$emit('back')"><KeyHint name="Bksp" /> back</button>
    <button v-if="counting && step.phase === 'down'" @click="$emit('missing')">
      <KeyHint name="M" /> missing
    </button>
    <button v-if="counting" @click="$emit('stripped')"><KeyHint name="S" /> stripped</button>
    <button @click="$emit('note')"><KeyHint name="N" /> note</button>
    <button @click="$emit('pause')">{{ paused ? 'go on' : 'pause' }}</button>
    <button @click="$emit('keys')"><KeyHint name="?" /> keys</button>
  </div>
</template>

<style scoped>
.keys {
  position: sticky;
  bottom: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  padding: 10px 44px 16px;
  background: var(--card);
  color: var(--ink-soft);
  font-size: 17px;
}
.keys > button:not(.next) {
  min-height: var(--touch);
}
@media (max-width: 900px) {
  .keys {
    padding-inline: 24px;
  }
  .next {
    flex: 1 0 100%;
    min-height: 64px;
  }
}
</style>
