<script setup lang="ts">
import { defineAsyncComponent, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import KeyHint from '../../components/KeyHint.vue';
import { useKeys } from '../../composables/useKeys.ts';
import TellBar from '../../components/TellBar.vue';
import PartSheet from './PartSheet.vue';
import ShoppingList from './ShoppingList.vue';
import { useParts } from './useParts.ts';

/** The encoder of the codes is large: it loads when labels are first asked for. */
const LabelsDialog = defineAsyncComponent(() => import('./LabelsDialog.vue'));

/** Any number, any spelling: what it fits, what fits instead, who needs it. */
const parts = useParts();
const { query, hits, at, detail, wants, units, fault, told } = parts;
const field = ref<HTMLInputElement | null>(null);
const labels = ref(false);
const labelsAsked = ref(false);
watch(labels, (open) => (labelsAsked.value ||= open));
const route = useRoute();

onMounted(() => {
  field.value?.focus();
  if (typeof route.query['q'] === 'string') query.value = route.query['q'];
});
watch(at, (place) => hits.value[place] && void parts.show(hits.value[place].number));
watch(hits, (found) => found[0] && void parts.show(found[0].number));

function onKey(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    event.preventDefault();
    const by = event.key === 'ArrowDown' ? 1 : -1;
    at.value = Math.min(hits.value.length - 1, Math.max(0, at.value + by));
  } else if (event.key === 'Enter') {
    // A hand scanner types and ends with Enter: the next scan replaces the text.
    event.preventDefault();
    void parts.search();
    field.value?.select();
  } else if (event.key === 'Escape') field.value?.blur();
}
const nearness = (score: number): string => {
  if (score >= 1) return 'the same';
  return score >= 0.95 ? 'begins so' : 'alike';
};
const focusField = (): void => {
  field.value?.focus();
  field.value?.select();
};
useKeys(() => ({
  '/': focusField,
  l: () => (labels.value = true),
  ArrowDown: () => (at.value = Math.min(hits.value.length - 1, at.value + 1)),
  ArrowUp: () => (at.value = Math.max(0, at.value - 1)),
}));
</script>

<template>
  <div class="parts">
    <section class="mat-bound find" aria-label="Find a number">
      <label class="search"
        ><span class="label">Number, in any spelling <KeyHint name="/" /></span>
        <input
          ref="field"
          v-model="query"
          class="mono"
          autocomplete="off"
          spellcheck="false"
          placeholder="typed or scanned"
          data-testid="part-search"
          @keydown="onKey"
        />
      </label>
      <p v-if="fault" class="caution" role="alert">{{ fault }}</p>
      <TellBar :told="told" />
      <ol v-if="hits.length > 0" class="hits">
        <li v-for="(hit, i) in hits" :key="hit.number">
          <button :class="{ here: i === at }" :aria-current="i === at" data-testid="part-hit" @click="at = i">
            <strong class="mono">{{ hit.number }}</strong>
            <span>{{ hit.parts.join(', ') }}</span>
            <small>{{ nearness(hit.score) }} · {{ hit.models.join(', ') }}</small>
          </button>
        </li>
      </ol>
      <p v-else class="soft">
        {{
          query.trim() === ''
            ? 'The catalogue grows by itself from sequences and jobs. O and 0, I and 1, B and 8, S and 5 are taken for one another, as labels do.'
            : 'Nothing like it has been seen here.'
        }}
      </p>
      <button class="act-button" @click="labels = true"><KeyHint name="L" /> labels and scanner</button>
    </section>
    <PartSheet
      :detail="detail"
      :units="units"
      @show="parts.show"
      @want="parts.want"
      @stock="parts.changeStock"
    />
    <ShoppingList :wants="wants" @state="parts.setState" @want="parts.want" />
    <LabelsDialog v-if="labelsAsked" v-model="labels" :number="detail?.number ?? null" :units="units" />
  </div>
</template>

<style scoped>
.parts {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 320px minmax(0, 1fr) 340px;
}
.find {
  padding: 20px;
  overflow-y: auto;
  display: flex;
  flex-direction: column;
  gap: 14px;
}
.search {
  display: grid;
  gap: 6px;
}
.search input {
  min-height: 60px;
  padding: 0 14px;
  font-size: 26px;
  border: 2px solid var(--copper-mat);
  border-radius: var(--radius);
  background: var(--mat-raised);
  color: var(--on-mat);
  width: 100%;
}
::placeholder {
  color: var(--soft-on-mat);
  font-size: 18px;
}
.hits button {
  display: grid;
  gap: 1px;
  width: 100%;
  text-align: left;
  padding: 9px 12px;
  border-left: 5px solid transparent;
  border-bottom: 1px solid var(--mat-line);
}
.hits .here {
  background: var(--mat-raised);
  border-left-color: var(--copper-mat);
}
.hits strong {
  font-size: 19px;
}
small,
.soft {
  color: var(--soft-on-mat);
  font-size: 14px;
}
.act-button {
  margin-top: auto;
}
@media (max-width: 1000px) {
  .parts {
    grid-template-columns: 270px minmax(0, 1fr);
    grid-template-rows: minmax(0, 1fr) auto;
  }
  .find {
    grid-row: 1 / span 2;
  }
}
</style>
