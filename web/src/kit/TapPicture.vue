<script setup lang="ts">
/** A picture on which a place can be pointed at, told as shares of its width and height from the upper left. */
defineProps<{ src: string; about: string }>();
const emit = defineEmits<{ tap: [x: number, y: number] }>();

function tap(event: MouseEvent): void {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
  emit('tap', (event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
}
</script>

<template>
  <div class="tap" @click="tap">
    <img :src="src" :alt="about" draggable="false" />
    <slot />
  </div>
</template>

<style scoped>
.tap {
  position: relative;
  cursor: crosshair;
  touch-action: manipulation;
}
img {
  display: block;
  width: 100%;
  border-radius: var(--radius);
}
</style>
