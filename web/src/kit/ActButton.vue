<script setup lang="ts">
import { computed, ref } from 'vue';
import KeyHint from './KeyHint.vue';

/**
 * One act, by a finger or by the key drawn on it. `primary` is the one that leads on, `quiet` has no frame, `square`
 * holds a sign instead of words. With `unless` it cannot be pressed now, and says why to whoever tries.
 */
defineOptions({ inheritAttrs: false });
const {
  keyName = '',
  primary = false,
  quiet = false,
  square = false,
  disabled = false,
  unless = null,
} = defineProps<{
  keyName?: string;
  primary?: boolean;
  quiet?: boolean;
  square?: boolean;
  disabled?: boolean;
  /** Why it cannot be pressed now. */
  unless?: string | null;
}>();
const emit = defineEmits<{ click: [event: MouseEvent] }>();

const asked = ref(false);
const held = computed(() => unless !== null && unless !== '');
function press(event: MouseEvent): void {
  if (held.value) {
    event.preventDefault();
    asked.value = true;
  } else emit('click', event);
}
</script>

<template>
  <v-btn
    v-bind="$attrs"
    class="act"
    :class="{ primary, quiet, square, held }"
    variant="text"
    :disabled="disabled"
    :aria-disabled="held || undefined"
    :title="held ? unless : $attrs['title']"
    @click="press"
    @blur="asked = false"
  >
    <KeyHint v-if="keyName" :name="keyName" />
    <slot />
    <v-tooltip v-if="asked" v-model="asked" activator="parent" :open-on-hover="false" location="top">{{
      unless
    }}</v-tooltip>
  </v-btn>
</template>

<style scoped>
:where(.act) {
  gap: 10px;
  height: auto;
  min-height: var(--touch);
  min-width: 0;
  flex-shrink: 1;
  padding: 6px 18px;
  border: 1.5px solid currentColor;
  border-radius: var(--radius);
  font: 600 17px/1.15 var(--text);
  letter-spacing: 0;
  text-indent: 0;
}
.act :deep(> .v-btn__content) {
  display: contents;
  white-space: normal;
}
.act::after,
.tile::after {
  display: none;
}
.primary {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--card);
}
.mat-bound .primary {
  background: var(--on-mat);
  border-color: var(--on-mat);
  color: var(--mat);
}
.quiet {
  padding-inline: 4px;
  border-color: transparent;
  font-weight: 400;
  font-size: 16px;
}
.square {
  width: var(--touch);
  height: var(--touch);
  padding: 0;
  font: 600 24px/1 var(--label);
}
.act[aria-pressed='true'] {
  border-color: var(--ring);
  box-shadow: inset 0 0 0 1px var(--ring);
}
.held,
.act:disabled {
  opacity: 0.5;
}
</style>
