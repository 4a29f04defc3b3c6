<script setup lang="ts">
import { computed } from 'vue';
import { pictureHere } from './pictureQueue.ts';
import { smallPicture, wholePicture } from './pictures.ts';

/** A picture beside what it is of; how far it has gone while the server does not have it. */
const props = withDefaults(defineProps<{ picture: string; about: string; height?: number }>(), {
  height: 72,
});
const waits = computed(() => pictureHere(props.picture));
</script>

<template>
  <a
    class="thumb"
    :href="wholePicture(picture)"
    target="_blank"
    :aria-label="`${about}: see it whole`"
    @click.stop
  >
    <img :src="smallPicture(picture)" :alt="about" :style="{ height: `${height}px` }" data-testid="thumb" />
    <v-progress-linear
      v-if="waits && !waits.refused"
      :model-value="waits.sent * 100"
      height="6"
      color="primary"
      bg-opacity="0.4"
      :aria-label="`${about}, on this device: ${Math.round(waits.sent * 100)} % sent`"
      data-testid="picture-waits"
    />
    <span v-else-if="waits?.refused" class="stop">not kept: {{ waits.refused }}</span>
  </a>
</template>

<style scoped>
.thumb {
  width: fit-content;
}
.thumb,
img {
  display: block;
}
img {
  border-radius: 5px;
}
.stop {
  display: block;
  max-width: 220px;
  font-size: 14px;
}
</style>
