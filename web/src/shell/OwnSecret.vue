<script setup lang="ts">
import { ref } from 'vue';
import { faultWords } from '../api/client.ts';
import { changeSecret } from '../api/session.ts';
import ActButton from '../kit/ActButton.vue';
import TextField from '../kit/TextField.vue';

/** Whoever is signed in takes another PIN or passphrase. */
const emit = defineEmits<{ done: [] }>();
const old = ref('');
const fresh = ref('');
const fault = ref<string | null>(null);
async function keep(): Promise<void> {
  if (fresh.value.length < 4) return;
  try {
    await changeSecret(old.value, fresh.value);
    emit('done');
  } catch (error) {
    fault.value = faultWords(error);
  }
}
</script>

<template>
  <v-form class="own" @submit.prevent.stop="keep">
    <TextField v-model="old" type="password" label="PIN as it is" :fault="fault" data-testid="old-secret" />
    <TextField v-model="fresh" type="password" label="PIN as it is to be" data-testid="new-secret" />
    <p class="acts">
      <ActButton primary type="submit" :unless="fresh.length >= 4 ? null : 'Four figures or more'"
        >Keep it</ActButton
      >
      <ActButton @click="$emit('done')">Cancel</ActButton>
    </p>
  </v-form>
</template>

<style scoped>
.own {
  display: grid;
  gap: 14px;
}
.acts {
  display: flex;
  gap: 12px;
}
</style>
