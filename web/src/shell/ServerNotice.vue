<script setup lang="ts">
import type { Health } from '@bemtor/core';
import { useDocumentVisibility, useIntervalFn } from '@vueuse/core';
import { computed, onMounted, shallowRef } from 'vue';
import { read } from '../api/client.ts';
import { fileSize } from '../composables/format.ts';

/** What everybody has to know of the server: that its disk is getting full. */
const lookEveryMs = 30_000;
const health = shallowRef<Health | null>(null);
const visible = useDocumentVisibility();
async function look(): Promise<void> {
  if (visible.value !== 'visible') return;
  try {
    health.value = (await read<Health>('/health', { keep: false })).value;
  } catch {
    // Where something waits for the server, the screen says so.
  }
}
onMounted(look);
useIntervalFn(look, lookEveryMs);
const disk = computed(() => (health.value?.disk?.level === 'room' ? null : (health.value?.disk ?? null)));
</script>

<template>
  <p v-if="disk" class="notice" role="status" data-testid="disk-notice">
    <template v-if="disk.level === 'full'">
      <strong>The disk of the server is full but for {{ fileSize(disk.freeBytes) }}.</strong> Photos wait on
      this device; lines and acts are still kept. Make room there.
    </template>
    <template v-else>
      <strong>The disk of the server is {{ Math.floor(disk.used * 100) }} % full.</strong> Make room there, or
      photos will have to wait.
    </template>
  </p>
</template>

<style scoped>
.notice {
  flex: none;
  padding: 8px 20px;
  background: var(--caution);
  color: var(--on-caution);
  font: 500 16px/1.3 var(--text);
}
</style>
