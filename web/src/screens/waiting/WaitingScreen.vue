<script setup lang="ts">
import { computed, onMounted, onBeforeUnmount, ref, shallowRef } from 'vue';
import { sendLeftovers, type Leftover } from '../../api/leftovers.ts';
import { forgetStream } from '../../api/local.ts';
import { forgetShopItem, shopItems, type ShopItem } from '../../api/shopLog.ts';
import RefusedEvents from '../../components/RefusedEvents.vue';
import AskDialog from '../../kit/AskDialog.vue';
import EmptyState from '../../kit/EmptyState.vue';
import { dayAndTime } from '../../composables/format.ts';
import { typedUnits, typingHere } from '../../composables/keptHere.ts';
import { saveFile } from '../../composables/saveFile.ts';
import { forgetPicture, picturesHere, sendPictures, type PictureHere } from '../../pictures/pictureQueue.ts';
import { useLabels } from './useLabels.ts';
import PictureThumb from '../../pictures/PictureThumb.vue';
import { itemWords } from './itemWords.ts';
import { shopWords } from '../../composables/shopWords.ts';
import ActButton from '../../kit/ActButton.vue';

/** All that waits on this device for the server: of which recording or job, why, and what can be done with it. */
const waiting = shallowRef<readonly Leftover[] | null>(null);
const typed = shallowRef(typedUnits());
const busy = ref(false);
const pictures = computed(picturesHere);
const refused = computed(() => shopItems().filter(({ refused: why }) => why !== null));
const said = computed(() => shopItems().filter(({ refused: why }) => why === null));
const { labelOf } = useLabels();
/** What is about to be dropped, asked once more. */
type Gone = Leftover | PictureHere | ShopItem | ReturnType<typeof typedUnits>[number];
const dropping = shallowRef<Gone | null>(null);
const what = computed(() => {
  if (!dropping.value || 'url' in dropping.value) return 'this picture';
  if ('body' in dropping.value) return `“${shopWords(dropping.value.body, labelOf)}”`;
  const { length } = 'lines' in dropping.value ? dropping.value.lines : dropping.value.items;
  return `${length} ${length === 1 ? 'entry' : 'entries'}`;
});
const everyMs = 5_000;

async function tryNow(): Promise<void> {
  if (busy.value) return;
  busy.value = true;
  try {
    [waiting.value] = await Promise.all([sendLeftovers(), sendPictures()]);
  } finally {
    typed.value = typedUnits();
    busy.value = false;
  }
}
let timer: ReturnType<typeof setInterval>;
onMounted(() => {
  void tryNow();
  timer = setInterval(() => void tryNow(), everyMs);
});
onBeforeUnmount(() => clearInterval(timer));

const nameOf = ({ stream }: Leftover): string => (stream.startsWith('jobs/') ? 'Job' : 'Recording');
function save(leftover: Leftover): void {
  saveFile(
    `${leftover.stream.replace('/', '-')}.json`,
    JSON.stringify(leftover.items, null, 2),
    'application/json',
  );
}
async function forget(gone: Gone): Promise<void> {
  if ('lines' in gone) return typingHere(gone.unitId).write(null);
  if ('url' in gone) return forgetPicture(gone.id);
  return 'body' in gone ? forgetShopItem(gone.id) : forgetStream(gone.stream);
}
const saveSaid = (): void =>
  saveFile('waiting.json', JSON.stringify(shopItems(), null, 2), 'application/json');
async function drop(): Promise<void> {
  const gone = dropping.value;
  if (gone) await forget(gone);
  dropping.value = null;
  await tryNow();
}
</script>

<template>
  <section class="card waiting" aria-label="What waits on this device">
    <h1>What waits on this device</h1>
    <p class="soft">
      All that is said and done is kept here first and sent in order. What the server refuses stays until you
      say what becomes of it.
    </p>
    <EmptyState
      v-if="waiting?.length === 0 && typed.length === 0 && pictures.length === 0 && shopItems().length === 0"
      title="Nothing waits"
      text="The server has all that was done here."
    >
      <ActButton to="/">To the bench</ActButton>
    </EmptyState>
    <template v-else-if="waiting">
      <ActButton :loading="busy" data-testid="try-now" @click="tryNow">Try now</ActButton>
      <article v-if="said.length + refused.length > 0" data-testid="waiting-said">
        <header>
          <strong>Said of units, models and the shop</strong>
          <ActButton @click="saveSaid">Save as a file</ActButton>
        </header>
        <RefusedEvents :items="refused" :label-of="labelOf" />
        <ul>
          <li v-for="item in said" :key="item.id" class="said">
            <span
              ><time class="mono">{{ dayAndTime(item.at) }}</time> {{ shopWords(item.body, labelOf) }}</span
            >
            <ActButton @click="dropping = item">Drop …</ActButton>
          </li>
        </ul>
      </article>
      <article v-for="leftover in waiting" :key="leftover.stream" data-testid="leftover">
        <header>
          <strong>{{ nameOf(leftover) }}</strong>
          <span class="soft">{{ leftover.why }}</span>
        </header>
        <ol>
          <li v-for="item in leftover.items" :key="item.id">
            <time class="mono">{{ dayAndTime(item.at) }}</time> {{ itemWords(item.body) }}
          </li>
        </ol>
        <p class="acts">
          <ActButton @click="save(leftover)">Save as a file</ActButton>
          <ActButton @click="dropping = leftover">Drop …</ActButton>
        </p>
      </article>
      <article v-for="entered in typed" :key="entered.unitId" data-testid="waiting-typed">
        <header>
          <strong>Entered for {{ labelOf(entered.unitId) }}</strong>
          <span class="soft">its recording was not open yet; the recorder takes it from here</span>
        </header>
        <ol>
          <li v-for="line in entered.lines" :key="line.id" class="mono">{{ line.text }}</li>
        </ol>
        <p class="acts">
          <ActButton :to="`/unit/${entered.unitId}/recorder`">To its recorder</ActButton>
          <ActButton @click="dropping = entered">Drop …</ActButton>
        </p>
      </article>
      <article v-for="picture in pictures" :key="picture.id" data-testid="waiting-picture">
        <header>
          <strong>Picture</strong>
          <time class="mono">{{ dayAndTime(picture.at) }}</time>
          <span class="soft">{{ picture.refused ?? 'on its way, or the server does not answer' }}</span>
        </header>
        <PictureThumb :picture="picture.id" about="A picture that waits" :height="110" />
        <p class="acts">
          <a class="act-button" :href="picture.url" :download="`${picture.id}.jpg`">Save as a file</a>
          <ActButton @click="dropping = picture">Drop …</ActButton>
        </p>
      </article>
    </template>
    <AskDialog
      v-if="dropping"
      :model-value="true"
      :title="`Drop ${what}?`"
      @update:model-value="dropping = null"
      @submit="drop"
    >
      <p>The server never had it; dropped from this device it is gone for good. Save it first.</p>
      <template #acts>
        <ActButton @click="dropping = null">Keep them</ActButton>
        <ActButton type="submit" data-testid="drop-sure">Drop them</ActButton>
      </template>
    </AskDialog>
  </section>
</template>

<style scoped>
.waiting {
  flex: 1;
  overflow-y: auto;
  padding: 28px 36px;
  display: grid;
  gap: 14px;
  align-content: start;
  justify-items: start;
}
h1 {
  font: 600 38px/1 var(--label);
}
.soft {
  color: var(--ink-soft);
}
article {
  width: 100%;
  max-width: 860px;
  border-top: 1px solid var(--card-line);
  padding-top: 12px;
}
header,
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: baseline;
}
ol {
  padding: 8px 0;
}
.said {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  justify-content: space-between;
  align-items: baseline;
}
time {
  font-size: 14px;
  color: var(--ink-soft);
  margin-right: 10px;
}
</style>
