<script setup lang="ts">
import type { MatGroup } from '@bemtor/core';
import { computed, ref, watch } from 'vue';
import { smallPicture, wholePicture } from '../../pictures/pictures.ts';
import TileButton from '../../kit/TileButton.vue';
import PictureMark from '../../kit/PictureMark.vue';
import TapPicture from '../../kit/TapPicture.vue';

/** The pictures of a group's line; a tap ties the point chosen on the mat to that place. */
const props = defineProps<{ group: MatGroup; selected: number | null }>();
const emit = defineEmits<{ tie: [picture: string, x: number, y: number] }>();

const picture = ref<string | null>(null);
watch(
  () => props.group,
  ({ pictures }) => {
    if (!picture.value || !pictures.includes(picture.value)) picture.value = pictures[0] ?? null;
  },
  { immediate: true },
);
const ties = computed(() => props.group.ties.filter((tie) => tie.picture === picture.value));

function tap(x: number, y: number): void {
  if (picture.value && props.selected !== null) emit('tie', picture.value, x, y);
}
</script>

<template>
  <aside class="panel" aria-label="Pictures">
    <h2 class="label">Pictures</h2>
    <TapPicture
      v-if="picture"
      class="photo"
      :src="wholePicture(picture)"
      about="Picture of this line"
      data-testid="mat-picture"
      @tap="tap"
    >
      <PictureMark
        v-for="each in ties"
        :key="`${each.entry}/${each.n}`"
        :at="each"
        data-testid="picture-tie"
        >{{ each.n }}</PictureMark
      >
    </TapPicture>
    <p class="soft">
      {{
        selected === null
          ? 'Choose a point first, then tap where it is in the picture.'
          : `Tap where point ${selected} is.`
      }}
    </p>
    <div class="strip">
      <TileButton
        v-for="id in group.pictures"
        :key="id"
        :aria-pressed="id === picture"
        aria-label="Show this picture"
        @click="picture = id"
      >
        <img :src="smallPicture(id)" alt="" />
      </TileButton>
    </div>
  </aside>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 10px;
  align-content: start;
}
.soft {
  font-size: 15px;
  color: var(--soft-on-mat);
}
.strip {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.strip button {
  border: 2px solid transparent;
  border-radius: var(--radius);
}
.strip button[aria-pressed='true'] {
  border-color: var(--copper-mat);
}
.strip img {
  width: 76px;
  display: block;
}
@media (max-width: 1000px) {
  .photo {
    max-width: 300px;
  }
}
</style>
