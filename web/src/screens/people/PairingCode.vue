<script setup lang="ts">
import { drawLabel, type Pairing } from '@bemtor/core';
import { computed } from 'vue';
import { useClock } from '../../composables/useClock.ts';
import { clock } from '../../composables/format.ts';

/** The code that pairs a device, to be scanned or typed, and how long it is good. */
const { pairing } = defineProps<{ pairing: Pairing }>();
const now = useClock();
const left = computed(() => (new Date(pairing.expiresAt).getTime() - now.value.getTime()) / 1_000);
const square = computed(() =>
  URL.createObjectURL(
    new Blob([drawLabel({ text: pairing.address, words: '' }, 'qrcode').svg], { type: 'image/svg+xml' }),
  ),
);
</script>

<template>
  <div v-if="left > 0" class="pairing" data-testid="pairing">
    <img :src="square" alt="The address with the code, to be scanned" width="170" height="170" />
    <div>
      <p class="code mono" data-testid="pairing-code">{{ pairing.code }}</p>
      <p>
        At the other device: scan the square, or open
        <span class="mono">{{ pairing.address.replace(/\/sign-in.*/, '') }}</span> and type the code.
      </p>
      <p class="soft">Good once, for {{ clock(left) }}.</p>
    </div>
  </div>
  <p v-else class="soft">That code is too old now. Make another.</p>
</template>

<style scoped>
.pairing {
  display: flex;
  flex-wrap: wrap;
  gap: 22px;
  align-items: center;
  max-width: 860px;
}
img {
  background: #fff;
  border-radius: var(--radius);
}
.code {
  font-size: 46px;
  line-height: 1.2;
}
.soft {
  color: var(--ink-soft);
}
</style>
