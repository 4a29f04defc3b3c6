<script setup lang="ts">
/** A page that is read from above: headings, words, and rows of a name, what is said of it, and what can be done. */
</script>

<template>
  <section class="card page"><slot /></section>
</template>

<style scoped>
.page {
  flex: 1;
  padding: 28px clamp(22px, 8vw, 120px);
  overflow-y: auto;
  display: grid;
  gap: 16px;
  align-content: start;
}
.page :deep(.tell) {
  position: sticky;
  top: 0;
  z-index: 1;
  background: var(--card);
  padding-block: 8px;
}
.page :deep(h1) {
  font: 600 34px/1.1 var(--label);
}
.page :deep(.soft) {
  color: var(--ink-soft);
  max-width: 66ch;
}
.page :deep(li) {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  min-height: var(--touch);
  border-bottom: 1px solid var(--card-line);
  max-width: 860px;
}
</style>
