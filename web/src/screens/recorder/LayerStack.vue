<script setup lang="ts">
import { lowerName, type Layer } from '@bemtor/core';
import { computed } from 'vue';

/** The device as a stack: what is off above, where the hands are, what lies ahead below. */
const props = defineProps<{ layers: readonly Layer[]; partInWork: string | null }>();
const off = computed(() => props.layers.filter((layer) => layer.state === 'off'));
const work = computed(() => props.layers.filter((layer) => layer.state === 'work'));
const ahead = computed(() =>
  props.layers.filter((layer) => layer.state === 'waits' || layer.state === 'ahead'),
);
const back = computed(() => props.layers.filter((layer) => layer.state === 'back'));
const surface = computed(() => (off.value.length === 0 ? 'Outside' : 'Inside'));
</script>

<template>
  <section class="stack" aria-label="Layers, outermost first">
    <h2 class="label">Layers, outermost first</h2>
    <ol>
      <li v-for="layer in off" :key="layer.part" class="off" :data-testid="`layer-${layer.part}`">
        <s>{{ layer.name }}</s>
        <small>{{ layer.detail || 'off' }}</small>
      </li>
      <li v-for="layer in back" :key="layer.part" class="back" :data-testid="`layer-${layer.part}`">
        <strong>{{ layer.name }}</strong>
        <small>{{ layer.detail || 'back in' }}</small>
      </li>
      <li class="here">
        <strong>{{ surface }}</strong>
        <small>{{
          work.length > 0
            ? work.map((layer) => lowerName(layer.name)).join(' · ')
            : off.length === 0
              ? 'nothing undone yet'
              : 'nothing begun in here'
        }}</small>
      </li>
      <li v-for="layer in work" :key="layer.part" :class="{ now: layer.part === partInWork }">
        <strong>{{ layer.name }}</strong>
        <small>{{ layer.detail }}</small>
      </li>
      <li v-for="layer in ahead" :key="layer.part" class="ahead">
        <strong>{{ layer.name }}</strong>
        <small>{{ layer.detail }}</small>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  margin-top: 12px;
  display: grid;
  gap: 5px;
}
li {
  padding: 9px 12px 10px;
  border-left: 5px solid var(--mat-line);
  background: var(--mat-raised);
}
li strong,
li s {
  display: block;
  font-weight: 600;
  font-size: 16px;
}
small {
  font-size: 13px;
  line-height: 1.3;
  color: var(--soft-on-mat);
}
.off {
  background: none;
  border-left-style: dotted;
  color: var(--soft-on-mat);
  padding-block: 5px;
}
.off s {
  font-weight: 500;
}
.back {
  border-left-color: var(--mat-line);
  border-left-style: double;
}
.here {
  border-left-color: var(--copper-mat);
  outline: 1px solid var(--mat-line);
}
.now {
  border-left-color: var(--soft-on-mat);
}
.ahead {
  background: none;
  border-left-style: dotted;
  outline: 1px dotted var(--mat-line);
}
</style>
