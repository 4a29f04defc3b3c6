<script setup lang="ts">
import type { RevisionLine } from '@bemtor/core';
import { computed, ref, shallowRef } from 'vue';
import AskDialog from '../../kit/AskDialog.vue';
import { dayAndTime } from '../../composables/format.ts';
import ActButton from '../../kit/ActButton.vue';
import TileButton from '../../kit/TileButton.vue';

/** The revisions of a model: each to be read, taken back, or let stand again, with the reason. */
const props = defineProps<{
  revisions: readonly RevisionLine[];
  /** The one that is being read. */
  open: number | null;
}>();
const emit = defineEmits<{ show: [number: number]; tell: [revision: RevisionLine, reason: string] }>();

/** So many fit beside the acts; the others stand on the model's page. */
const most = 8;
const asked = shallowRef<RevisionLine | null>(null);
const reason = ref('');
const standing = computed(() => props.revisions.filter(({ withdrawn }) => !withdrawn));
/** What is planned after, once it is done. */
const then = computed(() => {
  const next = asked.value?.withdrawn
    ? Math.max(asked.value.number, ...standing.value.map(({ number }) => number))
    : standing.value.find(({ number }) => number !== asked.value?.number)?.number;
  return next === undefined ? 'no sequence: the model is recorded anew' : `revision ${next}`;
});
function ask(revision: RevisionLine): void {
  reason.value = '';
  asked.value = revision;
}
function keep(): void {
  if (asked.value && reason.value.trim() !== '') emit('tell', asked.value, reason.value.trim());
  asked.value = null;
}
</script>

<template>
  <ul>
    <li v-for="one in revisions.slice(0, most)" :key="one.number">
      <TileButton :aria-pressed="open === one.number" data-testid="revision" @click="emit('show', one.number)"
        ><s v-if="one.withdrawn">{{ one.number }}</s
        ><template v-else>{{ one.number }}</template
        ><small
          >&nbsp;{{
            [dayAndTime(one.publishedAt), one.by, one.withdrawn && 'taken back'].filter(Boolean).join(', ')
          }}</small
        ></TileButton
      >
      <ActButton quiet :data-testid="`tell-revision-${one.number}`" @click="ask(one)">{{
        one.withdrawn ? 'let it stand' : 'take back'
      }}</ActButton>
    </li>
  </ul>
  <AskDialog
    v-if="asked"
    :model-value="true"
    :title="
      asked.withdrawn ? `Let revision ${asked.number} stand again?` : `Take revision ${asked.number} back?`
    "
    @update:model-value="asked = null"
    @submit="keep"
  >
    <p>
      Routes and new jobs then follow {{ then }}. Jobs that follow revision {{ asked.number }} go on with it,
      and it stays to be read.
    </p>
    <v-text-field v-model="reason" label="Why" maxlength="500" data-testid="revision-why" />
    <template #acts>
      <ActButton primary type="submit" :disabled="reason.trim() === ''">{{
        asked.withdrawn ? `Revision ${asked.number} stands again` : `Take revision ${asked.number} back`
      }}</ActButton>
      <ActButton @click="asked = null">Cancel</ActButton>
    </template>
  </AskDialog>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
}
small {
  font-size: 14px;
  color: var(--soft-on-mat);
}
</style>
