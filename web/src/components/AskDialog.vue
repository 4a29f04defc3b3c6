<script setup lang="ts">
import { vFocusFirst } from '../composables/focusFirst.ts';

/** A question before something is done: what it is about in its title, what follows in its words, the answers below. */
const open = defineModel<boolean>({ required: true });
/** A form to fill in is a group; a question that stops the work is an alert. */
const { role = 'alertdialog' } = defineProps<{ title: string; role?: 'alertdialog' | 'group' }>();
defineEmits<{ shown: []; submit: [] }>();
</script>

<template>
  <v-dialog v-model="open" max-width="600" @after-enter="$emit('shown')">
    <div v-focus-first class="card ask" :role="role" :aria-label="title">
      <h2>{{ title }}</h2>
      <v-form class="body" @submit.prevent="$emit('submit')">
        <slot />
        <p class="acts"><slot name="acts" /></p>
      </v-form>
    </div>
  </v-dialog>
</template>

<style scoped>
.ask {
  padding: 26px 30px;
}
.ask,
.body {
  display: grid;
  gap: 14px;
}
h2 {
  font: 600 32px/1.1 var(--label);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
</style>
