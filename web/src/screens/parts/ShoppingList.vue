<script setup lang="ts">
import type { LoggedJob, Sequence, Want } from '@bemtor/core';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { read } from '../../api/client.ts';
import { csvType, saveFile } from '../../composables/saveFile.ts';
import { shoppingCsv, shoppingLines, shoppingText } from './shopping.ts';
import ActButton from '../../kit/ActButton.vue';
import CommandButton from '../../kit/CommandButton.vue';
import { useCommands } from '../../kit/useCommands.ts';

/** What is wanted, grouped by number; what open jobs wait for is offered. */
const props = defineProps<{ wants: readonly Want[] }>();
const emit = defineEmits<{
  state: [wants: readonly Want[], state: Want['state']];
  want: [number: string, partName: string, unitId: string | null, quantity: number];
}>();

interface Waiting {
  readonly unitId: string;
  readonly unitLabel: string;
  readonly part: string;
  readonly number: string;
}
const waiting = shallowRef<readonly Waiting[]>([]);
const told = ref<string | null>(null);
const lines = computed(() => shoppingLines(props.wants));
const offered = computed(() =>
  waiting.value.filter(
    (one) => !props.wants.some((want) => want.unitId === one.unitId && want.partName === one.part),
  ),
);

onMounted(async () => {
  try {
    const { jobs } = (await read<{ jobs: LoggedJob[] }>('/jobs')).value;
    const open = jobs.filter((job) => !job.closedAt && job.pauseReason?.includes('part'));
    waiting.value = (await Promise.all(open.map(partsOf))).flat();
  } catch {
    // The list itself says that the server is away; what jobs wait for is only an offer.
    waiting.value = [];
  }
});

async function partsOf(job: LoggedJob): Promise<Waiting[]> {
  const path = `/models/${encodeURIComponent(job.modelCode)}/revisions/${job.revision}`;
  const { document } = (await read<{ document: Sequence }>(path)).value;
  return job.targets.flatMap((name) => {
    const part = document.parts.find((one) => one.name === name);
    const number = part?.numbers.find(({ role }) => role === 'replacement') ?? part?.numbers[0];
    return part && number
      ? [{ unitId: job.unitId, unitLabel: job.unitLabel, part: part.name, number: number.number }]
      : [];
  });
}

async function copyText(): Promise<void> {
  try {
    await navigator.clipboard.writeText(shoppingText(props.wants));
    told.value = 'Copied.';
  } catch {
    told.value = 'This browser does not let a page copy; save the CSV instead.';
  }
}
const saveCsv = (): void => saveFile('shopping.csv', shoppingCsv(props.wants), csvType);
const { command } = useCommands(() => {
  const unless = lines.value.length === 0 ? 'Nothing is wanted' : null;
  return [
    { id: 'copy', keys: ['t'], words: 'copy as text', unless, run: copyText },
    {
      id: 'csv',
      keys: ['v'],
      words: 'save as CSV',
      more: 'save the shopping list (CSV)',
      unless,
      run: saveCsv,
    },
  ];
});
</script>

<template>
  <aside class="mat-bound shopping" aria-label="Shopping">
    <h2 class="label">Shopping</h2>
    <p v-if="lines.length === 0 && offered.length === 0" class="soft">Nothing is wanted.</p>
    <ul>
      <li v-for="line in lines" :key="line.number + line.state" data-testid="shopping-line">
        <div class="what">
          <strong
            >{{ line.quantity }} × <span class="mono">{{ line.number }}</span></strong
          >
          <small>{{
            [line.part, line.units.join(', ') || 'for the shelf', line.state].filter(Boolean).join(' · ')
          }}</small>
        </div>
        <div class="acts">
          <ActButton v-if="line.state === 'wanted'" quiet @click="emit('state', line.wants, 'ordered')">
            ordered
          </ActButton>
          <ActButton quiet @click="emit('state', line.wants, 'met')">here</ActButton>
          <ActButton quiet @click="emit('state', line.wants, 'dropped')">drop</ActButton>
        </div>
      </li>
    </ul>
    <template v-if="offered.length > 0">
      <h2 class="label">Open jobs wait for</h2>
      <ul>
        <li v-for="one in offered" :key="one.unitId + one.number" data-testid="waits-for">
          <div class="what">
            <strong class="mono">{{ one.number }}</strong><small>{{ one.part }} · {{ one.unitLabel }}</small>
          </div>
          <div class="acts">
            <ActButton quiet @click="emit('want', one.number, one.part, one.unitId, 1)">add</ActButton>
          </div>
        </li>
      </ul>
    </template>
    <div class="foot">
      <p v-if="told" role="status">{{ told }}</p>
      <CommandButton :command="command('copy')" />
      <CommandButton :command="command('csv')" />
    </div>
  </aside>
</template>

<style scoped>
.shopping {
  padding: 20px;
  overflow-y: auto;
  display: flex;
  flex-direction: column;
  gap: 10px;
}
li {
  padding: 8px 0;
  border-bottom: 1px solid var(--mat-line);
}
.what strong {
  display: block;
  font-weight: 500;
  font-size: 18px;
}
small,
.soft {
  color: var(--soft-on-mat);
  font-size: 14px;
}
.acts {
  display: flex;
  gap: 18px;
}
.foot {
  margin-top: auto;
  display: grid;
  gap: 10px;
}
</style>
