<script setup lang="ts">
import type { Entry } from '@bemtor/core';
import { computed } from 'vue';
import ActGlyph from '../../glyphs/ActGlyph.vue';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';
import { entryGlyph } from './entryGlyph.ts';

/** The glyph before an entry: the recess of a screw, or the gesture of an act. */
const props = defineProps<{ entry: Entry }>();
const glyph = computed(() => entryGlyph(props.entry));
</script>

<template>
  <ScrewGlyph v-if="glyph.kind === 'screw'" :drive="glyph.drive" :size="24" />
  <ActGlyph v-else :verb="glyph.verb" :mechanism="glyph.mechanism" :size="26" />
</template>
