<script setup lang="ts">
import { screwWords, type RunStep } from '@bemtor/core';
import { mdiCameraOutline } from '@mdi/js';
import ActGlyph from '../../glyphs/ActGlyph.vue';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';
import CursorRow from '../../kit/CursorRow.vue';

/** The way down as a list, in two columns read downwards; a screen reader reads the profile here. */
defineProps<{
  steps: readonly RunStep[];
  at: string | null;
  photosOf: (action: string | undefined) => readonly string[];
}>();
defineEmits<{ point: [action: string] }>();
</script>

<template>
  <ol class="steps" aria-label="Steps down">
    <CursorRow
      v-for="(step, i) in steps"
      :key="step.id"
      :here="step.action?.id === at"
      data-testid="route-step"
      @choose="step.action && $emit('point', step.action.id)"
    >
      <span class="n">{{ i + 1 }}</span>
      <span class="glyph">
        <ScrewGlyph v-if="step.joint" :drive="step.joint.screw?.drive" :size="22" />
        <ActGlyph v-else-if="step.action" :verb="step.action.verb" :size="24" />
      </span>
      <span class="words"
        >{{ step.title
        }}<template v-if="step.joint?.screw"
          >&ensp;<small>{{ screwWords(step.joint.screw) }}</small></template
        ><small v-if="step.place">, {{ step.place }}</small>
        <svg
          v-if="photosOf(step.action?.id).length > 0"
          viewBox="0 0 24 24"
          width="16"
          height="16"
          role="img"
          aria-label="there is a photo"
        >
          <path :d="mdiCameraOutline" fill="currentColor" /></svg
      ></span>
      <span class="seconds mono">{{ step.seconds }} s</span>
    </CursorRow>
  </ol>
</template>

<style scoped>
.steps {
  columns: 2;
  column-gap: 26px;
  margin-top: 12px;
}
li {
  display: grid;
  grid-template-columns: 26px 30px 1fr auto;
  align-items: center;
  min-height: 39px;
  border-bottom: 1px solid var(--mat-line);
  break-inside: avoid;
  cursor: pointer;
}
li.here {
  background: var(--mat-raised);
  box-shadow: inset 3px 0 0 var(--copper-mat);
}
.n {
  padding-left: 6px;
  font: 600 16px/1 var(--label);
  color: var(--soft-on-mat);
}
.glyph {
  display: grid;
  place-items: center;
  color: var(--soft-on-mat);
}
.words {
  font-size: 15.5px;
  line-height: 1.2;
  padding: 4px 6px;
}
.words small {
  color: var(--soft-on-mat);
}
.seconds {
  font-size: 13px;
  color: var(--soft-on-mat);
}
@media (max-width: 700px) {
  .steps {
    columns: 1;
  }
}
</style>
