<script setup lang="ts">
import {
  composeGuide,
  guideFileName,
  guideFormats,
  writeGuide,
  type GuideFormat,
  type Purpose,
  type Route,
  type Sequence,
} from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { ref } from 'vue';
import KeyHint from '../../components/KeyHint.vue';
import { saveFile } from '../../composables/saveFile.ts';
import { useKeys } from '../../composables/useKeys.ts';
import { useShop } from '../../stores/shop.ts';
import { useUnit } from '../../stores/unit.ts';

/** The guide of this route, to be taken along: in a format that needs no Bemtor. */
const props = defineProps<{
  sequence: Sequence;
  route: Route;
  targets: readonly string[];
  purpose: Purpose;
  /** Something was settled that is in no revision yet. */
  ahead: boolean;
  /** Something is only tried out: that is no guide. */
  trying: boolean;
}>();
const shop = useShop();
const { unit, published } = storeToRefs(useUnit());
const open = ref(false);

const formats = Object.entries(guideFormats) as [GuideFormat, (typeof guideFormats)[GuideFormat]][];
const saved = ref<string | null>(null);

function take(format: GuideFormat): void {
  const guide = composeGuide(props.sequence, {
    targets: props.targets,
    steps: props.route.steps,
    purpose: props.purpose,
    configuration: props.route.configuration,
    schools: shop.schools,
    revision: published.value && {
      number: published.value.number,
      day: published.value.publishedAt.slice(0, 10),
      isAhead: props.ahead,
    },
    unit: unit.value && { label: unit.value.label, serial: unit.value.serial },
  });
  const name = guideFileName(guide, props.targets, format);
  saveFile(name, writeGuide(guide, props.sequence, format), guideFormats[format].type);
  saved.value = name;
}
function onKey(event: KeyboardEvent): void {
  const chosen = formats[Number(event.key) - 1];
  if (!chosen) return;
  event.preventDefault();
  take(chosen[0]);
}
useKeys(() => ({ g: () => void (open.value = !props.trying) }));
</script>

<template>
  <v-btn
    class="open"
    variant="text"
    :disabled="trying"
    :title="trying ? 'What is only tried out is no guide' : ''"
    data-testid="open-take-along"
    @click="open = true"
    ><KeyHint name="G" />&nbsp;take the guide along</v-btn
  >
  <v-dialog
    v-model="open"
    max-width="520"
    aria-label="Take the guide along"
    @keydown="onKey"
    @after-leave="saved = null"
  >
    <div class="card along" data-testid="take-along">
      <h2>Take the guide along</h2>
      <p>
        All steps of this route with tools, parts, cautions and the screw ledger. It works without Bemtor.
      </p>
      <v-list class="formats">
        <v-list-item
          v-for="([format, { words, ending }], i) in formats"
          :key="format"
          :data-testid="`take-${format}`"
          @click="take(format)"
        >
          <template #prepend><KeyHint :name="String(i + 1)" /></template>
          <v-list-item-title>{{ words }}</v-list-item-title>
          <template #append
            ><span class="mono">{{ ending }}</span></template
          >
        </v-list-item>
      </v-list>
      <p class="saved" role="status">{{ saved ? `Saved as ${saved}` : '' }}</p>
      <v-btn class="act-button" variant="text" @click="open = false"><KeyHint name="Esc" />&nbsp;close</v-btn>
    </div>
  </v-dialog>
</template>

<style scoped>
.open {
  margin-left: 14px;
  color: var(--soft-on-mat);
}
.along {
  padding: 26px 30px;
  display: grid;
  gap: 12px;
}
h2 {
  font: 600 32px/1.1 var(--label);
}
.formats :deep(.v-list-item) {
  min-height: var(--touch);
  padding-inline: 4px;
}
.formats :deep(.v-list-item__prepend) {
  width: 44px;
}
.formats :deep(.v-list-item-title) {
  font: 500 19px/1.25 var(--label);
}
.mono {
  font-size: 14px;
  color: var(--ink-soft);
}
.saved {
  min-height: 1.4em;
  overflow-wrap: anywhere;
}
</style>
