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
import { may } from '../../api/session.ts';
import HeldField from '../../kit/HeldField.vue';
import PageCard from '../../kit/PageCard.vue';
import TellBar from '../../kit/TellBar.vue';
import { useTold } from '../../kit/useTold.ts';
import { useShop } from '../../stores/shop.ts';
import CopiesOfAll from './CopiesOfAll.vue';
import ForgettingRule from './ForgettingRule.vue';
import WhoWorked from './WhoWorked.vue';
import ActButton from '../../kit/ActButton.vue';
import ChoiceRow from '../../kit/ChoiceRow.vue';
import TextField from '../../kit/TextField.vue';

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
  <PageCard class="shop" aria-label="Shop">
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
    <ChoiceRow
      v-for="question in schoolQuestions"
      :key="question.key"
      :label="question.label"
      :choices="
        question.answers.map(({ value, words }, i) => ({
          value,
          words,
          testid: `school-${question.key}-${value}`,
          ...(i === 0 ? { detail: question.reason } : {}),
        }))
      "
      :chosen="shop.schools[question.key]"
      @choose="choose(question.key, $event)"
    />
    <h1>Words of this shop</h1>
    <p class="soft">
      What is said here but not everywhere. A word stands for words of the trade: “snake” for “display cable”.
      It is understood in the line, the palette and narrations from then on.
    </p>
    <v-form class="teach" @submit.prevent="add">
      <TextField v-model="word" mono label="Word" maxlength="60" data-testid="shop-word" />
      <TextField v-model="means" mono label="means" maxlength="60" data-testid="shop-means" />
      <ActButton
        primary
        type="submit"
        :unless="word.trim() && means.trim() ? null : 'Still needed: the word and what it means'"
        >Add</ActButton
      >
    </v-form>
    <p v-if="asPart" class="soft">
      “{{ means.trim() }}” is no word of the trade: it becomes a part of that name.
    </p>
    <p v-if="fault" class="stop" role="alert">{{ fault }}</p>
    <ul>
      <li v-for="entry in shop.words" :key="entry.word" data-testid="shop-row">
        <strong class="mono">{{ entry.word }}</strong> <span>means</span>
        <span class="mono">{{ entry.means }}</span>
        <ActButton quiet class="out" :aria-label="`Take out ${entry.word}`" @click="drop(entry)"
          >take out</ActButton
        >
      </li>
    </ul>
    <p v-if="loaded && shop.words.length === 0" class="soft">No words yet. Add the first one above.</p>
    <WhoWorked :tell="tell" />
    <template v-if="may('owner')">
      <h1>People and devices</h1>
      <p class="soft">
        Who may work here, as what, and from which devices:
        <router-link to="/people" data-testid="to-people">people and devices</router-link>; and
        <router-link to="/audit">who did what</router-link>. Alone at this machine nobody signs in.
      </p>
    </template>
    <h1>Models</h1>
    <p class="soft">
      Names, options and measures of models, which of them are one, and which nobody brings any more:
      <router-link to="/models">all models</router-link>.
    </p>
    <CopiesOfAll v-if="may('owner')" :tell="tell" />
    <ForgettingRule v-if="may('owner')" :tell="tell" />
    <template v-if="may('lead')">
      <h1>Set apart</h1>
      <p class="soft">
        What a later version of Bemtor wrote, or a hand in the database, may not be readable here. Nothing of
        it is changed, and all else is shown.
      </p>
      <ActButton class="look" :loading="looking" data-testid="look-apart" @click="lookApart"
        >Look for what cannot be read</ActButton
      >
      <p v-if="setApart?.length === 0" role="status">All that is stored can be read.</p>
      <ul v-else-if="setApart" data-testid="set-apart">
        <li v-for="row in setApart" :key="`${row.what} ${row.id}`">
          <strong>{{ row.what }}</strong> <span class="mono">{{ row.id }}</span>
          <span>{{ row.why }}</span>
        </li>
      </ul>
    </template>
  </PageCard>
</template>

<style scoped>
.look {
  justify-self: start;
}
.shop :deep(.field) {
  max-width: 420px;
}
.who {
  max-width: 320px;
}
.teach {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  gap: 14px;
  max-width: 760px;
}
.teach > :not(:last-child) {
  flex: 1 1 220px;
}
.shop :deep(.code) {
  min-width: 100px;
}
.shop :deep(.correct) {
  margin-left: auto;
  text-decoration: underline;
}
.out {
  margin-left: auto;
}
</style>
