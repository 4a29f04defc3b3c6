<script setup lang="ts">
import type { ModelSummary } from '@bemtor/core';
import { computed, onMounted, ref, shallowRef } from 'vue';
import type { Tell } from '../../composables/useTold.ts';
import ModelDialog from './ModelDialog.vue';
import { useModels } from './useModels.ts';

/** The models of the shop, each to be put right. */
const { tell } = defineProps<{ tell: Tell }>();
const { models, load, correct, retire, merge } = useModels(tell);
onMounted(load);
const asked = shallowRef<ModelSummary | null>(null);
const text = ref('');
/** A shop knows hundreds: so many are shown until somebody looks for one. */
const most = 12;
const found = computed(() => {
  const words = text.value.trim().toLowerCase().split(/\s+/);
  return models.value.filter(({ maker, name, code }) =>
    words.every((word) => `${maker} ${name} ${code}`.toLowerCase().includes(word)),
  );
});
const stateOf = ({ revision, retired, mergedInto }: ModelSummary): string =>
  [
    revision === null ? 'not recorded' : `revision ${revision}`,
    mergedInto && `another spelling of ${mergedInto}`,
    retired && 'retired',
  ]
    .filter(Boolean)
    .join(', ');
</script>

<template>
  <h1>Models</h1>
  <p class="soft">
    A name was misspelt, two codes are one device, nobody brings one any more: it is put right here, and
    nothing is erased.
  </p>
  <v-text-field
    v-if="models.length > most"
    v-model="text"
    class="field"
    label="Find a model"
    clearable
    data-testid="find-model"
  />
  <ul>
    <li v-for="model in found.slice(0, most)" :key="model.code" :data-testid="`model-${model.code}`">
      <strong class="mono code">{{ model.code }}</strong>
      <span>{{ model.maker }} {{ model.name }}, {{ model.form }}</span>
      <small>{{ stateOf(model) }}</small>
      <v-btn class="correct" variant="text" :aria-label="`Correct ${model.code}`" @click="asked = model"
        >Correct</v-btn
      >
    </li>
  </ul>
  <p v-if="found.length > most" class="soft">
    And {{ found.length - most }} more: type a part of the name or code.
  </p>
  <p v-if="found.length === 0" class="soft">
    {{ models.length === 0 ? 'No model is known yet: the first unit brings one.' : 'No model is called so.' }}
  </p>
  <ModelDialog
    v-if="asked"
    :model-value="true"
    :model="asked"
    :models="models"
    @update:model-value="asked = null"
    @correct="correct(asked, $event)"
    @retire="retire(asked, $event)"
    @merge="(into, reason) => asked && merge(asked, into, reason)"
  />
</template>
