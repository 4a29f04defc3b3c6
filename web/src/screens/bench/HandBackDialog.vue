<script setup lang="ts">
import type { UnitSummary } from '@bemtor/core';
import { ref, watch } from 'vue';

/** Asked before a unit leaves the bench: which one, and what that means. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ unit: UnitSummary | null }>();
defineEmits<{ handBack: [unit: UnitSummary] }>();
/** What is asked about stays the same, whatever is chosen behind the dialog. */
const yes = ref<{ $el: HTMLElement } | null>(null);
const asked = ref<UnitSummary | null>(null);
watch(open, (now) => now && (asked.value = props.unit));
</script>

<template>
  <v-dialog v-model="open" max-width="560" @after-enter="yes?.$el.focus()">
    <div v-if="asked" class="card ask" role="alertdialog" :aria-label="`Hand back ${asked.label}`">
      <h2>Hand back {{ asked.label }}?</h2>
      <p>
        {{ asked.model.maker }} {{ asked.model.name
        }}{{ asked.serial ? `, serial ${asked.serial}` : '' }} leaves the bench and goes to its owner. Its
        jobs stay in the logbook; it can be taken back for ten minutes by one key, and afterwards from “handed
        back”.
      </p>
      <p class="acts">
        <v-btn
          ref="yes"
          class="act-button primary"
          variant="text"
          data-testid="hand-back"
          @click="($emit('handBack', asked), (open = false))"
          >Hand back {{ asked.label }}</v-btn
        >
        <v-btn class="act-button" variant="text" @click="open = false">Keep it here</v-btn>
      </p>
    </div>
  </v-dialog>
</template>

<style scoped>
.ask {
  padding: 26px 30px;
  display: grid;
  gap: 16px;
}
h2 {
  font: 600 32px/1.1 var(--label);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
</style>
