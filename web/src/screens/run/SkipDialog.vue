<script setup lang="ts">
import { ref, watch } from 'vue';

/** Leaving a step out has a reason; what is not back on stops the closing all the same. */
const open = defineModel<boolean>({ required: true });
defineProps<{ title: string }>();
const emit = defineEmits<{ skip: [reason: string] }>();
const text = ref('');
watch(open, () => (text.value = ''));
function keep(): void {
  if (!text.value.trim()) return;
  emit('skip', text.value.trim());
  open.value = false;
}
</script>

<template>
  <v-dialog v-model="open" max-width="620">
    <form class="card skip" data-testid="skip" @submit.prevent="keep">
      <label>Why is “{{ title }}” left out? <input v-model="text" autofocus maxlength="300" /></label>
      <div>
        <button class="act-button primary" type="submit" :disabled="!text.trim()">Leave it out</button>
        <button class="act-button" type="button" @click="open = false">Do it after all</button>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.skip {
  padding: 24px 28px;
  border-radius: 9px;
  display: grid;
  gap: 18px;
}
.skip div {
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
