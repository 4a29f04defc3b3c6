<script setup lang="ts">
/** A mark at a place of a picture, told as shares of its width and height from the upper left. */
defineProps<{ at: { readonly x: number; readonly y: number } }>();
</script>

<template>
  <span class="mark" :style="{ left: `${at.x * 100}%`, top: `${at.y * 100}%` }"><slot /></span>
</template>

<style scoped>
.mark {
  position: absolute;
  transform: translate(-50%, -50%);
  min-width: 26px;
  padding: 4px 6px;
  border-radius: 14px;
  background: var(--copper);
  color: var(--card-raised);
  font: 600 16px/1.1 var(--label);
  text-align: center;
}
</style>
