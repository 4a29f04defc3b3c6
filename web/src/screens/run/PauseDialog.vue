<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue';
import ActButton from '../../kit/ActButton.vue';
import AskDialog from '../../kit/AskDialog.vue';
import TextField from '../../kit/TextField.vue';

/** Why the job stands still. The clock stands with it; it can go on days later, at another bench. */
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ pause: [reason: string] }>();
const typed = ref('');
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
  <AskDialog v-model="open" title="Set the job aside" :width="560" data-testid="pause" @submit="pause(typed)">
    <ActButton
      v-for="(reason, i) in reasons"
      :key="reason"
      class="reason"
      :key-name="String(i + 1)"
      @click="pause(reason)"
      >{{ reason }}</ActButton
    >
    <TextField v-model="typed" label="Another reason" maxlength="200" />
    <template #acts><ActButton quiet key-name="Esc" @click="open = false">Continue</ActButton></template>
  </AskDialog>
</template>

<style scoped>
.reason {
  justify-content: flex-start;
}
</style>
