<script setup lang="ts">
/** Every key of the run, in one place. */
const open = defineModel<boolean>({ required: true });
const keys = [
  ['Space / PgDn', 'next: one screw, one step'],
  ['Enter', 'all screws of this step'],
  ['Backspace / PgUp', 'back: one screw, one step'],
  ['0 … 9 · + · −', 'the count: so many, one more, one fewer'],
  ['M', 'one missing on arrival'],
  ['S', 'one stripped'],
  ['L', 'way back: one lost'],
  ['F · O', 'way back, tray short: fit new, or leave out'],
  ['D', 'no more here: the count differs'],
  ['K', 'screws of another kind'],
  ['X', 'this step is not there in this unit'],
  ['B', 'blocked: what is in the way'],
  ['T', 'turn round: back up from here'],
  ['J', 'way back: leave this step out'],
  ['U', 'take the last of these back'],
  ['H', 'hold: once more; twice while it runs: held already'],
  ['N · P', 'note, photo'],
  ['W', 'set aside, go on'],
] as const;
</script>

<template>
  <v-dialog v-model="open" max-width="640">
    <section class="card keys">
      <h2>Keys</h2>
      <dl>
        <template v-for="[key, words] in keys" :key="key">
          <dt class="mono">{{ key }}</dt>
          <dd>{{ words }}</dd>
        </template>
      </dl>
      <button class="act-button" autofocus @click="open = false">Close</button>
    </section>
  </v-dialog>
</template>

<style scoped>
.keys {
  padding: 24px 28px;
  border-radius: 9px;
}
h2 {
  font: 600 28px/1 var(--label);
  margin-bottom: 14px;
}
dl {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: 7px;
  margin-bottom: 18px;
}
dt {
  font-size: 14px;
}
</style>
