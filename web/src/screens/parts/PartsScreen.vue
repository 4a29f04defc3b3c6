<script setup lang="ts">
import { defineAsyncComponent, nextTick, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import type { VTextField } from 'vuetify/components';
import KeyHint from '../../kit/KeyHint.vue';
import TellBar from '../../kit/TellBar.vue';
import PartSheet from './PartSheet.vue';
import ShoppingList from './ShoppingList.vue';
import { useParts } from './useParts.ts';
import TileButton from '../../kit/TileButton.vue';
import CommandButton from '../../kit/CommandButton.vue';
import { useCommands } from '../../kit/useCommands.ts';
import { useCursor } from '../../kit/useCursor.ts';

/** The encoder of the codes is large: it loads when labels are first asked for. */
const LabelsDialog = defineAsyncComponent(() => import('./LabelsDialog.vue'));

/** Any number, any spelling: what it fits, what fits instead, who needs it. */
const parts = useParts();
const { query, hits, at, detail, wants, units, fault, told } = parts;
const cursor = useCursor(() => hits.value.length);
watch(cursor.at, (to) => (at.value = to));
watch(at, (to) => (cursor.at.value = to));
const field = ref<VTextField | null>(null);
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
    cursor.move(event.key === 'ArrowDown' ? 1 : -1);
  } else if (event.key === 'Enter') {
    // A hand scanner types and ends with Enter: the next scan replaces the text.
    event.preventDefault();
    void parts.search();
    field.value?.select();
  } else if (event.key === 'Escape') field.value?.blur();
}
const nearness = (score: number): string => {
  if (score >= 1) return 'the same';
  return score >= 0.95 ? 'begins so' : 'similar';
};
const focusField = (): void => {
  field.value?.focus();
  void nextTick(() => field.value?.select());
};
const { command } = useCommands(() => [
  { id: 'find', keys: ['/'], words: 'find a number', run: focusField },
  ...cursor.arrows('number'),
  {
    id: 'labels',
    keys: ['l'],
    words: 'labels and scanner',
    run: () => (labels.value = true),
  },
]);
</script>

<template>
  <div class="parts">
    <section class="mat-bound find" aria-label="Find a number">
      <v-text-field
        ref="field"
        v-model="query"
        class="search mono"
        label="Number, in any spelling"
        placeholder="typed or scanned"
        persistent-placeholder
        autocomplete="off"
        spellcheck="false"
        data-testid="part-search"
        @keydown="onKey"
        ><template #append-inner><KeyHint name="/" /></template
      ></v-text-field>
      <p v-if="fault" class="caution" role="alert">{{ fault }}</p>
      <TellBar :told="told" />
      <ol v-if="hits.length > 0" class="hits">
        <li v-for="(hit, i) in hits" :key="hit.number">
          <TileButton
            :class="{ here: i === at }"
            :aria-current="i === at"
            data-testid="part-hit"
            @click="at = i"
          >
            <strong class="mono">{{ hit.number }}</strong>
            <span>{{ hit.parts.join(', ') }}</span>
            <small>{{ nearness(hit.score) }} · {{ hit.models.join(', ') }}</small>
          </TileButton>
        </li>
      </ol>
      <p v-else class="soft">
        {{
          query.trim() === ''
            ? 'The catalogue grows by itself from sequences and jobs. O and 0, I and 1, B and 8, S and 5 are taken for one another, as labels do.'
            : 'Nothing like it has been seen here.'
        }}
      </p>
      <CommandButton class="labels" :command="command('labels')" />
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
  flex: none;
}
.search :deep(input) {
  font: 400 26px/1.2 var(--mono);
}
.hits button {
  display: grid;
  gap: 1px;
  width: 100%;
  justify-items: start;
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
.labels {
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
@media (max-width: 700px) {
  .parts {
    grid-template: auto / minmax(0, 1fr);
    overflow-y: auto;
  }
  .find {
    grid-row: auto;
    overflow: visible;
  }
  .parts > * {
    overflow: visible;
  }
}
</style>
