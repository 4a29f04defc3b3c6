<script setup lang="ts">
import type { Mechanism, Verb } from '@bemtor/core';

/** An act by its gesture: what the hand does. Screws have their own glyph. */
withDefaults(
  defineProps<{
    verb: Verb | 'blocked' | 'note' | 'caution' | 'missing' | 'number' | 'refit';
    mechanism?: Mechanism | null;
    size?: number;
  }>(),
  { mechanism: null, size: 26 },
);
</script>

<template>
  <svg
    :width="size"
    :height="size"
    viewBox="0 0 32 32"
    fill="none"
    stroke="currentColor"
    stroke-width="2.3"
    stroke-linecap="round"
    stroke-linejoin="round"
    aria-hidden="true"
  >
    <!-- flip up: a bar that turns about its edge -->
    <template v-if="mechanism === 'flip-lock'">
      <path d="M5 23h22" />
      <path d="M9 23 20 10" />
      <path d="M24 17a9 9 0 0 0-3-7l-1 4m1-4h4" />
    </template>
    <!-- slide out: both ends of a bar -->
    <template v-else-if="mechanism === 'slide-lock'">
      <path d="M6 12h20" />
      <path d="M8 12v9m0 0-3-3m3 3 3-3M24 12v9m0 0-3-3m3 3 3-3" />
    </template>
    <!-- straight up -->
    <template v-else-if="mechanism === 'press-on' || mechanism === 'coax'">
      <path d="M7 24h18" />
      <rect x="11" y="17" width="10" height="4" />
      <path d="M16 13V5m0 0-4 4m4-4 4 4" />
    </template>
    <!-- pull along the board -->
    <template v-else-if="verb === 'unplug'">
      <rect x="4" y="11" width="12" height="10" />
      <path d="M19 16h9m0 0-4-4m4 4-4 4" />
    </template>
    <template v-else-if="verb === 'unlock'">
      <path d="M5 22h22" />
      <rect x="9" y="12" width="14" height="6" />
      <path d="M16 9V4" />
    </template>
    <template v-else-if="verb === 'lift'">
      <path d="M5 26h22M5 20h22" />
      <path d="M16 15V5m0 0-4 4m4-4 4 4" />
    </template>
    <template v-else-if="verb === 'pry' || verb === 'unclip'">
      <path d="M4 25h24" />
      <path d="M4 22 27 12" />
    </template>
    <template v-else-if="verb === 'peel'">
      <path d="M4 25h14" />
      <path d="M18 25c7 0 8-7 5-15l-5 4" />
    </template>
    <template v-else-if="verb === 'slide'">
      <path d="M4 24h24" />
      <path d="M6 17h19m0 0-5-5m5 5-5 5" />
    </template>
    <template v-else-if="verb === 'hold' || verb === 'wait'">
      <circle cx="16" cy="16" r="11" />
      <path d="M16 9v7l5 4" />
    </template>
    <template v-else-if="verb === 'turn'">
      <path d="M6 12a11 11 0 0 1 20 1m0-7v7h-7" />
      <path d="M26 20a11 11 0 0 1-20-1m0 7v-7h7" />
    </template>
    <template v-else-if="verb === 'check'"><path d="M6 17l7 7L27 8" /></template>
    <template v-else-if="verb === 'blocked'">
      <path d="M4 16h12m0 0-4-4m4 4-4 4" />
      <path d="M22 6v20M27 6v20" />
    </template>
    <template v-else-if="verb === 'caution'">
      <path d="M16 5 28 26H4Z" />
      <path d="M16 13v6m0 3v.5" />
    </template>
    <template v-else-if="verb === 'missing'">
      <circle cx="16" cy="16" r="11" stroke-dasharray="4 4" />
      <path d="M11 16h10" />
    </template>
    <template v-else-if="verb === 'number'">
      <rect x="5" y="9" width="22" height="14" />
      <path d="M10 13v6m4-6v6m3-6v6m5-6v6" />
    </template>
    <template v-else-if="verb === 'refit'">
      <path d="M5 26h22" />
      <rect x="11" y="18" width="10" height="5" />
      <path d="M16 4v10m0 0-4-4m4 4 4-4" />
    </template>
    <template v-else><path d="M8 8h16M8 15h16M8 22h10" /></template>
  </svg>
</template>
