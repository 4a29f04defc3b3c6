import { computed, ref, watch } from 'vue';
import { benchInstruments } from './benchInstruments.ts';
import { powerInstruments } from './powerInstruments.ts';
import { readFields, type Instrument, type Typed } from './instrument.ts';

export const instruments: readonly Instrument[] = [...powerInstruments, ...benchInstruments];

const key = 'bemtor.maths';

interface Kept {
  readonly at: string;
  readonly typed: Readonly<Record<string, Typed>>;
}

function lastKept(): Kept {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '') as Kept;
  } catch {
    return { at: 'label', typed: {} };
  }
}

/** The instruments with what was last typed into each; it stays on this device. */
export function useMaths() {
  const kept = lastKept();
  const at = ref(kept.at);
  const typed = ref<Record<string, Typed>>({ ...kept.typed });
  watch([at, typed], () => localStorage.setItem(key, JSON.stringify({ at: at.value, typed: typed.value })), {
    deep: true,
  });

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
