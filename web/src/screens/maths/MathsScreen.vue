<script setup lang="ts">
import type { Part, UnitSummary } from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useRoute } from 'vue-router';
import { read } from '../../api/client.ts';
import { useUnit } from '../../stores/unit.ts';
import InstrumentFields from './InstrumentFields.vue';
import InstrumentFace from './InstrumentFace.vue';
import { instruments, useMaths } from './useMaths.ts';
import TileButton from '../../kit/TileButton.vue';
import CommandButton from '../../kit/CommandButton.vue';
import { useCommands } from '../../kit/useCommands.ts';

/** A set of instruments: what is measured at the left, what it means at the right, with the working. */
const { at, instrument, typed, faults, reading, set, fill, clear } = useMaths();
const route = useRoute();
const store = useUnit();
const { unit, published } = storeToRefs(store);
const units = shallowRef<readonly UnitSummary[]>([]);
const told = ref<string | null>(null);

onMounted(async () => {
  const asked = typeof route.query['unit'] === 'string' ? route.query['unit'] : unit.value?.id;
  try {
    units.value = (await read<{ units: UnitSummary[] }>('/units')).value.units;
    if (asked) await store.load(asked);
  } catch {
    // Without the server the instruments work all the same; only filling from a unit has to wait.
    units.value = [];
  }
});

const battery = computed<Part | null>(
  () => published.value?.document.parts.find((part) => part.kind === 'battery') ?? null,
);
const text = (value: number | null | undefined): string => (value == null ? '' : String(value));

/** What the unit at hand and its sequence know goes into the instrument; what is typed already gives way. */
function fillFromUnit(): void {
  const measures = unit.value?.intake.measures ?? {};
  const pack = battery.value?.battery;
  const old = {
    'old.number': battery.value?.numbers[0]?.number ?? '',
    'old.nominalV': text(pack?.nominalV),
    'old.capacityMAh': text(pack?.capacityMAh),
    'old.energyWh': text(pack?.energyWh),
    'old.heightMm': text(measures.packNominalMm),
  };
  const from: Readonly<Record<string, Readonly<Record<string, string>>>> = {
    label: {
      voltageV: text(pack?.nominalV),
      chargeMAh: text(pack?.capacityMAh),
      energyWh: text(pack?.energyWh),
    },
    health: {
      fullWh: text(measures.fullWh),
      designWh: text(measures.designWh ?? pack?.energyWh),
      cycles: text(measures.cycles),
      years: text(measures.batteryYears),
    },
    fit: old,
    swelling: { thicknessMm: text(measures.packMm), nominalMm: text(measures.packNominalMm) },
    coin: { volts: text(measures.coinV), years: text(measures.coinYears) },
    heat: { hotC: text(measures.loadC), roomC: text(measures.roomC) },
    keyboard: {
      'old.layout': unit.value?.configuration['layout'] ?? '',
      'old.backlight': unit.value?.configuration['keyboard'] === 'backlit' ? 'yes' : '',
    },
  };
  const known = Object.fromEntries(
    Object.entries(from[instrument.value.id] ?? {}).filter(([, value]) => value !== ''),
  );
  told.value = Object.keys(known).length > 0 ? null : 'Nothing is known of this unit for this instrument.';
  fill(instrument.value.id, known);
}

/** The verdict, with its figures, joins the unit's notes. */
async function sendToNotes(): Promise<void> {
  const known = reading.value;
  if (!known || !unit.value) return;
  const figures = known.figures.map(({ label, value, unit: measured }) =>
    `${label} ${value} ${measured}`.trim(),
  );
  const words = [known.verdict?.words, ...figures].filter(Boolean).join('; ');
  const line = `${instrument.value.title}: ${words}.`;
  const { intake } = unit.value;
  const fault = await store.change({
    intake: { ...intake, notes: [intake.notes, line].filter(Boolean).join('\n') },
  });
  told.value = fault ?? `In the notes of ${unit.value.label}: ${line}`;
}
const choose = (id: string): void => void store.load(id);
const step = (by: number): void => {
  const place = instruments.findIndex(({ id }) => id === at.value) + by;
  at.value = instruments[(place + instruments.length) % instruments.length]?.id ?? at.value;
  told.value = null;
};
const { command } = useCommands(() => {
  const noUnit = unit.value ? null : 'Choose a unit first';
  return [
    { id: 'next', keys: ['ArrowDown'], words: 'next instrument', run: () => step(1) },
    { id: 'previous', keys: ['ArrowUp'], words: 'previous instrument', run: () => step(-1) },
    { id: 'fill', keys: ['u'], words: 'fill from the unit', unless: noUnit, run: fillFromUnit },
    { id: 'clear', keys: ['c'], words: 'clear', run: clear },
    {
      id: 'notes',
      keys: ['n'],
      words: `into the notes of ${unit.value?.label ?? 'a unit'}`,
      unless: noUnit ?? (reading.value ? null : 'There is no reading yet'),
      run: sendToNotes,
    },
  ];
});
</script>

<template>
  <div class="maths">
    <nav class="mat-bound rail" aria-label="Instruments">
      <TileButton
        v-for="one in instruments"
        :key="one.id"
        :class="{ here: one.id === instrument.id }"
        :aria-current="one.id === instrument.id"
        :data-testid="`instrument-${one.id}`"
        @click="
          at = one.id;
          told = null;
        "
      >
        {{ one.title }}
      </TileButton>
    </nav>
    <section class="card bench" :aria-label="instrument.title">
      <header>
        <h1>{{ instrument.title }}</h1>
        <p>{{ instrument.about }}</p>
      </header>
      <div class="from">
        <v-autocomplete
          :model-value="unit?.id ?? null"
          label="Unit"
          :items="units.map((one) => ({ value: one.id, title: `${one.label}, ${one.model.name}` }))"
          data-testid="maths-unit"
          @update:model-value="(id) => id && choose(id)"
        />
        <CommandButton :command="command('fill')" />
        <CommandButton :command="command('clear')" />
      </div>
      <InstrumentFields
        :key="instrument.id"
        :fields="instrument.fields"
        :typed="typed"
        :faults="faults"
        @set="set"
      />
    </section>
    <section class="mat-bound face" aria-label="Reading" aria-live="polite" data-testid="reading">
      <InstrumentFace :reading="reading" />
      <div class="acts">
        <p v-if="told" role="status" data-testid="maths-told">{{ told }}</p>
        <CommandButton :command="command('notes')" />
      </div>
    </section>
  </div>
</template>

<style scoped>
.maths {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 214px minmax(0, 1fr) minmax(320px, 430px);
}
.rail {
  padding: 14px 0;
  overflow-y: auto;
  display: flex;
  flex-direction: column;
}
.rail button {
  padding: 0 20px;
  border-radius: 0;
  font: 500 18px/1.1 var(--label);
  color: var(--soft-on-mat);
  border-left: 5px solid transparent;
}
.rail .here {
  color: var(--on-mat);
  font-weight: 600;
  background: var(--mat-raised);
  border-left-color: var(--copper-mat);
}
.bench {
  padding: 22px 30px 40px;
  overflow-y: auto;
  display: grid;
  gap: 16px;
  align-content: start;
}
h1 {
  font: 600 38px/1 var(--label);
}
header p {
  color: var(--ink-soft);
}
.from {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 10px;
}
.from > :first-child {
  flex: 1 1 220px;
}
.face {
  padding: 26px;
  overflow-y: auto;
  display: flex;
  flex-direction: column;
  gap: 18px;
}
.acts {
  margin-top: auto;
  display: grid;
  gap: 10px;
}
@media (max-width: 900px) {
  .maths {
    grid-template-columns: 170px minmax(0, 1fr);
    grid-template-rows: minmax(0, 1fr) auto;
  }
  .rail {
    grid-row: 1 / span 2;
  }
  .face {
    grid-column: 2;
    max-height: 44vh;
  }
}
@media (max-width: 640px) {
  .maths {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto minmax(0, 1fr) auto;
  }
  .rail {
    grid-row: auto;
    flex-direction: row;
    padding: 0;
    overflow-x: auto;
  }
  .rail .here {
    border-left: 0;
    box-shadow: inset 0 -4px 0 var(--copper-mat);
  }
  .bench {
    padding: 14px 16px;
  }
  .face {
    grid-column: auto;
    padding: 14px 16px;
  }
}
@media (max-height: 520px) {
  .maths {
    overflow-y: auto;
  }
  .maths > * {
    max-height: none;
    overflow: visible;
  }
  .rail {
    overflow-x: auto;
  }
  .bench > header p {
    display: none;
  }
}
</style>
