<script setup lang="ts">
import type { KeptCopy } from '@bemtor/core';
import ActButton from '../../kit/ActButton.vue';
import ChoiceRow from '../../kit/ChoiceRow.vue';
import type { Tell } from '../../kit/useTold.ts';
import { dayAndTime, fileSize } from '../../composables/format.ts';
import { useCopies } from './useCopies.ts';

/** Copies of everything: made by night and when asked, each tried by restoring it. */
const { tell } = defineProps<{ tell: Tell }>();
const { state, copying, make, change } = useCopies(tell);

const kinds: Readonly<Record<KeptCopy['kind'], string>> = {
  nightly: 'of the night',
  asked: 'asked for',
  'before-reset': 'before starting over',
};
const hours = Array.from({ length: 24 }, (_, value) => ({
  value,
  title: `${String(value).padStart(2, '0')}:00`,
}));
const hourWords = (hour: number): string => hours[hour]?.title ?? '';
const setNightly = (nightly: boolean) =>
  change(
    { nightly },
    nightly
      ? `A copy is made every night at ${hourWords(copying.value.hour)}.`
      : 'No copies are made by night.',
  );
</script>

<template>
  <h1>Copies of everything</h1>
  <p class="soft">
    A copy holds all units, recordings, jobs, photos and settings in one file. Each is restored once, on
    trial, before it counts. The last seven nights are kept, and one of each of the four weeks before. Bring a
    copy to another machine, or to another disk, now and then: a fire takes both.
  </p>
  <p v-if="state?.folder === null" class="soft" data-testid="copies-nowhere">
    This server was not told where to keep copies. Started with <span class="mono">npm start</span> it keeps
    them beside its data; otherwise <span class="mono">BEMTOR_COPIES</span> names a folder.
  </p>
  <template v-else-if="state">
    <p v-if="state.failed" class="stop" role="alert" data-testid="copy-failed">
      The copy of {{ dayAndTime(state.failed.at) }} was not made: {{ state.failed.why }}
    </p>
    <ChoiceRow
      label="Every night"
      :choices="[
        { value: 1, words: 'a copy is made', testid: 'copies-nightly' },
        { value: 0, words: 'none is made', testid: 'copies-none' },
      ]"
      :chosen="copying.nightly ? 1 : 0"
      @choose="setNightly($event === 1)"
    />
    <v-select
      v-if="copying.nightly"
      class="hour"
      label="at"
      :items="hours"
      :model-value="copying.hour"
      data-testid="copies-hour"
      @update:model-value="change({ hour: $event }, `A copy is made every night at ${hourWords($event)}.`)"
    />
    <div class="making">
      <ActButton :disabled="state.running !== null" data-testid="copy-now" @click="make">Copy now</ActButton>
      <template v-if="state.running">
        <v-progress-linear
          :model-value="state.running.share * 100"
          height="10"
          color="primary"
          :aria-label="state.running.doing"
        />
        <span class="mono" role="status" data-testid="copy-running">{{ state.running.doing }}</span>
      </template>
    </div>
    <ul data-testid="copies">
      <li v-for="copy in state.copies" :key="copy.name">
        <strong>{{ dayAndTime(copy.at) }}</strong> <span>{{ kinds[copy.kind] }}</span>
        <span class="mono">{{ fileSize(copy.bytes) }}</span>
        <span v-if="copy.checked">restored on trial, {{ copy.checked.rows }} rows</span>
        <span v-else class="caution">not tried yet</span>
      </li>
    </ul>
    <p v-if="state.copies.length === 0" class="soft">
      No copies yet: the first is made a minute after the start.
    </p>
    <p class="soft">
      They lie in <span class="mono">{{ state.folder }}</span>. One is brought back by
      <span class="mono">npm run restore -- FILE</span>.
    </p>
  </template>
</template>

<style scoped>
.hour {
  max-width: 180px;
}
.making {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 18px;
  max-width: 860px;
}
.making .v-progress-linear {
  flex: 1 1 200px;
}
</style>
