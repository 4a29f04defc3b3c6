<script setup lang="ts">
import type { PersonAtDevice } from '@bemtor/core';
import { useEventListener } from '@vueuse/core';
import { computed, nextTick, ref, useTemplateRef } from 'vue';
import { faultWords } from '../api/client.ts';
import { session, signIn } from '../api/session.ts';
import ActButton from '../kit/ActButton.vue';
import KeyHint from '../kit/KeyHint.vue';
import TileButton from '../kit/TileButton.vue';

/** Somebody says who they are: their key or a tap, then their PIN or passphrase. */
const emit = defineEmits<{ entered: [] }>();
const chosen = ref<PersonAtDevice | null>(null);
const secret = ref('');
const fault = ref<string | null>(null);
const busy = ref(false);
const field = useTemplateRef<{ focus: () => void }>('field');
const people = computed(() => session.value?.people ?? []);

async function choose(person: PersonAtDevice | undefined): Promise<void> {
  if (!person) return;
  [chosen.value, secret.value, fault.value] = [person, '', null];
  await nextTick();
  field.value?.focus();
}
/** Their place in the list is their key, as long as no secret is typed. */
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.target instanceof HTMLInputElement || event.ctrlKey || event.metaKey || event.altKey) return;
  if (!/^[1-9]$/.test(event.key)) return;
  event.preventDefault();
  void choose(people.value[Number(event.key) - 1]);
});
async function enter(): Promise<void> {
  if (!chosen.value || secret.value === '' || busy.value) return;
  busy.value = true;
  try {
    await signIn(chosen.value.id, secret.value);
    emit('entered');
  } catch (error) {
    fault.value = faultWords(error);
    field.value?.focus();
  } finally {
    secret.value = '';
    busy.value = false;
  }
}
</script>

<template>
  <v-form class="choice" @submit.prevent.stop="enter">
    <div class="people" role="group" aria-label="Who works here">
      <TileButton
        v-for="(person, i) in people"
        :key="person.id"
        class="person"
        :aria-pressed="person.id === chosen?.id"
        :data-testid="`person-${person.name}`"
        @click="choose(person)"
        ><KeyHint v-if="i < 9" :name="String(i + 1)" /><span
          >{{ person.name }}<small>{{ person.role }}</small></span
        ></TileButton
      >
    </div>
    <template v-if="chosen">
      <v-text-field
        ref="field"
        v-model="secret"
        type="password"
        :label="`PIN or passphrase of ${chosen.name}`"
        autocomplete="off"
        :error-messages="fault ?? undefined"
        data-testid="secret"
      />
      <ActButton primary type="submit" :loading="busy" :unless="secret ? null : 'Still needed: the PIN'"
        >{{ chosen.name }} works here</ActButton
      >
    </template>
    <p v-else-if="people.length > 0" class="soft">Your key or a tap, then your PIN.</p>
  </v-form>
</template>

<style scoped>
.choice {
  display: grid;
  gap: 16px;
}
.people {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 10px;
}
.person {
  border: 1.5px solid var(--card-line);
  min-height: 64px;
  font: 600 19px/1.2 var(--text);
}
.person[aria-pressed='true'] {
  border: 2px solid var(--copper);
}
small {
  display: block;
  font: 400 14px/1.2 var(--text);
  color: var(--ink-soft);
}
.soft {
  color: var(--ink-soft);
}
</style>
