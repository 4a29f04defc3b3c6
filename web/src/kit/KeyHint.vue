<script setup lang="ts">
/** A key, drawn on the thing that it triggers. */
defineProps<{ name: string }>();
</script>

<template>
  <kbd class="key">{{ name }}</kbd>
</template>

<style scoped>
.key {
  display: inline-block;
  padding: 3px 7px 2px;
  border: 1px solid currentColor;
  border-radius: 4px;
  font: 500 13px/1.1 var(--mono);
  white-space: nowrap;
}
</style>
