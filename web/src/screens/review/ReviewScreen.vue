<script setup lang="ts">
import { basisWords, sentence } from '@bemtor/core';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import EmptyState from '../../components/EmptyState.vue';
import KeyHint from '../../components/KeyHint.vue';
import { dayAndTime } from '../../composables/format.ts';
import { useKeys } from '../../composables/useKeys.ts';
import ActGlyph from '../../glyphs/ActGlyph.vue';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';
import FindingsList from './FindingsList.vue';
import { countBases, reviewRows } from './reviewRows.ts';
import { useReview } from './useReview.ts';

const props = defineProps<{ unitId: string }>();
const router = useRouter();
const {
  unit,
  published,
  fault,
  ready,
  recording,
  derivation,
  derived,
  reviewed,
  document,
  evidence,
  isNews,
  nextNumber,
  waiting,
  others,
  witnesses,
  publishing,
  told,
  publish,
} = useReview(props.unitId);
const mode = ref<'steps' | 'findings' | 'document'>('steps');
const lineTexts = computed(
  () => new Map([...recording.lines.value, ...witnesses.lines.value].map((line) => [line.id, line.text])),
);
const rows = computed(() =>
  document.value ? reviewRows(document.value, evidence.value, (id) => lineTexts.value.get(id) ?? '') : [],
);
const bases = computed(() => (document.value ? countBases(document.value) : []));
const screws = computed(
  () =>
    document.value?.joints.reduce(
      (sum, joint) => sum + (joint.type === 'screws' ? (joint.count ?? 0) : 0),
      0,
    ) ?? 0,
);
const lifted = computed(() => document.value?.actions.filter((action) => action.verb === 'lift').length ?? 0);
const json = computed(() => (document.value ? JSON.stringify(document.value, null, 2) : ''));
const jointOf = computed(() => new Map(document.value?.joints.map((joint) => [joint.id as string, joint])));

function download(): void {
  const link = window.document.createElement('a');
  link.href = URL.createObjectURL(new Blob([json.value], { type: 'application/json' }));
  link.download = `${unit.value?.model.code ?? 'sequence'}.json`;
  link.click();
  URL.revokeObjectURL(link.href);
}

const show = (wanted: 'findings' | 'document') => (mode.value = mode.value === wanted ? 'steps' : wanted);
/** A finding that only a reading at the bench can mend: the line is begun in the recorder. */
function typeLine(line: string): void {
  localStorage.setItem(`bemtor.draft.${props.unitId}`, line);
  go('recorder');
}
const go = (screen: string) => void router.push(`/unit/${props.unitId}/${screen}`);
useKeys(() => ({
  p: () => void publish(),
  d: () => show('document'),
  f: () => show('findings'),
  o: () => go('route'),
  r: () => go('recorder'),
}));
</script>

<template>
  <EmptyState v-if="fault" title="This unit cannot be read" :text="fault"
    ><router-link class="act-button" to="/">To the bench</router-link></EmptyState
  >
  <EmptyState
    v-else-if="ready && !document"
    title="Nothing to review yet"
    text="Record this model first: each line becomes evidence for what must come before what."
  >
    <button class="act-button" @click="go('recorder')">Record <KeyHint name="R" /></button>
  </EmptyState>
  <div v-else-if="document" class="review">
    <section class="card sheet" aria-label="What must come before what">
      <header>
        <h1 v-if="mode === 'findings'">What the check says</h1>
        <h1 v-else>
          {{ derived ? 'What must come before what' : `Revision ${published?.number}, as published` }}
        </h1>
        <button
          class="toggle"
          :aria-pressed="mode === 'findings'"
          data-testid="findings"
          @click="show('findings')"
        >
          <KeyHint name="F" />
          {{ mode === 'findings' ? 'steps' : `${reviewed?.open.length ?? 0} findings` }}
        </button>
        <button class="toggle" :aria-pressed="mode === 'document'" @click="show('document')">
          <KeyHint name="D" /> {{ mode === 'document' ? 'steps' : 'document' }}
        </button>
      </header>
      <FindingsList
        v-if="mode === 'findings' && reviewed"
        :reviewed="reviewed"
        @decide="recording.decide"
        @line="typeLine"
      />
      <pre v-else-if="mode === 'document'" class="document mono" tabindex="0" data-testid="document">{{
        json
      }}</pre>
      <ol v-else class="rows">
        <li v-for="(row, i) in rows" :key="row.action.id" data-testid="review-row">
          <span class="n">{{ i + 1 }}</span>
          <span class="glyph">
            <ScrewGlyph
              v-if="jointOf.get(row.action.joint ?? '')?.type === 'screws'"
              :drive="jointOf.get(row.action.joint ?? '')?.screw?.drive"
              :size="24"
            />
            <ActGlyph
              v-else
              :verb="row.action.verb"
              :mechanism="jointOf.get(row.action.joint ?? '')?.mechanism ?? null"
              :size="26"
            />
          </span>
          <div>
            <strong>{{ row.words }}</strong>
            <ul>
              <li v-if="row.needs.length === 0" class="free">can come first</li>
              <li
                v-for="(need, j) in row.needs"
                :key="j"
                class="need"
                :class="need.basis"
                :title="need.evidence.length > 0 ? `Rests on: ${need.evidence.join(' / ')}` : need.ground"
              >
                <b>{{ need.basis }}</b> after {{ need.first }}
              </li>
            </ul>
          </div>
        </li>
      </ol>
    </section>
    <aside class="mat-bound side" aria-label="Summary">
      <p v-if="told" :class="told.kind === 'done' ? 'told' : 'stop'" role="status" data-testid="told">
        {{ told.text }}
      </p>
      <dl class="figures">
        <div>
          <dd class="figure">{{ document.actions.length }}</dd>
          <dt>acts</dt>
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
      <h2 class="label">Grounds, surest first</h2>
      <ul class="bases">
        <li v-for="{ basis, count } in bases" :key="basis">
          <span class="count">{{ count }}</span><span
            ><strong>{{ basis }}</strong
            ><small>{{ basisWords[basis] }}</small></span
          >
        </li>
      </ul>
      <template v-if="others.length > 0">
        <h2 class="label">Other recordings of this model</h2>
        <ul class="others">
          <li v-for="other in others" :key="other.id">
            <button
              :aria-pressed="witnesses.taken.value.has(other.id)"
              data-testid="witness"
              @click="witnesses.toggle(other.id)"
            >
              {{ other.unitLabel }}, {{ other.lines }} {{ other.lines === 1 ? 'line' : 'lines' }}
              <small>{{ witnesses.taken.value.has(other.id) ? 'taken in; leave out' : 'take in' }}</small>
            </button>
          </li>
        </ul>
      </template>
      <p v-for="contradiction in derived?.contradictions ?? []" :key="contradiction.text" class="caution">
        {{ sentence(contradiction.text) }}.
      </p>
      <p v-for="conflict in derived?.conflicts ?? []" :key="conflict.text" class="caution">
        {{ conflict.text }}. The first stands.
      </p>
      <p v-if="derived?.cycle" class="stop">
        A circle: {{ derived.cycle.words }} From the lines:
        {{ derived.cycle.lines.map((id) => `“${lineTexts.get(id) ?? id}”`).join(', ') }}.
      </p>
      <p v-if="derivation && !derivation.ok" class="stop">
        {{ derivation.fault.where }}: {{ derivation.fault.what }}; {{ derivation.fault.right }}
      </p>
      <div class="acts">
        <p v-if="published" class="soft">
          Revision {{ published.number }} stands since {{ dayAndTime(published.publishedAt) }}.
          {{ published.note }}
        </p>
        <p v-if="waiting" class="soft">Some lines still wait for the server.</p>
        <button
          v-if="derived || isNews"
          class="act-button primary"
          :disabled="!isNews || publishing"
          data-testid="publish"
          @click="publish"
        >
          <template v-if="isNews">Publish as revision {{ nextNumber }} <KeyHint name="P" /></template>
          <template v-else>Published as it stands</template>
        </button>
        <button class="act-button" :disabled="!published" @click="go('route')">
          Route <KeyHint name="O" />
        </button>
        <button class="act-button" @click="download">Save the document</button>
      </div>
    </aside>
  </div>
</template>

<style scoped>
.review {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 326px;
}
.sheet {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
header {
  display: flex;
  align-items: baseline;
  padding: 18px 28px 12px;
}
h1 {
  font: 600 32px/1.1 var(--label);
}
.toggle:first-of-type {
  margin-left: auto;
}
.toggle {
  margin-left: 22px;
  min-height: 40px;
  color: var(--ink-soft);
}
.rows {
  overflow-y: auto;
  padding: 0 28px 24px;
}
.rows > li {
  display: grid;
  grid-template-columns: 30px 34px 1fr;
  padding: 9px 0 10px;
  border-bottom: 1px solid var(--card-line);
}
.n {
  font: 600 18px/1.4 var(--label);
  color: var(--ink-soft);
}
.glyph {
  color: var(--ink-soft);
}
strong {
  font-weight: 600;
  font-size: 17px;
}
.rows ul {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  margin-top: 1px;
  font-size: 15px;
  color: var(--ink-soft);
}
.need b {
  font: 600 14px/1 var(--label);
  color: var(--ink);
  border: 1.5px solid var(--ink-soft);
  border-radius: 4px;
  padding: 0 6px;
  margin-right: 4px;
}
.need.assumed b {
  border-style: dashed;
  color: var(--ink-soft);
}
.free {
  font-style: italic;
}
.document {
  margin: 0 28px 24px;
  padding: 14px;
  overflow: auto;
  background: var(--card-raised);
  border: 1px solid var(--card-line);
  border-radius: var(--radius);
  font-size: 13px;
  line-height: 1.45;
}
.side {
  padding: 22px 20px;
  overflow-y: auto;
  display: flex;
  flex-direction: column;
  gap: 16px;
}
.told {
  border: 2px solid var(--copper-mat);
  border-radius: var(--radius);
  padding: 10px 14px;
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
.others button {
  width: 100%;
  min-height: 44px;
  padding: 0 12px;
  text-align: left;
  border: 1.5px solid var(--mat-line);
  border-radius: var(--radius);
}
.others [aria-pressed='true'] {
  border-color: var(--copper-mat);
}
.acts {
  margin-top: auto;
  display: grid;
  gap: 12px;
}
@media (max-width: 820px) {
  .review {
    grid-template-columns: 1fr;
    grid-template-rows: minmax(0, 1fr) auto;
  }
  .side {
    max-height: 45vh;
  }
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
