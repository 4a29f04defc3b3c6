<script setup lang="ts">
import {
  buildLexicon,
  schoolQuestions,
  schoolsSchema,
  type Schools,
  type ShopWord,
  type UnreadableRow,
} from '@bemtor/core';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { read } from '../../api/client.ts';
import HeldField from '../../components/HeldField.vue';
import TellBar from '../../components/TellBar.vue';
import { useTold } from '../../composables/useTold.ts';
import { useShop } from '../../stores/shop.ts';
import WhoWorked from './WhoWorked.vue';

/** How this shop works: who works here, what it chose where good technicians differ, and its own words. */
const shop = useShop();
const { told, tell } = useTold();
const word = ref('');
const means = ref('');
const fault = ref<string | null>(null);
const loaded = ref(false);
/** What is stored and cannot be read; null until somebody asks, since every row is looked at. */
const setApart = shallowRef<readonly UnreadableRow[] | null>(null);
const looking = ref(false);
async function lookApart(): Promise<void> {
  looking.value = true;
  try {
    setApart.value = (await read<{ rows: UnreadableRow[] }>('/unreadable', { keep: false })).value.rows;
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error);
  } finally {
    looking.value = false;
  }
}
onMounted(async () => {
  await shop.load();
  loaded.value = true;
});

const lexicon = buildLexicon();
const asPart = computed(() => means.value.trim() !== '' && !lexicon.has(means.value));

async function add(): Promise<void> {
  const entry = { word: word.value.trim().toLowerCase(), means: means.value.trim().toLowerCase() };
  if (!entry.word || !entry.means) return;
  fault.value = await shop.teachWord(entry);
  if (fault.value === null) word.value = means.value = '';
}
async function choose(key: keyof Schools, value: string): Promise<void> {
  const read = schoolsSchema.partial().safeParse({ [key]: value });
  if (read.success) fault.value = await shop.changeSchools({ [key]: read.data[key] });
}
async function drop(entry: ShopWord): Promise<void> {
  fault.value = await shop.forgetWord(entry);
}
</script>

<template>
  <section class="card shop" aria-label="Shop">
    <TellBar class="tell" :told="told" />
    <HeldField
      class="who"
      :value="shop.technician"
      label="Who works at this device"
      maxlength="60"
      data-testid="technician"
      @say="shop.sayTechnician"
    />
    <h1>How this shop works</h1>
    <p class="soft">Good technicians differ. The first answer is the usual one, with its reason.</p>
    <fieldset v-for="question in schoolQuestions" :key="question.key">
      <legend>{{ question.label }}</legend>
      <button
        v-for="(answer, i) in question.answers"
        :key="answer.value"
        :aria-pressed="shop.schools[question.key] === answer.value"
        :data-testid="`school-${question.key}-${answer.value}`"
        @click="choose(question.key, answer.value)"
      >
        {{ answer.words }} <small v-if="i === 0">{{ question.reason }}</small>
      </button>
    </fieldset>
    <h1>Words of this shop</h1>
    <p class="soft">
      What is said here but not everywhere. A word stands for words of the trade: “snake” for “display cable”.
      It is understood in the line, the palette and narrations from then on.
    </p>
    <form @submit.prevent="add">
      <label>Word <input v-model="word" maxlength="60" data-testid="shop-word" /></label>
      <label>means <input v-model="means" maxlength="60" data-testid="shop-means" /></label>
      <button class="act-button primary" :disabled="!word.trim() || !means.trim()">Add</button>
    </form>
    <p v-if="asPart" class="soft">
      “{{ means.trim() }}” is no word of the trade: it becomes a part of that name.
    </p>
    <p v-if="fault" class="stop" role="alert">{{ fault }}</p>
    <ul>
      <li v-for="entry in shop.words" :key="entry.word" data-testid="shop-row">
        <strong class="mono">{{ entry.word }}</strong> <span>means</span>
        <span class="mono">{{ entry.means }}</span>
        <button :aria-label="`Take out ${entry.word}`" @click="drop(entry)">take out</button>
      </li>
    </ul>
    <p v-if="loaded && shop.words.length === 0" class="soft">No words yet. Add the first one above.</p>
    <WhoWorked :tell="tell" />
    <h1>Models</h1>
    <p class="soft">
      Names, options and measures of models, which of them are one, and which nobody brings any more:
      <router-link to="/models">all models</router-link>.
    </p>
    <h1>Set apart</h1>
    <p class="soft">
      What a later version of Bemtor wrote, or a hand in the database, may not be readable here. Nothing of it
      is changed, and all else is shown.
    </p>
    <v-btn
      class="act-button look"
      variant="text"
      :loading="looking"
      data-testid="look-apart"
      @click="lookApart"
      >Look for what cannot be read</v-btn
    >
    <p v-if="setApart?.length === 0" role="status">All that is stored can be read.</p>
    <ul v-else-if="setApart" data-testid="set-apart">
      <li v-for="row in setApart" :key="`${row.what} ${row.id}`">
        <strong>{{ row.what }}</strong> <span class="mono">{{ row.id }}</span>
        <span>{{ row.why }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.tell {
  position: sticky;
  top: 0;
  z-index: 1;
  background: var(--card);
  padding-block: 8px;
}
.look {
  justify-self: start;
}
.shop {
  flex: 1;
  padding: 28px clamp(22px, 8vw, 120px);
  overflow-y: auto;
  display: grid;
  gap: 16px;
  align-content: start;
}
.shop :deep(h1) {
  font: 600 34px/1.1 var(--label);
}
.shop :deep(.soft) {
  color: var(--ink-soft);
  max-width: 66ch;
}
.shop :deep(.field) {
  max-width: 420px;
}
.who {
  max-width: 320px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
legend {
  font: 600 18px/1.2 var(--label);
  margin-bottom: 6px;
}
fieldset button {
  min-height: var(--touch);
  padding: 6px 16px;
  text-align: left;
  border: 1.5px solid var(--card-line);
  border-radius: var(--radius);
  flex: 0 1 300px;
}
fieldset button[aria-pressed='true'] {
  border: 2px solid var(--copper);
  font-weight: 600;
}
small {
  display: block;
  font-weight: 400;
  color: var(--ink-soft);
}
form {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 14px;
}
label {
  display: grid;
  gap: 4px;
  font: 600 15px/1.2 var(--label);
}
input {
  min-height: var(--touch);
  width: 260px;
  padding: 0 12px;
  border: 1.5px solid var(--ink-soft);
  border-radius: var(--radius);
  background: var(--card-raised);
  font: 400 18px/1 var(--mono);
}
.shop :deep(li) {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  min-height: var(--touch);
  border-bottom: 1px solid var(--card-line);
  max-width: 860px;
}
.shop :deep(.code) {
  min-width: 100px;
}
.shop :deep(.correct) {
  margin-left: auto;
  min-height: var(--touch);
  color: var(--ink-soft);
  text-decoration: underline;
  text-transform: none;
  letter-spacing: 0;
}
li button:not(.v-btn) {
  margin-left: auto;
  min-height: 44px;
  color: var(--ink-soft);
  text-decoration: underline;
}
</style>
