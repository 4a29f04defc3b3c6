<script setup lang="ts">
import { ref, watch } from 'vue';

/** A note on the step at hand: typed or dictated, kept with Enter. */
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ keep: [text: string] }>();
const text = ref('');
watch(open, (now) => now && (text.value = ''));
const keep = () => (text.value.trim() ? emit('keep', text.value.trim()) : (open.value = false));
</script>

<template>
  <v-dialog v-model="open" max-width="620">
    <form class="card note" @submit.prevent="keep">
      <label>Note on this step <input v-model="text" autofocus maxlength="2000" /></label>
      <div>
        <button class="act-button primary" type="submit">Keep</button>
        <button class="act-button" type="button" @click="open = false">Leave it</button>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.note {
  padding: 24px 28px;
  border-radius: 9px;
  display: grid;
  gap: 18px;
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
