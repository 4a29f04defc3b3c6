<script setup lang="ts">
import type { Ground, Place, Where } from '@bemtor/core';
import type { StepTie } from '../pictures/useStepPictures.ts';
import WherePhoto from './WherePhoto.vue';
import WherePicture from './WherePicture.vue';

/** Where a step is: in the device's own photo where its points are tied to one, else on the outline of the side. */
defineProps<{
  where: Where;
  ties: readonly StepTie[];
  /** A photo under the outline. */
  ground: Ground | null;
  /** Points that are being put in; null while none are. */
  putIn?: readonly Place[] | null;
}>();
defineEmits<{ tap: [place: Place] }>();
</script>

<template>
  <WherePhoto v-if="ties.length > 0" :points="where.points" :ties="ties" />
  <WherePicture v-else :where="where" :ground="ground" :put-in="putIn ?? null" @tap="$emit('tap', $event)" />
</template>
