<script lang="ts">
/** What a key of the run does. */
export type RunKey =
  | 'forward'
  | 'all'
  | 'back'
  | 'missing'
  | 'stripped'
  | 'lost'
  | 'fewer'
  | 'kind'
  | 'absent'
  | 'blocked'
  | 'skip'
  | 'turn'
  | 'note'
  | 'picture'
  | 'pause'
  | 'keys';
</script>

<script setup lang="ts">
import type { RunStep } from '@bemtor/core';
import KeyHint from '../../components/KeyHint.vue';

/** The keys of the step, each on the thing that it triggers; by touch they are the same acts. */
defineProps<{ step: RunStep; counting: boolean; uncounted: boolean; paused: boolean; countable: boolean }>();
defineEmits<{ act: [key: RunKey] }>();
</script>

<template>
  <div class="keys">
    <button class="act-button primary next" :disabled="paused" @click="$emit('act', 'forward')">
      <KeyHint name="Space" /> {{ counting ? 'next screw' : 'done, next' }}
    </button>
    <button v-if="counting" @click="$emit('act', 'all')">
      <KeyHint name="Enter" /> {{ uncounted ? 'that is all' : 'all' }}
    </button>
    <button @click="$emit('act', 'back')"><KeyHint name="Bksp" /> back</button>
    <template v-if="step.phase === 'down' && step.action">
      <span class="group">
        <button v-if="counting" @click="$emit('act', 'missing')"><KeyHint name="M" /> missing</button>
        <button v-if="countable" @click="$emit('act', 'stripped')"><KeyHint name="S" /> stripped</button>
      </span>
      <span class="group" aria-label="Not as the sequence says">
        <button v-if="counting" @click="$emit('act', 'fewer')"><KeyHint name="D" /> no more here</button>
        <button v-if="countable" @click="$emit('act', 'kind')"><KeyHint name="K" /> another kind</button>
        <button @click="$emit('act', 'absent')"><KeyHint name="X" /> not here</button>
        <button @click="$emit('act', 'blocked')"><KeyHint name="B" /> blocked</button>
        <button @click="$emit('act', 'turn')"><KeyHint name="T" /> turn round</button>
      </span>
    </template>
    <span v-if="step.phase === 'back' || step.phase === 'after'" class="group">
      <button v-if="countable" @click="$emit('act', 'lost')"><KeyHint name="L" /> lost</button>
      <button v-if="countable" @click="$emit('act', 'stripped')"><KeyHint name="S" /> stripped</button>
      <button @click="$emit('act', 'skip')"><KeyHint name="J" /> leave out</button>
    </span>
    <span class="group">
      <button @click="$emit('act', 'note')"><KeyHint name="N" /> note</button>
      <button @click="$emit('act', 'picture')"><KeyHint name="P" /> photo</button>
      <button @click="$emit('act', 'pause')">
        <KeyHint name="W" /> {{ paused ? 'go on' : 'set aside' }}
      </button>
      <button @click="$emit('act', 'keys')"><KeyHint name="?" /> keys</button>
    </span>
  </div>
</template>

<style scoped>
.keys {
  position: sticky;
  bottom: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 20px;
  padding: 8px 44px 10px;
  background: var(--card);
  color: var(--ink-soft);
  font-size: 16px;
}
.group {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
}
.keys button:not(.next) {
  min-height: var(--touch);
  white-space: nowrap;
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
