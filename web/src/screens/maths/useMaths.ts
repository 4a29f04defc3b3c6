import { computed, ref, watch } from 'vue';
import { z } from 'zod';
import { keptHere } from '../../composables/keptHere.ts';
import { benchInstruments } from './benchInstruments.ts';
import { powerInstruments } from './powerInstruments.ts';
import { readFields, type Instrument, type Typed } from './instrument.ts';

export const instruments: readonly Instrument[] = [...powerInstruments, ...benchInstruments];

const last = keptHere(
  'bemtor.maths',
  z.object({ at: z.string(), typed: z.record(z.string(), z.record(z.string(), z.string())) }),
);

/** The instruments with what was last typed into each; it stays on this device. */
export function useMaths() {
  const kept = last.read() ?? { at: 'label', typed: {} };
  const at = ref(kept.at);
  const typed = ref<Record<string, Typed>>({ ...kept.typed });
  watch([at, typed], () => last.write({ at: at.value, typed: typed.value }), { deep: true });

  const instrument = computed(
    () => instruments.find(({ id }) => id === at.value) ?? (instruments[0] as Instrument),
  );
  const mine = computed<Typed>(() => typed.value[instrument.value.id] ?? {});
  const read = computed(() => readFields(instrument.value.fields, mine.value));
  const reading = computed(() =>
    Object.keys(read.value.faults).length > 0 ? null : instrument.value.read(read.value.values),
  );
  const set = (field: string, value: string): void => {
    typed.value = { ...typed.value, [instrument.value.id]: { ...mine.value, [field]: value } };
  };
  const fill = (id: string, values: Typed): void => {
    typed.value = { ...typed.value, [id]: { ...typed.value[id], ...values } };
  };
  const clear = (): void => {
    typed.value = { ...typed.value, [instrument.value.id]: {} };
  };
  return {
    at,
    instrument,
    typed: mine,
    faults: computed(() => read.value.faults),
    reading,
    set,
    fill,
    clear,
  };
}
