<script setup lang="ts">
import { ref } from 'vue';

/**
 * A field of several lines with marks behind its words: a piece that is `understood` is underlined, one that is
 * `unknown` is yellow. Vuetify's field cannot draw behind what is typed, so this is the one field of our own. Its height
 * is that of the words behind it: measured by script, each key would lay the page out twice.
 */
defineProps<{
  label: string;
  pieces: readonly { readonly text: string; readonly mark: string | null }[];
  placeholder: string;
}>();
const text = defineModel<string>({ required: true });
defineEmits<{ keydown: [event: KeyboardEvent] }>();
defineOptions({ inheritAttrs: false });

const field = ref<HTMLTextAreaElement | null>(null);
defineExpose({ focus: () => field.value?.focus() });
</script>

<template>
  <div class="written">
    <div class="mirror" aria-hidden="true">
      <span v-for="(piece, i) in pieces" :key="i" :class="piece.mark ?? ''">{{ piece.text }}</span>
    </div>
    <textarea
      v-bind="$attrs"
      ref="field"
      v-model="text"
      rows="1"
      maxlength="2000"
      spellcheck="false"
      autocapitalize="off"
      autocomplete="off"
      :aria-label="label"
      :placeholder="placeholder"
      @keydown="$emit('keydown', $event)"
    />
  </div>
</template>

<style scoped>
.written {
  display: grid;
  min-width: 0;
}
.mirror,
textarea {
  grid-area: 1 / 1;
  font: 400 20px/1.35 var(--mono);
  letter-spacing: 0;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  max-height: 140px;
}
.mirror {
  overflow: hidden;
  color: transparent;
  pointer-events: none;
}
/* A last line that is empty has its height too. */
.mirror::after {
  content: '\200b';
}
.understood {
  text-decoration: underline 2px var(--copper);
  text-underline-offset: 5px;
}
.unknown {
  background: var(--caution);
  border-radius: 3px;
}
:root[data-theme='dark'] .unknown {
  background: #7a6212;
}
textarea {
  position: relative;
  width: 100%;
  height: 100%;
  margin: 0;
  padding: 0;
  border: 0;
  outline: 0;
  color: inherit;
  background: none;
  resize: none;
  caret-color: var(--copper);
}
textarea::placeholder {
  color: var(--ink-soft);
}
</style>
