<script setup lang="ts">
import PictureThumb from './PictureThumb.vue';

/** The pictures of a line, a step or a job, side by side; nothing where there are none. */
defineProps<{ pictures: readonly string[]; about: (picture: string) => string; height?: number }>();
</script>

<template>
  <p v-if="pictures.length > 0" class="pictures">
    <PictureThumb
      v-for="picture in pictures"
      :key="picture"
      :picture="picture"
      :about="about(picture)"
      :height="height"
    />
  </p>
</template>

<style scoped>
.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 6px 0;
}
</style>
