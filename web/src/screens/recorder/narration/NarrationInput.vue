<script setup lang="ts">
import { entryWords, writeLine, type Entry, type KnownPart, type LineContext } from '@bemtor/core';
import { computed, nextTick, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import KeyHint from '../../../kit/KeyHint.vue';
import { clock } from '../../../composables/format.ts';
import { useShop } from '../../../stores/shop.ts';
import { demoNarrations } from './demoNarrations.ts';
import {
  correctedBy,
  decide,
  draftFrom,
  isSure,
  narrationHere,
  lastSecond,
  spokenAt,
  sureRun,
  type Narration,
} from './drafts.ts';
import ActButton from '../../../kit/ActButton.vue';
import CommandButton from '../../../kit/CommandButton.vue';
import FileButton from '../../../kit/FileButton.vue';
import TextField from '../../../kit/TextField.vue';
import { useCommands } from '../../../kit/useCommands.ts';
import CursorRow from '../../../kit/CursorRow.vue';

/**
 * A narration becomes drafts; each is accepted, corrected or dropped with one key. The player stands in for
 * live dictation: drafts appear as their words are spoken.
 */
const props = defineProps<{ unitId: string; known: readonly KnownPart[]; context: LineContext }>();
const emit = defineEmits<{ accept: [entry: Entry] }>();
const shop = useShop();

const kept = narrationHere(props.unitId);
const narration = shallowRef<Narration | null>(kept.read());
const fault = ref<string | null>(null);
const pasted = ref('');
/** Above the first draft is the head of the list, where one key accepts all sure ones. */
const head = -1;
const here = ref(head);
const correcting = ref<string | null>(null);
const field = ref<{ $el: HTMLElement } | null>(null);
const list = ref<HTMLElement | null>(null);
watch(narration, kept.write);

/** Seconds into the narration that is being played; null where nothing plays. */
const playing = ref<number | null>(null);
const speed = ref(1);
let ticker: ReturnType<typeof setInterval> | undefined;
const tickMs = 200;

const heard = computed(() =>
  (narration.value?.drafts ?? [])
    .map((draft, at) => ({ ...draft, at }))
    .filter(({ entry }) => playing.value === null || entry.at === null || entry.at <= playing.value),
);
const open = computed(() => heard.value.filter(({ fate }) => fate === 'open'));
const left = computed(() => (narration.value?.drafts ?? []).filter(({ fate }) => fate === 'open').length);
const sure = computed(() => sureRun(open.value));
const atHead = computed(() => here.value === head && sure.value.length > 0);
const current = computed(() =>
  atHead.value ? null : (open.value.find(({ at }) => at >= here.value) ?? open.value[0] ?? null),
);

async function take(name: string, source: string): Promise<void> {
  stop();
  const drafted = await draftFrom(name, source, props.known, shop.words);
  if (typeof drafted === 'string') fault.value = drafted;
  else {
    fault.value = null;
    narration.value = drafted;
    here.value = head;
    pasted.value = '';
  }
}
const takeFile = async (file: File): Promise<void> => take(file.name, await file.text());
async function play(name: string, source: string): Promise<void> {
  await take(name, source);
  if (!narration.value) return;
  playing.value = 0;
  ticker = setInterval(() => {
    playing.value = (playing.value ?? 0) + (tickMs / 1000) * speed.value;
    if (narration.value && playing.value > lastSecond(narration.value.cues)) stop();
  }, tickMs);
}
function stop(): void {
  clearInterval(ticker);
  playing.value = null;
}
onBeforeUnmount(stop);

function settle(fate: 'accepted' | 'dropped', entry?: Entry): void {
  const draft = current.value;
  if (!draft || !narration.value) return;
  if (fate === 'accepted') emit('accept', entry ?? draft.entry);
  narration.value = decide(narration.value, draft.at, fate, entry);
  // A doubt that is settled leads back to the head: one key for all that is sure behind it.
  here.value = isSure(draft) ? draft.at + 1 : head;
  correcting.value = null;
}
/** Accepts what is sure, in order, and stops at the next doubt. */
function acceptSure(): void {
  const accepted = sure.value;
  for (const draft of accepted) {
    if (!narration.value) return;
    emit('accept', draft.entry);
    narration.value = decide(narration.value, draft.at, 'accepted');
  }
  here.value = (accepted[accepted.length - 1]?.at ?? head) + 1;
}
async function correct(): Promise<void> {
  if (!current.value) return;
  correcting.value = writeLine(current.value.entry);
  await nextTick();
  const input = field.value?.$el.querySelector('input');
  input?.focus();
  input?.select();
}
const reading = computed(() =>
  correcting.value !== null && current.value
    ? correctedBy(correcting.value, current.value.entry, props.context)
    : null,
);
function move(by: number): void {
  const at = open.value.findIndex((draft) => draft.at === current.value?.at);
  here.value = open.value[Math.min(open.value.length - 1, at + by)]?.at ?? head;
}
watch(current, async () => {
  await nextTick();
  list.value?.querySelector('.here')?.scrollIntoView({ block: 'nearest' });
});
const { command } = useCommands(() => {
  const unless = current.value ? null : 'No draft is left';
  const drafted = narration.value !== null && correcting.value === null;
  return [
    {
      id: 'accept',
      keys: ['a'],
      words: 'accept',
      when: drafted,
      unless: atHead.value ? null : unless,
      run: () => (atHead.value ? acceptSure() : settle('accepted')),
    },
    { id: 'correct', keys: ['c'], words: 'correct', when: drafted, unless, run: correct },
    { id: 'drop', keys: ['d'], words: 'drop', when: drafted, unless, run: () => settle('dropped') },
    { id: 'next', keys: ['ArrowDown'], words: 'next draft', when: drafted, run: () => move(1) },
    { id: 'previous', keys: ['ArrowUp'], words: 'previous draft', when: drafted, run: () => move(-1) },
  ];
});
</script>

<template>
  <div class="narration" data-testid="narration">
    <template v-if="!narration">
      <p class="soft">
        Captions (WebVTT, SubRip), text with [m:ss] before its paragraphs, or plain text. It is read here, on
        this device.
      </p>
      <v-textarea v-model="pasted" rows="3" label="Paste a narration here" data-testid="narration-text" />
      <div class="row">
        <ActButton
          :unless="pasted.trim() === '' ? 'Still needed: the text' : null"
          @click="take('Pasted text', pasted)"
          >Draft it</ActButton
        >
        <FileButton accept=".vtt,.srt,.txt,text/plain,text/vtt" data-testid="narration-file" @file="takeFile"
          >Choose a file</FileButton
        >
        <span class="soft">or play one of the demo:</span>
        <ActButton
          v-for="demo in demoNarrations"
          :key="demo.name"
          :data-testid="`play-${demo.name}`"
          @click="demo.load().then((source) => play(demo.name, source))"
        >
          ▸ {{ demo.name }}
        </ActButton>
      </div>
      <p v-if="fault" class="stop" role="alert">{{ fault }}</p>
    </template>
    <template v-else>
      <div class="row head">
        <strong>{{ narration.name }}</strong>
        <span class="soft" data-testid="drafts-left">{{ left }} of {{ narration.drafts.length }} left</span>
        <template v-if="playing !== null">
          <span class="mono">{{ clock(playing) }}</span>
          <ActButton
            v-for="times in [1, 4, 16]"
            :key="times"
            :aria-pressed="speed === times"
            @click="speed = times"
          >
            × {{ times }}
          </ActButton>
          <ActButton @click="stop">All at once</ActButton>
        </template>
        <ActButton class="end" @click="narration = null">{{ left === 0 ? 'Done' : 'Close' }}</ActButton>
      </div>
      <p v-if="playing !== null" class="spoken" aria-live="polite">
        “{{ spokenAt(narration.cues, playing) }}”
      </p>
      <ActButton
        v-if="sure.length > 0"
        class="sure-ones"
        :class="{ here: atHead }"
        data-testid="accept-sure"
        @click="acceptSure"
      >
        <KeyHint v-if="atHead" name="A" /> accept the {{ sure.length }} that are sure, up to the next doubt
      </ActButton>
      <ol ref="list" tabindex="0" aria-label="Drafted entries">
        <CursorRow
          v-for="draft in heard"
          :key="draft.at"
          :class="draft.fate"
          :here="draft.at === current?.at"
          data-testid="draft"
          @choose="draft.fate === 'open' && (here = draft.at)"
        >
          <time class="mono">{{ draft.entry.at === null ? '' : clock(draft.entry.at) }}</time>
          <span class="words">{{ entryWords(draft.entry) }}</span>
          <span class="sure" :class="{ unsure: !isSure(draft) }"
            >{{ Math.round(draft.entry.confidence * 100) }} %</span
          >
          <span class="said">{{ draft.entry.text }}</span>
          <span v-if="draft.why && draft.fate === 'open'" class="doubt">? {{ draft.why }}</span>
        </CursorRow>
      </ol>
      <v-form v-if="correcting !== null" class="row" @submit.prevent="reading && settle('accepted', reading)">
        <TextField
          ref="field"
          v-model="correcting"
          class="correct"
          mono
          label="Correct the draft"
          data-testid="correct-draft"
          @keydown.escape="correcting = null"
        />
        <span class="soft">{{ reading ? entryWords(reading) : 'not understood yet' }}</span>
        <ActButton key-name="Enter" type="submit" :disabled="!reading">accept</ActButton>
      </v-form>
      <div v-else class="row keys">
        <CommandButton v-for="id in ['accept', 'correct', 'drop']" :key="id" :command="command(id)" />
      </div>
    </template>
  </div>
</template>

<style scoped>
.narration {
  display: flex;
  flex-direction: column;
  gap: 10px;
  padding: 10px 22px 18px;
  max-height: 56vh;
  min-height: 0;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
}
.soft {
  color: var(--ink-soft);
  font-size: 15px;
}
.correct {
  flex: 1 1 260px;
}
.end {
  margin-left: auto;
}
.spoken {
  font-size: 17px;
  color: var(--ink-soft);
}
ol {
  overflow-y: auto;
  min-height: 120px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 52px minmax(0, 1fr) 54px;
  gap: 2px 10px;
  padding: 7px 8px;
  border-bottom: 1px solid var(--card-line);
  border-left: 3px solid transparent;
}
li.here {
  border-left-color: var(--copper);
  background: var(--card-raised);
}
li.accepted .words::after {
  content: ' ✓';
}
li.dropped .words {
  text-decoration: line-through;
}
li.accepted,
li.dropped {
  color: var(--ink-soft);
}
time,
.sure {
  font-size: 13px;
  color: var(--ink-soft);
}
.unsure {
  font-weight: 700;
  color: var(--ink);
}
.sure-ones.here {
  border-color: var(--copper);
  border-width: 2px;
}
.doubt {
  grid-column: 2 / 4;
  font-size: 15px;
  font-weight: 500;
  color: var(--copper-ink);
}
.said {
  grid-column: 2 / 4;
  font-size: 14px;
  color: var(--ink-soft);
}
</style>
