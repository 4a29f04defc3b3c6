<script setup lang="ts">
import { roles, roleWords, type Role } from '@bemtor/core';
import { computed, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { session } from '../../api/session.ts';
import { dayAndTime } from '../../composables/format.ts';
import ActButton from '../../kit/ActButton.vue';
import AskDialog from '../../kit/AskDialog.vue';
import ChoiceRow from '../../kit/ChoiceRow.vue';
import CommandBar from '../../kit/CommandBar.vue';
import EmptyState from '../../kit/EmptyState.vue';
import PageCard from '../../kit/PageCard.vue';
import TellBar from '../../kit/TellBar.vue';
import TextField from '../../kit/TextField.vue';
import { useCommands } from '../../kit/useCommands.ts';
import { useTold } from '../../kit/useTold.ts';
import PairingCode from './PairingCode.vue';
import { usePeople } from './usePeople.ts';

/** Who may work here and from which devices: for the owner. */
const router = useRouter();
const { told, tell } = useTold();
const { people, devices, pairing, fault, bringIn, change, pair, turnAway } = usePeople(tell);

const asking = ref(false);
const name = ref('');
const secret = ref('');
const role = ref<Role>('technician');
const refused = ref<string | null>(null);
const choices = roles.map((value) => ({
  value,
  words: value,
  detail: roleWords[value],
  testid: `role-${value}`,
}));
function askIn(): void {
  [name.value, secret.value, role.value, refused.value, asking.value] = ['', '', 'technician', null, true];
}
const missing = computed(() => {
  if (name.value.trim() === '') return 'Still needed: the name';
  return secret.value.length < 4 ? 'Still needed: a PIN of four figures or more' : null;
});
async function keep(): Promise<void> {
  if (missing.value) return;
  refused.value = await bringIn({ name: name.value, role: role.value, secret: secret.value });
  if (refused.value !== null) return;
  tell(`${name.value.trim()} may work here, as ${role.value}.`);
  asking.value = false;
}

type Person = NonNullable<typeof people.value>[number];
const changed = shallowRef<Person | null>(null);
const fresh = ref('');
const words = (person: Person): string =>
  person.id === session.value?.person?.id ? `${person.name} (you)` : person.name;
async function setRole(person: Person, next: Role): Promise<void> {
  changed.value = null;
  if (next !== person.role)
    await change(person.id, { role: next }, `${person.name} is ${next} now.`, { role: person.role });
}
async function setSecret(person: Person): Promise<void> {
  changed.value = null;
  await change(person.id, { secret: fresh.value }, `${person.name} has another PIN, and signs in anew.`);
}
const setActive = (person: Person, active: boolean) =>
  change(
    person.id,
    { active },
    active ? `${person.name} is back.` : `${person.name} has left: nobody signs in as them.`,
    { active: !active },
  );
const { commands } = useCommands(() => [
  { id: 'person', keys: ['a'], words: 'bring somebody in', run: askIn },
  { id: 'pair', keys: ['p'], words: 'pair a device', run: pair },
  { id: 'audit', keys: ['l'], words: 'who did what', run: () => router.push('/audit') },
  { id: 'shop', keys: ['b'], words: 'to the shop', run: () => router.push('/shop') },
]);
</script>

<template>
  <PageCard aria-label="People and devices">
    <TellBar class="tell" :told="told" />
    <EmptyState v-if="fault" title="People cannot be shown" :text="fault" />
    <template v-else>
      <h1>People</h1>
      <ul data-testid="people">
        <li v-for="person in people ?? []" :key="person.id" :class="{ gone: !person.active }">
          <strong>{{ words(person) }}</strong>
          <span>{{ person.active ? person.role : 'has left' }}</span>
          <span class="soft">{{ person.active ? roleWords[person.role] : '' }}</span>
          <span class="acts">
            <ActButton
              v-if="person.active"
              quiet
              :aria-label="`Change ${person.name}`"
              @click="[changed, fresh] = [person, '']"
              >Change</ActButton
            >
            <ActButton
              quiet
              :aria-label="`${person.name} ${person.active ? 'has left' : 'is back'}`"
              @click="setActive(person, !person.active)"
              >{{ person.active ? 'Has left' : 'Is back' }}</ActButton
            >
          </span>
        </li>
      </ul>
      <h1>Devices</h1>
      <PairingCode v-if="pairing" :pairing="pairing" />
      <ul data-testid="devices">
        <li v-for="device in devices" :key="device.id" :class="{ gone: device.revokedAt !== null }">
          <strong>{{ device.name }}</strong>
          <span v-if="device.id === session?.device?.id">this device</span>
          <span v-if="device.last" class="soft"
            >{{ device.last.person }}, {{ dayAndTime(device.last.at) }}</span
          >
          <span v-if="device.revokedAt" class="soft">turned away {{ dayAndTime(device.revokedAt) }}</span>
          <span v-else-if="device.id !== session?.device?.id" class="acts">
            <ActButton
              quiet
              :aria-label="`Turn ${device.name} away`"
              @click="turnAway(device.id, device.name)"
              >Turn away</ActButton
            >
          </span>
        </li>
      </ul>
      <p v-if="people && devices.length === 0" class="soft">
        No devices yet: they are paired in a workshop that serves its network (npm start -- --lan).
      </p>
    </template>
    <CommandBar class="bar" :commands="commands" />
  </PageCard>
  <AskDialog v-model="asking" title="Bring somebody in" @submit="keep">
    <TextField v-model="name" label="Name" maxlength="60" :fault="refused" data-testid="person-name" />
    <ChoiceRow label="What they may do" :choices="choices" :chosen="role" @choose="role = $event" />
    <TextField
      v-model="secret"
      type="password"
      label="Their PIN, four figures or more; they can change it"
      data-testid="person-secret"
    />
    <template #acts>
      <ActButton primary type="submit" :unless="missing">Bring in</ActButton>
      <ActButton @click="asking = false">Cancel</ActButton>
    </template>
  </AskDialog>
  <AskDialog
    v-if="changed"
    :model-value="true"
    :title="changed.name"
    @update:model-value="changed = null"
    @submit="fresh.length >= 4 && setSecret(changed)"
  >
    <ChoiceRow
      label="What they may do"
      :choices="choices"
      :chosen="changed.role"
      @choose="setRole(changed, $event)"
    />
    <TextField v-model="fresh" type="password" label="Another PIN or passphrase" data-testid="person-fresh" />
    <template #acts>
      <ActButton primary type="submit" :unless="fresh.length >= 4 ? null : 'Four figures or more'"
        >Set the PIN</ActButton
      >
      <ActButton @click="changed = null">Cancel</ActButton>
    </template>
  </AskDialog>
</template>

<style scoped>
strong {
  min-width: 130px;
}
.acts {
  margin-left: auto;
}
.gone strong {
  text-decoration: line-through;
}
</style>
