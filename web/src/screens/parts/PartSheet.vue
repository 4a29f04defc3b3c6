<script setup lang="ts">
import type { PartDetail, UnitSummary } from '@bemtor/core';
import { computed, ref, watch } from 'vue';
import ActButton from '../../kit/ActButton.vue';
import CommandButton from '../../kit/CommandButton.vue';
import TextField from '../../kit/TextField.vue';
import { useCommands } from '../../kit/useCommands.ts';

/** A number: where it was seen, what fits instead and how sure that is, the shelf, and who wants it. */
const props = defineProps<{ detail: PartDetail | null; units: readonly UnitSummary[] }>();
const emit = defineEmits<{
  show: [number: string];
  want: [number: string, partName: string, unitId: string | null, quantity: number];
  /** By how many more or fewer. */
  stock: [onHand: number, ordered: number];
}>();

const unitId = ref('');
const quantity = ref(1);
watch(
  () => props.detail?.number,
  () => (quantity.value = 1),
);
const places = computed(() => {
  const groups = new Map<
    string,
    { part: string; model: string; roles: Set<string>; witnesses: Set<string> }
  >();
  for (const one of props.detail?.sightings ?? []) {
    const key = `${one.model} ${one.part}`;
    const known = groups.get(key) ?? {
      part: one.partName,
      model: `${one.modelName}, ${one.model}`,
      roles: new Set(),
      witnesses: new Set(),
    };
    const limits = Object.entries(one.when ?? {}).map(
      ([option, values]) => `${option} ${values.join(' or ')}`,
    );
    known.roles.add([one.role, ...limits].join(', '));
    known.witnesses.add(one.source === 'revision' ? `revision ${one.witness}` : one.witness);
    groups.set(key, known);
  }
  return [...groups.values()];
});
const certaintyWords = { sure: 'sure', likely: 'likely', possible: 'possible' } as const;
function add(): void {
  if (props.detail)
    emit(
      'want',
      props.detail.number,
      props.detail.sightings[0]?.partName ?? '',
      unitId.value || null,
      quantity.value,
    );
}
const { command } = useCommands(() => [
  { id: 'want', keys: ['a'], words: 'to the shopping list', when: props.detail !== null, run: add },
]);
const headers = [
  { title: 'Number', value: 'number' },
  { title: 'How sure', value: 'certainty' },
  { title: 'Why', value: 'reasons', sortable: false },
];
/** At least one, whatever was typed. */
const howMany = computed({
  get: () => String(quantity.value),
  set: (text) => (quantity.value = Math.min(999, Math.max(1, Math.round(Number(text)) || 1))),
});
</script>

<template>
  <section class="card sheet" aria-label="The number" data-testid="part-sheet">
    <p v-if="!detail" class="empty">Type or scan a number.</p>
    <template v-else>
      <h1 class="mono" data-testid="part-number">{{ detail.number }}</h1>
      <ul>
        <li v-for="place in places" :key="place.model + place.part" class="place">
          <strong>{{ place.part }}</strong> of the {{ place.model }}
          <small>{{ [...place.roles].join('; ') }}. Seen in {{ [...place.witnesses].join(', ') }}</small>
        </li>
      </ul>
      <p v-for="words in detail.conflicts" :key="words" class="caution">{{ words }}.</p>
      <h2>What fits instead</h2>
      <p v-if="detail.alternatives.length === 0" class="soft">Nothing that anybody has seen.</p>
      <v-data-table
        v-else
        class="others"
        :headers="headers"
        :items="detail.alternatives"
        :items-per-page="-1"
        hide-default-footer
        density="comfortable"
      >
        <template #item="{ item: one }">
          <tr data-testid="alternative">
            <td>
              <ActButton quiet class="mono link" @click="$emit('show', one.number)">{{
                one.number
              }}</ActButton>
            </td>
            <td>
              <b :class="one.certainty">{{ certaintyWords[one.certainty] }}</b>
            </td>
            <td>{{ one.reasons.join('; ') }}</td>
          </tr>
        </template>
      </v-data-table>
      <h2>On the shelf</h2>
      <dl>
        <div>
          <dd>
            <ActButton square aria-label="One fewer on hand" @click="$emit('stock', -1, 0)">−</ActButton>
            <span data-testid="on-hand">{{ detail.stock.onHand }}</span>
            <ActButton square aria-label="One more on hand" @click="$emit('stock', 1, 0)">+</ActButton>
          </dd>
          <dt>on hand</dt>
        </div>
        <div>
          <dd>
            <span data-testid="reserved">{{ detail.stock.reserved }}</span>
          </dd>
          <dt>reserved for units</dt>
        </div>
        <div>
          <dd>
            <ActButton square aria-label="One fewer ordered" @click="$emit('stock', 0, -1)">−</ActButton>
            <span>{{ detail.stock.ordered }}</span>
            <ActButton square aria-label="One more ordered" @click="$emit('stock', 0, 1)">+</ActButton>
          </dd>
          <dt>ordered</dt>
        </div>
      </dl>
      <v-form class="want" @submit.prevent="add">
        <v-autocomplete
          v-model="unitId"
          label="For"
          :items="[
            { value: '', title: 'the shelf' },
            ...units.map((unit) => ({ value: unit.id, title: `${unit.label}, ${unit.model.name}` })),
          ]"
          data-testid="want-unit"
        />
        <TextField v-model="howMany" class="many" label="How many" type="number" min="1" max="999" />
        <CommandButton primary :command="command('want')" data-testid="want" />
      </v-form>
    </template>
  </section>
</template>

<style scoped>
.sheet {
  padding: 24px 30px;
  overflow-y: auto;
}
.empty {
  font: 600 30px/1.1 var(--label);
  color: var(--ink-soft);
  margin-top: 12vh;
}
h1 {
  font-size: 44px;
  line-height: 1.1;
  font-weight: 500;
}
h2 {
  font: 600 24px/1 var(--label);
  margin: 22px 0 6px;
}
.place {
  padding: 6px 0;
  font-size: 18px;
}
small,
.soft {
  display: block;
  color: var(--ink-soft);
  font-size: 14px;
}
.others {
  background: none;
  font-size: 16px;
}
.others :deep(th),
.others :deep(td:first-child) {
  white-space: nowrap;
}
.others :deep(:is(th, td)) {
  padding-inline: 0 14px;
}
.link {
  white-space: nowrap;
  font-size: 19px;
  text-decoration: underline;
}
b {
  font: 600 15px/1 var(--label);
  padding: 4px 8px;
  border: 1.5px solid var(--ink-soft);
  border-radius: 4px;
}
b.sure {
  border-color: var(--ink);
}
b.possible {
  border-style: dashed;
}
dl {
  display: flex;
  gap: 44px;
}
dd {
  display: flex;
  align-items: center;
  gap: 10px;
  font: 600 40px/1 var(--label);
}
dt {
  color: var(--ink-soft);
}
.want {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: start;
  margin-top: 22px;
}
.want > * {
  flex: 1 1 200px;
}
.want .many {
  flex: 0 1 110px;
}
</style>
