<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core';
import { computed, ref } from 'vue';
import ActButton from './ActButton.vue';
import { useCramped } from './useCramped.ts';

/** What stands beside the work: in its place where there is room, else a sheet from the foot that a button opens. */
const { below = 0 } = defineProps<{
  name: string;
  /** Narrower than this, px, there is no room for it. */
  below?: number;
}>();
defineOptions({ inheritAttrs: false });

const cramped = useCramped();
const narrow = useMediaQuery(() => `(max-width: ${below}px)`);
const hasRoom = computed(() => !cramped.value && !narrow.value);
const open = ref(false);
</script>

<template>
  <aside v-if="hasRoom" v-bind="$attrs" class="mat-bound" :aria-label="name"><slot /></aside>
  <template v-else>
    <ActButton class="opener" quiet aria-haspopup="dialog" @click="open = true">{{ name }}</ActButton>
    <v-bottom-sheet v-model="open" :aria-label="name">
      <div class="mat-bound sheet">
        <slot />
        <ActButton class="close" @click="open = false">Close</ActButton>
      </div>
    </v-bottom-sheet>
  </template>
</template>

<style scoped>
.opener {
  padding-inline: 14px;
  text-decoration: underline;
}
.sheet {
  display: grid;
  gap: 14px;
  align-content: start;
  max-height: 80dvh;
  padding: 18px;
  overflow-y: auto;
  background: var(--mat);
  color: var(--on-mat);
}
.close {
  justify-self: start;
}
</style>
