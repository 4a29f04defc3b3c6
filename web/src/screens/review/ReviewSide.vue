<script setup lang="ts">
import { basisWords, sentence } from '@bemtor/core';
import { computed } from 'vue';
import { editWords } from './editing.ts';
import { countBases } from './reviewRows.ts';
import RevisionList from './RevisionList.vue';
import type { Review } from './useReview.ts';
import ActButton from '../../kit/ActButton.vue';
import TileButton from '../../kit/TileButton.vue';

/** Beside the acts: what there is in figures, what does not agree, and what was edited. */
const props = defineProps<{ review: Review }>();

const review = props.review;
const document = computed(() => review.document.value);
const bases = computed(() => (document.value ? countBases(document.value) : []));
const screws = computed(
  () =>
    document.value?.joints.reduce(
      (sum, joint) => sum + (joint.type === 'screws' ? (joint.count ?? 0) : 0),
      0,
    ) ?? 0,
);
const lifted = computed(() => document.value?.actions.filter((action) => action.verb === 'lift').length ?? 0);
const edits = computed(() =>
  document.value
    ? review.recording.edits.value.map(({ id, edit }) => ({ id, words: editWords(document.value!, edit) }))
    : [],
);
</script>

<template>
  <div v-if="document" class="side">
    <dl class="figures">
      <div>
        <dd class="figure">{{ document.actions.length }}</dd>
        <dt>steps</dt>
      </div>
      <div>
        <dd class="figure">{{ lifted }}</dd>
        <dt>parts off</dt>
      </div>
      <div>
        <dd class="figure">{{ screws }}</dd>
        <dt>screws</dt>
      </div>
    </dl>
    <template v-if="edits.length > 0">
      <h2 class="label">Edited by hand</h2>
      <ul class="edits">
        <li v-for="{ id, words } in edits" :key="id" data-testid="edit">
          {{ sentence(words) }}
          <ActButton quiet :aria-label="`Take back: ${words}`" @click="review.recording.unedit(id)"
            >take back</ActButton
          >
        </li>
      </ul>
    </template>
    <p v-for="edit in review.edited.value?.stale ?? []" :key="JSON.stringify(edit)" class="caution">
      An edit has nothing to change any more: {{ editWords(document, edit) }}.
    </p>
    <h2 class="label">Grounds, surest first</h2>
    <ul class="bases">
      <li v-for="{ basis, count } in bases" :key="basis">
        <span class="count">{{ count }}</span><span
          ><strong>{{ basis }}</strong
          ><small>{{ basisWords[basis] }}</small></span
        >
      </li>
    </ul>
    <template v-if="review.others.value.length > 0">
      <h2 class="label">Other recordings of this model</h2>
      <ul class="others">
        <li v-for="other in review.others.value" :key="other.id">
          <TileButton
            class="other"
            :aria-pressed="review.witnesses.taken.value.has(other.id)"
            data-testid="witness"
            @click="review.witnesses.toggle(other.id)"
          >
            {{ other.unitLabel }}, {{ other.lines }} {{ other.lines === 1 ? 'line' : 'lines' }}
            <small
              >&nbsp;{{
                review.witnesses.taken.value.has(other.id) ? 'taken in; leave out' : 'take in'
              }}</small
            >
          </TileButton>
        </li>
      </ul>
      <ActButton v-if="review.moreOthers.value !== null" quiet @click="review.showMoreOthers"
        >more recordings</ActButton
      >
    </template>
    <p
      v-for="contradiction in review.derived.value?.contradictions ?? []"
      :key="contradiction.text"
      class="caution"
      data-testid="contradiction"
    >
      {{ sentence(contradiction.text) }}.
    </p>
    <p v-for="conflict in review.derived.value?.conflicts ?? []" :key="conflict.text" class="caution">
      {{ conflict.text }}. The first stands.
    </p>
    <p v-if="review.derivation.value && !review.derivation.value.ok" class="stop">
      {{ review.derivation.value.fault.where }}: {{ review.derivation.value.fault.what }};
      {{ review.derivation.value.fault.right }}
    </p>
    <template v-if="review.revisions.all.value.length > 0">
      <h2 class="label">Revisions</h2>
      <RevisionList
        class="others"
        :revisions="review.revisions.all.value"
        :open="review.revisions.older.value?.number ?? null"
        @show="review.revisions.show"
        @tell="review.tellRevision"
      />
    </template>
  </div>
</template>

<style scoped>
.side {
  padding: 22px 20px;
  display: flex;
  flex-direction: column;
  gap: 16px;
}
.stop {
  display: grid;
  gap: 10px;
}
.figures {
  display: flex;
  justify-content: space-between;
  border-bottom: 1px solid var(--mat-line);
  padding-bottom: 14px;
}
dt,
.soft,
small {
  font-size: 14px;
  color: var(--soft-on-mat);
}
.edits li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  font-size: 15px;
}
.bases li {
  display: grid;
  grid-template-columns: 44px 1fr;
  padding: 6px 0;
}
.bases .count {
  font: 600 26px/1 var(--label);
}
.bases small {
  display: block;
}
.other {
  width: 100%;
  border: 1.5px solid var(--mat-line);
}
.others [aria-pressed='true'] {
  border-color: var(--copper-mat);
  color: var(--copper-mat);
}
@media (max-width: 820px) {
  .bases {
    display: flex;
    gap: 6px 26px;
    flex-wrap: wrap;
  }
  .bases small {
    display: none;
  }
}
</style>
