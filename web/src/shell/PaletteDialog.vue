<script setup lang="ts">
import { searchLimit, type SearchHit } from '@bemtor/core';
import { useDebounceFn } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { Away, read } from '../api/client.ts';
import AskDialog from '../kit/AskDialog.vue';
import { found, keysOf } from '../kit/commands.ts';
import KeyHint from '../kit/KeyHint.vue';
import TileButton from '../kit/TileButton.vue';
import { commandsHere, give } from '../kit/useCommands.ts';
import { useCursor } from '../kit/useCursor.ts';
import { chosenRow, paletteRows, paletteTitles, pathOf, type PaletteRow } from './paletteRows.ts';

/** One field that finds every command, and everything that the shop knows; arrows and Enter do it or go there. */
const open = defineModel<boolean>({ required: true });
const router = useRouter();

const text = ref('');
const hits = shallowRef<readonly SearchHit[]>([]);
/** What was asked for the answer that is shown. */
const answered = ref('');
const fault = ref<string | null>(null);
const pauseMs = 120;

const typed = computed(() => (text.value ?? '').trim());
const rows = computed(() => paletteRows(found(commandsHere.value, typed.value), hits.value));
const cursor = useCursor(
  () => rows.value.length,
  () => document.querySelector('[data-testid=search-hit].here'),
);
const { at } = cursor;
/** With the title of its kind where that begins. */
const lines = computed(() =>
  rows.value.map((row, i) => ({
    row,
    i,
    title: rows.value[i - 1]?.kind === row.kind ? null : paletteTitles[row.kind],
  })),
);
/** Said to who does not see the mark: which of how many is chosen. */
const chosenWords = computed(() => {
  const row = rows.value[at.value];
  return row ? `${at.value + 1} of ${rows.value.length}: ${row.title} ${row.detail}` : '';
});

/**
 * What was asked for last. An answer to anything else comes too late; and what a scanner’s Enter asks for before the
 * pause is over is not asked for again.
 */
let asked = '';
const askSoon = useDebounceFn(() => asked !== typed.value && ask(), pauseMs);
watch(text, askSoon);
watch(open, (now) => {
  if (now) [text.value, hits.value, answered.value, at.value, asked] = ['', [], '', 0, ''];
});

async function ask(): Promise<void> {
  const words = (asked = typed.value);
  try {
    const answer =
      words === ''
        ? []
        : (await read<{ hits: SearchHit[] }>(`/search?q=${encodeURIComponent(words)}`, { keep: false })).value
            .hits;
    if (words !== asked) return;
    [hits.value, answered.value, fault.value] = [answer, words, null];
    at.value = chosenRow(rows.value, words);
  } catch (error) {
    if (words !== asked) return;
    if (!(error instanceof Away)) throw error;
    fault.value = 'The server does not answer: only what can be done here is found.';
  }
}

function go(row: PaletteRow | undefined): void {
  if (!row) return;
  open.value = false;
  if (row.kind === 'command') give(row.command);
  else void router.push(pathOf(row.hit));
}
async function onKey(event: KeyboardEvent): Promise<void> {
  const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (by === undefined && event.key !== 'Enter') return;
  event.preventDefault();
  if (by !== undefined) return cursor.move(by);
  // Enter before the answer is there waits for it: a hand scanner types and ends with Enter.
  if (answered.value !== typed.value) await ask();
  go(rows.value[at.value]);
}
</script>

<template>
  <AskDialog v-model="open" title="Find" :width="720" class="search" data-testid="search">
    <v-text-field
      v-model="text"
      label="Commands, units, models, parts, steps, jobs, notes"
      clearable
      :maxlength="searchLimit"
      data-testid="search-text"
      @keydown="onKey"
    />
    <p v-if="fault" role="alert">{{ fault }}</p>
    <p class="visually-hidden" role="status">{{ chosenWords }}</p>
    <p v-if="answered !== '' && !fault && hits.length === 0" class="soft" data-testid="search-none">
      Nothing holds all of “{{ answered }}”. Fewer words find more; each is found by its beginning.
    </p>
    <ol v-if="lines.length > 0" class="hits" tabindex="0" aria-label="What was found">
      <li v-for="{ row, i, title } in lines" :key="i">
        <h3 v-if="title">{{ title }}</h3>
        <TileButton
          class="hit"
          :class="{ here: i === at }"
          tabindex="-1"
          data-testid="search-hit"
          @click="go(row)"
        >
          <span class="title">{{ row.title }}</span>
          <small>{{ row.detail }}</small>
          <KeyHint v-if="row.kind === 'command' && row.command.keys.length > 0" :name="keysOf(row.command)" />
        </TileButton>
      </li>
    </ol>
    <p class="soft">
      A ticket, a serial, a number off a label, a word of a step or of a command.
      <KeyHint name="↑↓" /> choose <KeyHint name="Enter" /> do it, or go there
    </p>
  </AskDialog>
</template>

<style scoped>
.search {
  min-height: 320px;
}
.hits {
  max-height: 56vh;
  overflow-y: auto;
}
h3 {
  font: 600 16px/1.2 var(--label);
  color: var(--ink-soft);
  padding: 8px 0 4px;
}
.hit {
  display: grid;
  grid-template-columns: minmax(0, auto) minmax(0, 1fr) auto;
  align-items: baseline;
  gap: 2px 14px;
  width: 100%;
  border-left: 5px solid transparent;
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
