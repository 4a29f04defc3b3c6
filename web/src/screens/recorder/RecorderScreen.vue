<script setup lang="ts">
import {
  matGroups,
  screwKind,
  type Entry,
  type MatGroup,
  type Place,
  type ShopWord,
  lowerName,
  partNameOf,
} from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, defineAsyncComponent, nextTick, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import EmptyState from '../../kit/EmptyState.vue';
import ServerState from '../../components/ServerState.vue';
import StreamTrouble from '../../components/StreamTrouble.vue';
import { saveFile } from '../../composables/saveFile.ts';
import { clock } from '../../composables/format.ts';
import { useClock } from '../../composables/useClock.ts';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';
import { useRecording, type StripLine } from '../../stores/recording.ts';
import type { BenchScene } from '../../standIns/benchCamera.ts';
import { useShop } from '../../stores/shop.ts';
import { useUnit } from '../../stores/unit.ts';
import CircleBanner from './CircleBanner.vue';
import BenchLine from './BenchLine.vue';
import EntryStrip from './EntryStrip.vue';
import LayerStack from './LayerStack.vue';
import { useBenchLine } from './useBenchLine.ts';
import WaysIn, { type WayIn } from './WaysIn.vue';
import TrayPanel from './TrayPanel.vue';
import ActButton from '../../kit/ActButton.vue';
import RecorderWhere from './RecorderWhere.vue';
import SidePanel from '../../kit/SidePanel.vue';

const props = defineProps<{ unitId: string }>();
const router = useRouter();
const route = useRoute();
const store = useUnit();
const { unit, published, fault } = storeToRefs(store);
const now = useClock();

const NarrationInput = defineAsyncComponent(() => import('./narration/NarrationInput.vue'));
const PaletteInput = defineAsyncComponent(() => import('./palette/PaletteInput.vue'));

const PictureDialog = defineAsyncComponent(() => import('../../pictures/PictureDialog.vue'));

const shop = useShop();
const known = computed(() => published.value?.document.parts ?? []);
const recording = useRecording(
  known,
  computed(() => shop.words),
);
const { lines, layers, tray, context } = recording;

const line = useBenchLine(props.unitId, recording);
const { text, reading, completion, selected, correcting } = line;
const way = ref<WayIn>('line');
const bench = ref<InstanceType<typeof BenchLine> | null>(null);
const focusLine = (): void => void nextTick(() => bench.value?.focus());

onMounted(async () => {
  await Promise.all([store.load(props.unitId), shop.load()]);
  line.keepLeft();
  if (unit.value) await recording.openFor(props.unitId, unit.value.recording?.id ?? null);
  focusLine();
});

const namedParts = computed(() => {
  const named = recording.entries.value.flatMap((entry) =>
    'part' in entry && entry.part ? [entry.part] : [],
  );
  const off = new Set(
    recording.entries.value.flatMap((entry) => (entry.kind === 'lift' ? [entry.part] : [])),
  );
  return [...new Set([context.value.part ?? [], ...named.reverse()].flat())].filter((part) => !off.has(part));
});
/** What intake wants out of a model that nobody has recorded yet: in sight until it is off. */
const towards = computed(() => {
  const { towards: part } = route.query;
  return typeof part === 'string' && part !== '' ? lowerName(partNameOf(part)) : '';
});
const saveLines = (): void =>
  saveFile(`${unit.value?.label ?? 'recording'}.txt`, lines.value.map(({ text }) => text).join('\n'));
const waiting = computed(() => lines.value.filter((line) => line.state !== 'kept').length);
const nowKind = computed(() => (context.value.screw ? screwKind(context.value.screw) : null));
const elapsed = computed(() =>
  recording.startedAt.value ? (now.value.getTime() - Date.parse(recording.startedAt.value)) / 1000 : 0,
);
const placeholder = computed(() =>
  correcting.value ? '' : lines.value.length === 0 ? 'e.g. base cover: 7 PH0 M2x5' : 'next step',
);

const picturing = ref<StripLine | null>(null);
const pictureOpen = computed({
  get: () => picturing.value !== null,
  set: (now) => !now && (picturing.value = null),
});
const groups = computed(() => matGroups(lines.value, store.model?.model.form));
function placeGroup(group: MatGroup, places: readonly Place[]): void {
  const of = lines.value.find(({ id }) => id === group.line);
  const points = places.map(({ x, y }, i) => ({ n: i + 1, x, y, face: group.face }));
  if (of) void recording.place(of, group.entry, points);
}
const scene = computed<BenchScene>(() => ({
  outline: store.model?.model.outlineMm,
  face: context.value.face,
  groups: groups.value,
  off: recording.entries.value.filter(({ kind }) => kind === 'lift').length,
}));

/** The line is free for the next step while what it held is being kept. */
async function freed(keeping: Promise<boolean>): Promise<void> {
  bench.value?.focus();
  await keeping;
}
const keep = (answered: readonly Entry[] | null = null): Promise<void> => freed(line.keep(answered));
const teachFault = ref<string | null>(null);
async function teach(word: ShopWord): Promise<void> {
  teachFault.value = await shop.teachWord(word);
  if (teachFault.value === null) bench.value?.endTeaching();
}

function exchange(word: string, by: string): void {
  text.value = text.value.replace(word, by);
  bench.value?.focus();
}
function choose(next: WayIn): void {
  way.value = next;
  focusLine();
}
function beginCorrection(of: StripLine): void {
  way.value = 'line';
  line.correct(of);
  focusLine();
}
/** Keys of the line: with an empty line, arrows walk the strip above it. */
function onKey(event: KeyboardEvent): void {
  if (!line.onKey(event.key, (of) => (picturing.value = of))) return;
  event.preventDefault();
  if (line.correcting.value) focusLine();
}
</script>

<template>
  <EmptyState v-if="fault" title="This unit cannot be read" :text="fault"
    ><ActButton to="/">To the bench</ActButton></EmptyState
  >
  <div v-else class="recorder">
    <SidePanel class="left" name="The device" :below="1000">
      <LayerStack :layers="layers" :part-in-work="context.part" />
      <RecorderWhere
        :groups="groups"
        :line="selected"
        :outline="store.model?.model.outlineMm"
        :parts="known"
        @place="placeGroup"
      />
    </SidePanel>
    <section class="card middle" aria-label="Recording">
      <h1 class="visually-hidden">Recorder</h1>
      <header>
        <span><small class="label">Side up</small> {{ context.face }}</span>
        <span class="in-hand">
          <small class="label">In hand</small>
          <template v-if="context.screw?.size"
            ><ScrewGlyph :drive="context.screw.drive" :size="22" /> {{ context.screw.size }}</template
          >
          <template v-else>nothing yet</template>
        </span>
        <span v-if="towards" class="in-hand" data-testid="towards">
          <small class="label">Recording towards</small> {{ towards }}
        </span>
        <ActButton quiet class="to-review" key-name="F9" :to="`/unit/${unitId}/review`">review</ActButton>
        <time class="mono" aria-label="Since the first line">{{ clock(elapsed) }}</time>
      </header>
      <CircleBanner
        :lines="recording.standing.value"
        :edits="recording.edits.value"
        :model="store.model?.model ?? null"
        @mend="recording.edit([$event])"
      />
      <StreamTrouble
        class="away"
        :trouble="recording.stream.trouble.value"
        :unsafe="recording.stream.unsafe.value"
        what="recording"
        :count="lines.length"
        @restart="recording.restart"
        @save="saveLines"
        @drop="recording.drop"
      />
      <ServerState class="away" :away="recording.stream.away.value" :waiting="waiting" />
      <EmptyState
        v-if="lines.length === 0 && unit"
        title="Say what comes off, as it comes off"
        text="One short line per step. Screws: how many, recess, thread and length. Connectors: what, and how they open. First of all: what is missing on arrival."
      />
      <EntryStrip
        v-else
        :lines="lines"
        :selected="selected"
        :cells="tray.cells"
        @select="selected = $event"
        @edit="beginCorrection"
        @strike="recording.strike"
        @discard="recording.stream.discard($event.id)"
        @retry="recording.stream.retry($event.id)"
        @picture="picturing = $event"
        @drop-picture="recording.dropPicture"
      />
      <p v-if="correcting" class="correcting">
        Correcting <span class="mono">{{ correcting.text }}</span> ·
        <ActButton quiet key-name="Esc" @click="line.leave">cancel</ActButton>
      </p>
      <WaysIn :way="way" class="ways" @choose="choose" @review="router.push(`/unit/${unitId}/review`)" />
      <PaletteInput
        v-if="way === 'palette'"
        :known="known"
        :cells="tray.cells"
        :named="namedParts"
        @keep="recording.keep($event)"
      />
      <NarrationInput
        v-else-if="way === 'narration'"
        :unit-id="unitId"
        :known="known"
        :context="context"
        @accept="recording.keepDraft($event)"
      />
      <BenchLine
        v-else
        ref="bench"
        v-model="text"
        :reading="reading"
        :completion="completion?.phrase ?? null"
        :nearest="line.nearest.value"
        :offer="line.offer.value"
        :correcting="correcting !== null"
        :asking="line.asking.value"
        :teach-fault="teachFault"
        :placeholder="placeholder"
        @keep="keep()"
        @answer="keep"
        @note="freed(line.keepAsNote())"
        @ask="line.ask($event)"
        @teach="teach"
        @complete="line.complete"
        @take="text = `${line.offer.value?.line ?? ''} `"
        @exchange="exchange"
        @key="onKey"
      />
    </section>
    <PictureDialog
      v-if="picturing"
      v-model="pictureOpen"
      :about="picturing.text"
      :scene="scene"
      @kept="picturing && recording.addPicture(picturing, $event)"
    />
    <SidePanel class="right" name="What came out"><TrayPanel :tray="tray" :now-kind="nowKind" /></SidePanel>
  </div>
</template>

<style scoped>
.recorder {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 258px minmax(0, 1fr) 326px;
}
.left,
.right {
  padding: 18px;
  overflow-y: auto;
}
.middle {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
header {
  display: flex;
  align-items: center;
  gap: 26px;
  min-height: 46px;
  padding: 0 22px;
  border-bottom: 1px solid var(--card-line);
}
header span {
  display: inline-flex;
  align-items: center;
  gap: 8px;
}
.to-review {
  margin-left: auto;
}
time {
  font-size: 17px;
}
.away {
  margin: 12px 22px 0;
}
.ways {
  margin-top: auto;
}
.correcting {
  padding: 8px 22px 0;
  color: var(--ink-soft);
  font-size: 15px;
}
@media (max-width: 1000px) {
  .recorder {
    grid-template-columns: minmax(0, 1fr) 250px;
    grid-template-rows: minmax(0, 1fr) auto;
  }
  .middle {
    grid-row: 1;
  }
  .right {
    grid-row: 1 / span 2;
    grid-column: 2;
  }
  .right :deep(.cells) {
    grid-template-columns: 1fr;
  }
}
@media (max-width: 620px), (max-height: 520px) {
  .recorder {
    grid-template-columns: auto 1fr;
  }
  .middle {
    grid-column: 1 / -1;
  }
  header {
    gap: 4px 14px;
    flex-wrap: wrap;
    padding-inline: 14px;
  }
}
@media (max-height: 520px) {
  header {
    display: none;
  }
}
</style>
