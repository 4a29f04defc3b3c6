<script setup lang="ts">
import type { Reading } from './instrument.ts';

/** What the instrument shows: figures large, the verdict, its reasons, and the working. */
defineProps<{ reading: Reading | null }>();
const marks = { good: '✓', care: '!', bad: '×', ask: '?' } as const;
</script>

<template>
  <p v-if="!reading" class="idle">Nothing to read yet.</p>
  <template v-else>
    <dl v-if="reading.figures.length > 0">
      <div v-for="figure in reading.figures" :key="figure.label">
        <dd>
          {{ figure.value }}<small>{{ figure.unit }}</small>
        </dd>
        <dt>{{ figure.label }}</dt>
      </div>
    </dl>
    <p v-if="reading.verdict" class="verdict" :class="reading.verdict.kind" data-testid="verdict">
      {{ reading.verdict.words }}
    </p>
    <ul v-if="reading.lines?.length">
      <li v-for="line in reading.lines" :key="line.words" :class="line.kind">
        <b aria-hidden="true">{{ marks[line.kind] }}</b> {{ line.words }}
      </li>
    </ul>
    <div v-if="reading.working.length > 0" class="working">
      <h2 class="label">Working</h2>
      <p v-for="words in reading.working" :key="words" class="mono">{{ words }}</p>
    </div>
  </template>
</template>

<style scoped>
.idle {
  color: var(--soft-on-mat);
  font: 600 30px/1.1 var(--label);
}
dl {
  display: flex;
  flex-wrap: wrap;
  gap: 14px 34px;
}
dd {
  font: 600 64px/0.9 var(--label);
}
dd small {
  font-size: 26px;
  margin-left: 6px;
  color: var(--soft-on-mat);
}
dt {
  color: var(--soft-on-mat);
}
.verdict {
  font: 600 28px/1.15 var(--label);
  padding: 10px 14px;
  border-radius: var(--radius);
  border: 2px solid var(--soft-on-mat);
}
.verdict.care {
  background: var(--caution);
  border-color: var(--caution);
  color: var(--on-caution);
}
.verdict.bad {
  background: var(--stop);
  border-color: var(--stop);
  color: var(--on-stop);
}
li {
  display: grid;
  grid-template-columns: 26px 1fr;
  padding: 6px 0;
  border-bottom: 1px solid var(--mat-line);
}
b {
  font: 600 20px/1.2 var(--label);
}
.good b {
  color: var(--copper-mat);
}
.working p {
  font-size: 13px;
  line-height: 1.5;
  color: var(--soft-on-mat);
}
</style>
