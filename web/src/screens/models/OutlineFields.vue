<script setup lang="ts">
import { isDeviceLength, mostDeviceMm, type Outline } from '@bemtor/core';
import { ref, watch } from 'vue';

/** How large a device is, closed: width, depth and height in mm, as it lies on the bench. */
const outline = defineModel<Outline | null>({ required: true });
const emit = defineEmits<{ valid: [isValid: boolean] }>();

type Side = 'width' | 'depth' | 'height';
const sides: readonly { readonly side: Side; readonly label: string; readonly isNeeded: boolean }[] = [
  { side: 'width', label: 'Width, left to right', isNeeded: true },
  { side: 'depth', label: 'Depth, near to far', isNeeded: true },
  { side: 'height', label: 'Height, where it is known', isNeeded: false },
];
const typed = ref<Record<Side, string>>({ width: '', depth: '', height: '' });
const written = (mm: number | null | undefined): string => (mm == null ? '' : String(mm));
const figure = (text: string): number | null => {
  const mm = Number(text.replace(',', '.'));
  return text.trim() !== '' && isDeviceLength(mm) ? mm : null;
};
const told = (): Outline | null => {
  const [width, depth, height] = sides.map(({ side }) => figure(typed.value[side]));
  return width && depth ? { width, depth, ...(height ? { height } : {}) } : null;
};
watch(
  outline,
  (now) => {
    if (JSON.stringify(now) === JSON.stringify(told())) return;
    typed.value = { width: written(now?.width), depth: written(now?.depth), height: written(now?.height) };
  },
  { immediate: true },
);
function hear(): void {
  outline.value = told();
  const isBlank = sides.every(({ side }) => typed.value[side].trim() === '');
  const rest = sides.every(({ side, isNeeded }) => right(typed.value[side], isNeeded) === true);
  emit('valid', isBlank || rest);
}
function right(text: string, isNeeded: boolean): true | string {
  if (text.trim() === '') return !isNeeded || 'In millimetres, such as 322';
  return figure(text) !== null || `A length in millimetres up to ${mostDeviceMm} is expected`;
}
</script>

<template>
  <div class="outline">
    <v-text-field
      v-for="{ side, label, isNeeded } in sides"
      :key="side"
      v-model="typed[side]"
      :label="label"
      suffix="mm"
      inputmode="decimal"
      hide-details="auto"
      maxlength="8"
      :rules="[(text: string) => right(text ?? '', isNeeded)]"
      :data-testid="`outline-${side}`"
      @update:model-value="hear"
    />
  </div>
</template>

<style scoped>
.outline {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 12px;
}
</style>
