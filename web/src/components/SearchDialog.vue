<script setup lang="ts">
import type { SearchHit, SearchKind } from '@bemtor/core';
import { computed, nextTick, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { Away, read } from '../api/client.ts';
import KeyHint from './KeyHint.vue';

/** One search over everything that the shop knows; arrows and Enter go there. */
const open = defineModel<boolean>({ required: true });
const router = useRouter();

const text = ref('');
const hits = shallowRef<readonly SearchHit[]>([]);
/** What was asked for the answer that is shown. */
const answered = ref('');
const at = ref(0);
const fault = ref<string | null>(null);
const pauseMs = 120;
let timer: ReturnType<typeof setTimeout> | undefined;
let turn = 0;

const titles: Readonly<Record<SearchKind, string>> = {
  unit: 'Units',
  model: 'Models',
  part: 'Parts',
  step: 'Steps and cautions',
  job: 'Jobs',
  note: 'Notes',
};
/** With the title of its kind where that begins. */
const rows = computed(() =>
  hits.value.map((hit, i) => ({
    hit,
    i,
    title: hits.value[i - 1]?.kind === hit.kind ? null : titles[hit.kind],
  })),
);

/** Said to who does not see the mark: which of how many is chosen. */
const chosenWords = computed(() => {
  const hit = hits.value[at.value];
  return hit ? `${at.value + 1} of ${hits.value.length}: ${hit.title}, ${hit.detail}` : '';
});

watch(text, () => {
  clearTimeout(timer);
  timer = setTimeout(() => void ask(), pauseMs);
});
watch(open, (now) => {
  if (!now) clearTimeout(timer);
});

async function ask(): Promise<void> {
  const mine = ++turn;
  const words = (text.value ?? '').trim();
  try {
    const found =
      words === ''
        ? []
        : (await read<{ hits: SearchHit[] }>(`/search?q=${encodeURIComponent(words)}`, { keep: false })).value
            .hits;
    if (mine !== turn) return;
    [hits.value, answered.value, at.value, fault.value] = [found, words, 0, null];
  } catch (error) {
    if (mine !== turn) return;
    if (!(error instanceof Away)) throw error;
    fault.value = 'The server does not answer: nothing can be looked up now.';
  }
}

function pathOf({ kind, model, unit, revision, number }: SearchHit): string {
  const page = `/models/${encodeURIComponent(model ?? '')}`;
  switch (kind) {
    case 'unit':
      return `/unit/${unit}/intake`;
    case 'job':
      return `/unit/${unit}/run`;
    case 'note':
      return `/unit/${unit}/intake`;
    case 'part':
      return `/parts?q=${encodeURIComponent(number ?? '')}`;
    case 'step':
      return `${page}?revision=${revision}`;
    case 'model':
      return page;
  }
}
function go(hit: SearchHit | undefined): void {
  if (!hit) return;
  open.value = false;
  void router.push(pathOf(hit));
}
async function onKey(event: KeyboardEvent): Promise<void> {
  const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (by === undefined && event.key !== 'Enter') return;
  event.preventDefault();
  if (by !== undefined) {
    at.value = Math.max(0, Math.min(hits.value.length - 1, at.value + by));
    await nextTick();
    document.querySelector('[data-testid=search-hit].here')?.scrollIntoView({ block: 'nearest' });
    return;
  }
  // Enter before the answer is there waits for it: a hand scanner types and ends with Enter.
  clearTimeout(timer);
  if (answered.value !== (text.value ?? '').trim()) await ask();
  go(hits.value[at.value]);
}
</script>

<template>
  <v-dialog v-model="open" max-width="720" scrollable aria-label="Search" @after-leave="text = ''">
    <section class="card search" data-testid="search">
      <v-text-field
        v-model="text"
        autofocus
        label="Units, models, parts, steps, jobs, notes"
        clearable
        maxlength="80"
        data-testid="search-text"
        @keydown="onKey"
      />
      <p v-if="fault" role="alert">{{ fault }}</p>
      <p class="visually-hidden" role="status">{{ chosenWords }}</p>
      <ol v-if="hits.length > 0" class="hits" tabindex="0" aria-label="What was found">
        <li v-for="{ hit, i, title } in rows" :key="i">
          <h3 v-if="title">{{ title }}</h3>
          <v-btn
            block
            variant="text"
            class="hit"
            :class="{ here: i === at }"
            tabindex="-1"
            data-testid="search-hit"
            @click="go(hit)"
          >
            <span class="title">{{ hit.title }}</span>
            <small>{{ hit.detail }}</small>
          </v-btn>
        </li>
      </ol>
      <p v-else-if="answered !== '' && !fault" class="soft" data-testid="search-none">
        Nothing holds all of “{{ answered }}”. Fewer words find more; each is found by its beginning.
      </p>
      <p v-else class="soft">
        A ticket, a serial, a number off a label, a word of a step: each word by its beginning.
        <KeyHint name="↑↓" /> choose <KeyHint name="Enter" /> go there
      </p>
    </section>
  </v-dialog>
</template>

<style scoped>
.search {
  display: flex;
  flex-direction: column;
  gap: 12px;
  padding: 22px 24px;
  min-height: 320px;
}
.search > :first-child {
  flex: none;
}
.hits {
  overflow-y: auto;
}
h3 {
  font: 600 16px/1.2 var(--label);
  color: var(--ink-soft);
  padding: 8px 0 4px;
}
.hit {
  justify-content: flex-start;
  min-height: var(--touch);
  height: auto;
  padding: 6px 12px;
  border-left: 5px solid transparent;
}
.hit :deep(.v-btn__content) {
  display: grid;
  justify-content: start;
  justify-items: start;
  text-align: left;
  white-space: normal;
  width: 100%;
}
.here {
  background: var(--card-raised);
  border-left-color: var(--copper);
}
.title {
  font: 500 18px/1.3 var(--text);
  overflow-wrap: anywhere;
}
small,
.soft {
  font-size: 15px;
  color: var(--ink-soft);
}
</style>
