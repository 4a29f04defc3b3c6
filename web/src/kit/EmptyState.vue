<script setup lang="ts">
/** An empty screen says what to do first, and offers the one act that does it (in the slot). */
defineProps<{ title: string; text: string }>();
</script>

<template>
  <div class="empty">
    <h2>{{ title }}</h2>
    <p>{{ text }}</p>
    <div class="acts"><slot /></div>
  </div>
</template>

<style scoped>
.empty {
  max-width: 560px;
  margin: 12vh auto 0;
  padding: 0 24px;
}
h2 {
  font: 600 34px/1.1 var(--label);
}
p {
  margin: 12px 0 24px;
  font-size: 18px;
  color: var(--soft-on-mat);
}
.card p {
  color: var(--ink-soft);
}
.acts {
  display: flex;
  gap: 14px;
  flex-wrap: wrap;
}
</style>
