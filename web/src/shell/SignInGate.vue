<script setup lang="ts">
import { computed, ref } from 'vue';
import { faultWords, Refused } from '../api/client.ts';
import { makeOwner, pairDevice, session } from '../api/session.ts';
import ActButton from '../kit/ActButton.vue';
import TextField from '../kit/TextField.vue';
import PersonChoice from './PersonChoice.vue';

/**
 * Before the work of a workshop of several: the first owner, then pairing this device, then who works at it. What is
 * typed on this device and not sent yet stays where it is.
 */
const emit = defineEmits<{ entered: [] }>();
const given = new URLSearchParams(location.search).get('code') ?? '';
const code = ref(/^\d{8}$/.test(given) ? `${given.slice(0, 4)}-${given.slice(4)}` : '');
const name = ref('');
const secret = ref('');
const device = ref('');
const fault = ref<{ words: string; where: string } | null>(null);
const busy = ref(false);
const stage = computed(() => {
  if (session.value?.isNew) return 'owner';
  return session.value?.device ? 'person' : 'device';
});
const faultOf = (where: string): string | null => (fault.value?.where === where ? fault.value.words : null);
const missing = computed(() => {
  const wanted = [
    ['the code', code.value.replaceAll(/\D/g, '').length === 8],
    ...(stage.value === 'owner'
      ? ([
          ['your name', name.value.trim() !== ''],
          ['a passphrase of four signs or more', secret.value.length >= 4],
        ] as const)
      : []),
    ['a name for this device', device.value.trim() !== ''],
  ] as const;
  const still = wanted.filter(([, there]) => !there).map(([words]) => words);
  return still.length > 0 ? `Still needed: ${still.join(', ')}` : null;
});

async function go(): Promise<void> {
  if (missing.value || busy.value) return;
  busy.value = true;
  fault.value = null;
  try {
    if (stage.value === 'owner') {
      await makeOwner({ code: code.value, name: name.value, secret: secret.value, device: device.value });
      emit('entered');
    } else await pairDevice(code.value, device.value);
  } catch (error) {
    const where = error instanceof Refused ? error.problem.where : undefined;
    fault.value = { words: faultWords(error), where: where ?? 'code' };
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <section class="card gate" aria-label="Sign in" data-testid="gate">
    <template v-if="stage === 'person'">
      <h1>Who works at {{ session?.device?.name }}?</h1>
      <PersonChoice @entered="$emit('entered')" />
    </template>
    <v-form v-else class="form" @submit.prevent="go">
      <h1>{{ stage === 'owner' ? 'A workshop of several' : 'This device is new here' }}</h1>
      <p v-if="stage === 'owner'" class="soft">
        Make the first owner, who brings in everybody else. The code stands where the server was started; it
        shows that you may.
      </p>
      <p v-else class="soft">
        The owner makes a code under <strong>Shop, People and devices</strong>. It is good once, for ten
        minutes. What was typed here and not sent yet stays on this device.
      </p>
      <TextField
        v-model="code"
        mono
        class="code"
        label="Code, such as 1234-5678"
        inputmode="numeric"
        :fault="faultOf('code')"
        data-testid="gate-code"
      />
      <template v-if="stage === 'owner'">
        <TextField
          v-model="name"
          label="Your name"
          maxlength="60"
          :fault="faultOf('name')"
          data-testid="gate-name"
        />
        <TextField
          v-model="secret"
          type="password"
          label="A passphrase, or a PIN of four figures or more"
          :fault="faultOf('secret')"
          data-testid="gate-secret"
        />
      </template>
      <TextField
        v-model="device"
        label="A name for this device, such as “Bench 2” or “Tablet at the mat”"
        maxlength="60"
        :fault="faultOf('device')"
        data-testid="gate-device"
      />
      <ActButton primary type="submit" :loading="busy" :unless="missing" data-testid="gate-go">{{
        stage === 'owner' ? 'Open the workshop' : 'Pair this device'
      }}</ActButton>
    </v-form>
    <p v-if="session?.isPlain" class="plain caution" data-testid="plain">
      What is sent here is not encrypted: whoever is in this network can read along. The owner finds in
      docs/security.md how that is mended.
    </p>
  </section>
</template>

<style scoped>
.gate {
  flex: 1;
  overflow-y: auto;
  display: grid;
  gap: 22px;
  align-content: start;
  padding: clamp(22px, 8vh, 90px) clamp(22px, 14vw, 240px);
}
h1 {
  font: 600 34px/1.1 var(--label);
}
.form {
  display: grid;
  gap: 16px;
  max-width: 620px;
}
.code :deep(input) {
  font-size: 26px;
}
.soft {
  color: var(--ink-soft);
  max-width: 66ch;
}
.plain {
  padding: 10px 14px;
  max-width: 620px;
  font-size: 15px;
}
</style>
