<script setup lang="ts">
import { keepWords, screwWords, type RunStep, type Schools, type StepCount } from '@bemtor/core';
import { computed } from 'vue';
import KeyHint from '../../kit/KeyHint.vue';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';

/** The count of a screw step: one figure to be read from afar, one glyph per screw, kind and cell. */
const props = defineProps<{
  step: RunStep;
  count: StepCount;
  letter: string;
  keep: Schools['keep'];
  tapeRow: number;
  /** The outline beside it shows each screw. */
  placed: boolean;
}>();

/** More glyphs than this would shrink to dots; the figure says it all. */
const drawn = 24;
/** How many there are, or as many as are through where nobody knows yet. */
const total = computed(() => props.step.joint?.count ?? props.count.of + absent.value);
const size = computed(() => (total.value > 12 ? 34 : 52));
const stateOf = (i: number): string => {
  if (i < props.count.through) return 'through';
  if (i < props.count.through + props.count.counts.new && props.count.what === 'back') return 'through new';
  return i >= total.value - absent.value ? 'absent' : 'ahead';
};
const absent = computed(() =>
  props.count.what === 'out' ? props.count.counts.missing : props.count.counts.omitted + props.count.short,
);
const captive = computed(() => props.step.joint?.screw?.captive === true);
const place = computed(() => {
  if (captive.value) return props.count.what === 'out' ? 'stay in the part' : 'in the part';
  return keepWords(props.keep, props.letter, props.tapeRow, props.count.what === 'out');
});
</script>

<template>
  <div class="count" :class="{ placed }">
    <p class="big" aria-live="polite" data-testid="count">
      <span>{{ count.through }}</span><small>/{{ count.uncounted ? '?' : count.of }}</small>
    </p>
    <div>
      <div v-if="total <= drawn && !placed" class="glyphs" aria-hidden="true">
        <ScrewGlyph
          v-for="i in total"
          :key="i"
          :drive="step.joint?.screw?.drive"
          :size="size"
          :class="stateOf(i - 1)"
        />
      </div>
      <p class="kind">
        <ScrewGlyph v-if="placed" class="drive" :drive="step.joint?.screw?.drive" :size="34" />
        {{ screwWords({ ...step.joint?.screw, captive: false }) }} <span>{{ place }}</span>
      </p>
      <p v-if="count.uncounted && count.what === 'out'" class="aside" data-testid="uncounted">
        Nobody has counted these yet. Type how many came out, then <KeyHint name="Enter" />: that is all.
      </p>
      <p v-if="count.what === 'out' && count.counts.missing > 0" class="aside">
        {{ count.counts.missing }} missing on arrival
      </p>
      <p v-if="count.what === 'back' && count.counts.new > 0" class="aside">{{ count.counts.new }} new</p>
      <p v-if="count.what === 'back' && count.counts.omitted > 0" class="aside">
        {{ count.counts.omitted }} left out on purpose
      </p>
      <p v-if="count.counts.lost > 0" class="aside">{{ count.counts.lost }} lost</p>
      <p v-if="count.counts.stripped > 0" class="aside">{{ count.counts.stripped }} stripped</p>
    </div>
  </div>
</template>

<style scoped>
.count {
  display: flex;
  gap: 44px;
  align-items: flex-start;
}
.placed {
  flex-direction: column;
  gap: 18px;
}
.drive {
  margin-right: 10px;
  vertical-align: -5px;
}
.big {
  font: 600 190px/0.85 var(--label);
  white-space: nowrap;
}
.big small {
  font-size: 66px;
  color: var(--ink-soft);
}
.glyphs {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  margin-bottom: 18px;
  max-width: 560px;
}
.ahead {
  color: var(--ghost);
}
.absent {
  color: var(--ghost);
  opacity: 0.5;
}
.new {
  color: var(--copper);
}
.kind {
  font: 600 34px/1.15 var(--label);
}
.kind span {
  margin-left: 18px;
}
.aside {
  font-size: 20px;
  color: var(--ink-soft);
}
.placed .big {
  font-size: 150px;
}
.placed .kind span {
  margin-left: 8px;
}
@media (max-width: 900px) {
  .big {
    font-size: 140px;
  }
}
@media (max-width: 620px), (max-height: 520px) {
  .count,
  .placed {
    flex-direction: row;
    flex-wrap: wrap;
    gap: 6px 18px;
    align-items: center;
  }
  .big,
  .placed .big {
    font-size: 64px;
  }
  .big small {
    font-size: 34px;
  }
  .kind {
    font-size: 22px;
  }
}
</style>
