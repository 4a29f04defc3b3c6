<script setup lang="ts">
import { closingFacts, sentence, type JobView } from '@bemtor/core';
import { computed, ref } from 'vue';
import { duration, timeOfDay } from '../../composables/format.ts';
import HandBackPaper from '../../papers/HandBackPaper.vue';
import PictureStrip from '../../pictures/PictureStrip.vue';
import ActButton from '../../kit/ActButton.vue';

/** What is said when a job is done. */
const props = defineProps<{
  view: JobView;
  unit: { readonly id: string; readonly label: string };
  seconds: number;
  names: ReadonlyMap<string, string>;
  /** Feet, caps, seals that were not there on arrival. */
  absent: readonly string[];
}>();
const emit = defineEmits<{ logbook: []; reopen: [reason: string] }>();
const facts = computed(() => closingFacts(props.view.ledger, (part) => props.names.get(part) ?? part));
const heading = computed(() => {
  if (!props.view.ledger.balanced) return 'Closed with an open ledger';
  return props.view.state.remark ? 'Closed with a remark' : 'Every screw accounted for';
});
const why = ref('');
const asked = ref(false);
function reopen(): void {
  if (why.value.trim() !== '') emit('reopen', why.value.trim());
}
const notes = computed(() => props.view.state.notes);
/** The photos of the job, each with its step. */
const pictures = computed(
  () => new Map(props.view.state.pictures.map(({ picture, step }) => [picture, step ?? ''])),
);
const aboutPicture = (picture: string): string =>
  `Photo, ${titles.value.get(pictures.value.get(picture) ?? '') ?? 'this job'}`;
const titles = computed(() => new Map(props.view.steps.map((step) => [step.id, step.title])));
const screws = computed(() => props.view.ledger.rows.reduce((sum, row) => sum + row.counts.out, 0));
</script>

<template>
  <section class="closed" data-testid="closed">
    <p class="place">Closed</p>
    <h1>{{ heading }}</h1>
    <p v-if="view.state.remark" class="remark">{{ view.state.remark }}</p>
    <dl>
      <div>
        <dd class="figure">{{ duration(seconds) }}</dd>
        <dt>
          worked, {{ duration(view.state.started?.plannedSeconds ?? 0) }} planned{{
            view.state.clipped ? '; a silence too long to be work is left out' : ''
          }}
        </dt>
      </div>
      <div>
        <dd class="figure">{{ screws }}</dd>
        <dt>screws out and back</dt>
      </div>
      <div>
        <dd class="figure">{{ view.steps.length }}</dd>
        <dt>steps</dt>
      </div>
    </dl>
    <ul v-if="facts.length + absent.length > 0" class="facts" data-testid="closing-facts">
      <li v-for="fact in facts" :key="fact">{{ sentence(fact) }}</li>
      <li v-for="part in absent" :key="part">{{ sentence(part) }} on arrival; still to be got</li>
    </ul>
    <ul v-if="notes.length > 0" class="notes">
      <li v-for="note in notes" :key="note.at + note.text">
        <span class="mono">{{ timeOfDay(note.at) }}</span> {{ note.text }}
        <small>{{ titles.get(note.step ?? '') }}</small>
      </li>
    </ul>
    <PictureStrip :pictures="[...pictures.keys()]" :about="aboutPicture" :height="110" />
    <div class="acts">
      <ActButton primary @click="$emit('logbook')">Logbook</ActButton>
      <ActButton to="/">To the bench</ActButton>
      <HandBackPaper :unit-id="unit.id" :label="unit.label" />
      <ActButton v-if="!asked" @click="asked = true">Open it again</ActButton>
    </div>
    <v-form v-if="asked" class="reopen" @submit.prevent="reopen">
      <v-text-field
        v-model="why"
        label="Why it is opened again"
        maxlength="300"
        autofocus
        data-testid="reopen-why"
      />
      <ActButton type="submit" :disabled="why.trim() === ''">Open it again</ActButton>
    </v-form>
  </section>
</template>

<style scoped>
.facts {
  font-size: 20px;
  margin-bottom: 18px;
}
.reopen {
  display: flex;
  gap: 12px;
  align-items: center;
  max-width: 720px;
  margin-top: 18px;
}
.closed {
  padding: 40px 44px;
}
.place {
  font: 600 26px/1.2 var(--label);
  color: var(--ink-soft);
}
h1 {
  font: 600 64px/1.05 var(--label);
}
.remark {
  font-size: 20px;
  margin-top: 10px;
}
dl {
  display: flex;
  gap: 56px;
  margin: 28px 0;
}
dt {
  color: var(--ink-soft);
}
.notes li {
  padding: 6px 0;
  border-bottom: 1px solid var(--card-line);
}
.notes small {
  color: var(--ink-soft);
}
.acts {
  display: flex;
  gap: 14px;
}
</style>
