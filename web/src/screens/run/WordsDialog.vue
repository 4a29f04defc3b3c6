<script setup lang="ts">
import { ref, watch } from 'vue';

/** Asks for a few words: a note, or the reason why a step is left out. Typed or dictated, kept with Enter. */
const open = defineModel<boolean>({ required: true });
withDefaults(defineProps<{ question: string; keepWords: string; leaveWords: string; most?: number }>(), {
  most: 300,
});
const emit = defineEmits<{ keep: [text: string] }>();
const text = ref('');
watch(open, (now) => now && (text.value = ''));
function keep(): void {
  if (!text.value.trim()) return;
  emit('keep', text.value.trim());
  open.value = false;
}
</script>

<template>
  <v-dialog v-model="open" max-width="620">
    <form class="card words" data-testid="words" @submit.prevent="keep">
      <label>{{ question }} <input v-model="text" autofocus :maxlength="most" /></label>
      <div>
        <button class="act-button primary" type="submit" :disabled="!text.trim()">{{ keepWords }}</button>
        <button class="act-button" type="button" @click="open = false">{{ leaveWords }}</button>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.words {
  padding: 24px 28px;
  border-radius: 9px;
  display: grid;
  gap: 18px;
}
.words div {
  display: flex;
  gap: 10px;
}
label {
  display: grid;
  gap: 8px;
  font: 600 22px/1.2 var(--label);
}
input {
  min-height: 54px;
  padding: 0 14px;
  font: 400 20px/1 var(--text);
  border: 1.5px solid var(--ink-soft);
  border-radius: var(--radius);
  background: var(--card-raised);
}
</style>
