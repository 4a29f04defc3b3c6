<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue';
import KeyHint from '../../components/KeyHint.vue';

/** Why the job stands still. The clock stands with it; it can go on days later, at another bench. */
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ pause: [reason: string] }>();
const typed = ref('');
const field = ref<HTMLInputElement | null>(null);
/** The keys shown mean something from the moment the question stands, wherever the focus is. */
watch(open, (now) => {
  typed.value = '';
  if (now) window.addEventListener('keydown', onKey);
  else window.removeEventListener('keydown', onKey);
});
onBeforeUnmount(() => window.removeEventListener('keydown', onKey));
const reasons = ['waiting for part', 'set aside for another job', 'end of the day', 'waiting for an answer'];

function pause(reason: string): void {
  if (!reason.trim()) return;
  emit('pause', reason.trim());
  open.value = false;
}
function onKey(event: KeyboardEvent): void {
  const reason = typed.value === '' ? reasons[Number(event.key) - 1] : undefined;
  if (!reason) return;
  event.preventDefault();
  pause(reason);
}
</script>

<template>
  <v-dialog v-model="open" max-width="560" @after-enter="field?.focus()">
    <form class="card pause" data-testid="pause" @submit.prevent="pause(typed)">
      <h2>Set the job aside</h2>
      <button
        v-for="(reason, i) in reasons"
        :key="reason"
        class="act-button"
        type="button"
        @click="pause(reason)"
      >
        <KeyHint :name="String(i + 1)" /> {{ reason }}
      </button>
      <input
        ref="field"
        v-model="typed"
        aria-label="Another reason"
        placeholder="another reason"
        maxlength="200"
      />
      <button class="act-button" type="button" @click="open = false">
        <KeyHint name="Esc" /> go on working
      </button>
    </form>
  </v-dialog>
</template>

<style scoped>
.pause {
  padding: 24px 28px;
  border-radius: 9px;
  display: grid;
  gap: 10px;
}
h2 {
  font: 600 32px/1.1 var(--label);
}
.act-button {
  justify-content: flex-start;
}
input {
  min-height: 54px;
  padding: 0 14px;
  font-size: 18px;
  border: 1.5px solid var(--ink-soft);
  border-radius: var(--radius);
  background: var(--card-raised);
}
</style>
