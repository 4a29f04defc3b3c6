<script setup lang="ts">
import type { UnitSummary } from '@bemtor/core';
import { defineAsyncComponent, ref, watch } from 'vue';
import AskDialog from '../../kit/AskDialog.vue';
import ActButton from '../../kit/ActButton.vue';

/** It brings what composes papers along: loaded when it is asked for. */
const HandBackPaper = defineAsyncComponent(() => import('../../papers/HandBackPaper.vue'));

/** Asked before a unit leaves the bench: which one, and what that means. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ unit: UnitSummary | null }>();
const emit = defineEmits<{ handBack: [unit: UnitSummary] }>();
/** What is asked about stays the same, whatever is chosen behind the dialog. */
const yes = ref<{ $el: HTMLElement } | null>(null);
const asked = ref<UnitSummary | null>(null);
watch(open, (now) => now && (asked.value = props.unit));
</script>

<template>
  <AskDialog
    v-if="asked"
    v-model="open"
    :title="`Hand back ${asked.label}?`"
    @shown="yes?.$el.focus()"
    @submit="(emit('handBack', asked), (open = false))"
  >
    <p>
      {{ asked.model.maker }} {{ asked.model.name
      }}{{ asked.serial ? `, serial ${asked.serial}` : '' }} leaves the bench and goes to its owner. Its jobs
      stay in the logbook; it can be taken back for ten minutes by one key, and afterwards from “handed back”.
    </p>
    <p><HandBackPaper :unit-id="asked.id" :label="asked.label" /></p>
    <template #acts>
      <ActButton ref="yes" primary type="submit" data-testid="hand-back"
        >Hand back {{ asked.label }}</ActButton
      >
      <ActButton @click="open = false">Keep it here</ActButton>
    </template>
  </AskDialog>
</template>
