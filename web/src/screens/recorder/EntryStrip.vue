<script setup lang="ts">
import { cellOf, entryWords, type Entry, type TrayCell } from '@bemtor/core';
import { useResizeObserver } from '@vueuse/core';
import { computed, nextTick, ref, watch } from 'vue';
import { timeOfDay } from '../../composables/format.ts';
import type { StripLine } from '../../stores/recording.ts';
import PictureThumb from '../../pictures/PictureThumb.vue';
import EntryIcon from './EntryIcon.vue';
import ActButton from '../../kit/ActButton.vue';
import CursorRow from '../../kit/CursorRow.vue';

/** The strip of kept lines, newest at the bottom like a roll of paper. */
const props = defineProps<{
  lines: readonly StripLine[];
  selected: string | null;
  cells: readonly TrayCell[];
}>();
defineEmits<{
  select: [id: string];
  edit: [line: StripLine];
  strike: [line: StripLine];
  discard: [line: StripLine];
  retry: [line: StripLine];
  picture: [line: StripLine];
  dropPicture: [line: StripLine, picture: string];
}>();

const strip = ref<HTMLElement | null>(null);
const letterOf = (entry: Entry): string =>
  entry.kind === 'undo' ? (cellOf(props.cells, entry.joint.screw)?.letter ?? '') : '';

/** A long recording shows its last lines; those before come by a key, or where one of them is chosen. */
const piece = 200;
const more = ref(0);
const from = computed(() => {
  const chosen = props.lines.findIndex((line) => line.id === props.selected);
  const first = Math.max(0, props.lines.length - piece - more.value);
  return chosen < 0 ? first : Math.min(first, Math.max(0, chosen - piece / 2));
});
const shown = computed(() => props.lines.slice(from.value));

function showNow(): void {
  const row = props.selected ? strip.value?.querySelector('.selected') : strip.value?.lastElementChild;
  row?.scrollIntoView({ block: 'nearest' });
}
watch(
  () => [props.lines.length, props.selected],
  () => void nextTick(showNow),
);

// The live reading grows and shrinks below the strip; the newest line stays in sight all the same.
useResizeObserver(strip, showNow);
</script>

<template>
  <ol ref="strip" class="strip" aria-label="Lines kept">
    <li v-if="from > 0" class="before">
      <ActButton quiet data-testid="earlier-lines" @click="more += piece">{{ from }} earlier lines</ActButton>
    </li>
    <CursorRow
      v-for="line in shown"
      :key="line.id"
      :here="line.id === selected"
      :class="{
        selected: line.id === selected,
        struck: line.struck,
        waiting: line.state === 'waiting',
        refused: line.refused,
      }"
      :data-state="line.state"
      data-testid="strip-line"
      @choose="$emit('select', line.id)"
    >
      <div v-for="(entry, i) in line.entries" :key="i" class="entry">
        <time class="mono" :datetime="line.at">{{ i === 0 ? timeOfDay(line.at) : '' }}</time>
        <span class="glyph">
          <EntryIcon :entry="entry" />
        </span>
        <span class="words" :class="{ aside: entry.kind === 'note' || entry.kind === 'blocked' }">{{
          entryWords(entry)
        }}</span>
        <span v-if="i === 0 && line.state === 'waiting'" class="state">not saved yet</span>
        <span v-if="i === 0 && line.earlier.length > 0" class="state" :title="line.earlier.join(' → ')"
          >corrected</span
        >
        <span class="letter">{{ line.struck ? '' : letterOf(entry) }}</span>
      </div>
      <p v-if="line.refused" class="stop">
        Not saved: {{ line.refused }}
        <ActButton quiet @click.stop="$emit('retry', line)">Send again</ActButton>
        <ActButton quiet @click.stop="$emit('discard', line)">Drop it</ActButton>
      </p>
      <div v-if="line.pictures.length > 0" class="pictures">
        <span v-for="picture in line.pictures" :key="picture" class="thumb">
          <PictureThumb :picture="picture" about="Picture of this line" />
          <ActButton
            v-if="line.id === selected"
            square
            aria-label="Take the picture off this line"
            @click.stop="$emit('dropPicture', line, picture)"
            >×</ActButton
          >
        </span>
      </div>
      <div v-if="line.id === selected" class="acts">
        <span class="mono typed">{{ line.text }}</span>
        <ActButton quiet key-name="Enter" @click.stop="$emit('edit', line)">correct</ActButton>
        <ActButton quiet key-name="Del" @click.stop="$emit('strike', line)">{{
          line.struck ? 'restore' : 'strike'
        }}</ActButton>
        <ActButton quiet key-name="F4" data-testid="add-picture" @click.stop="$emit('picture', line)"
          >picture</ActButton
        >
      </div>
    </CursorRow>
  </ol>
</template>

<style scoped>
.strip {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 12px 22px 0;
  display: flex;
  flex-direction: column;
}
/* A short strip stands at the bottom, next to the line, where the eyes are. */
.strip > :first-child {
  margin-top: auto;
}
li {
  border-bottom: 1px solid var(--card-line);
  border-left: 3px solid transparent;
  padding-left: 3px;
}
.entry {
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: 44px;
}
.entry + .entry {
  min-height: 34px;
  margin-top: -8px;
}
time {
  width: 46px;
  font-size: 13px;
  color: var(--ink-soft);
}
.glyph {
  width: 28px;
  display: grid;
  place-items: center;
  color: var(--ink-soft);
}
.words {
  font-size: 17px;
  font-weight: 500;
}
.aside {
  color: var(--ink-soft);
}
.letter {
  margin-left: auto;
  width: 24px;
  text-align: center;
  font: 600 22px/1 var(--label);
  color: var(--copper-ink);
}
.state {
  font: 500 14px/1 var(--label);
  color: var(--ink-soft);
  border: 1px dashed var(--ink-soft);
  border-radius: 4px;
  padding: 3px 7px;
}
.waiting {
  border-left-color: var(--ink-soft);
  border-left-style: dashed;
}
.waiting .words {
  color: var(--ink-soft);
}
.struck .words {
  text-decoration: line-through;
  color: var(--ink-soft);
}
.selected {
  background: var(--card-raised);
  border-left: 3px solid var(--copper);
}
.acts {
  display: flex;
  align-items: center;
  gap: 18px;
  padding: 0 0 6px 88px;
  color: var(--ink-soft);
}
.typed {
  font-size: 14px;
  flex: 1;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 4px 0 10px 74px;
}
.thumb {
  position: relative;
}
.thumb .act {
  position: absolute;
  top: 2px;
  right: 2px;
  background: var(--card);
}
</style>
