import { emptyIntake, triage, type Form, type Intake, type UnitFacts, type UnitSummary } from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { Away, read } from '../../api/client.ts';
import { useUnit } from '../../stores/unit.ts';

export type IntakeDraft = Pick<UnitFacts, 'serial' | 'configuration' | 'complaint' | 'place' | 'intake'>;

/** Long enough that a word is written whole, short enough that nobody waits for it. */
const keepAfterMs = 500;
const retryMs = 3_000;

/** Where two told something at once: what this device changed since it last read, on top of what stands. */
export function merge(base: IntakeDraft, mine: IntakeDraft, theirs: IntakeDraft): IntakeDraft {
  const pick = <T>(was: T, own: T, other: T): T =>
    JSON.stringify(own) === JSON.stringify(was) ? other : own;
  const intake = Object.fromEntries(
    Object.keys(theirs.intake).map((key) => {
      const field = key as keyof Intake;
      return [field, pick(base.intake[field], mine.intake[field], theirs.intake[field])];
    }),
  ) as Intake;
  return {
    serial: pick(base.serial, mine.serial, theirs.serial),
    configuration: { ...theirs.configuration, ...pick(base.configuration, mine.configuration, {}) },
    complaint: pick(base.complaint, mine.complaint, theirs.complaint),
    place: pick(base.place, mine.place, theirs.place),
    intake,
  };
}

const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/**
 * What is known of a unit, as it is being told. Each change is kept on this device at once and on the server
 * shortly after; what the server has not taken yet survives a reload and is sent again.
 */
export function useIntake(unitId: string) {
  const store = useUnit();
  const { unit, model, published, fault } = storeToRefs(store);
  const key = `bemtor.intake.${unitId}`;
  const draft = ref<IntakeDraft | null>(null);
  const state = ref<'kept' | 'waiting' | 'refused'>('kept');
  const told = ref<string | null>(null);
  const earlier = shallowRef<readonly UnitSummary[]>([]);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sent = '';

  const ofUnit = (known: UnitSummary): IntakeDraft => ({
    serial: known.serial,
    configuration: { ...known.configuration },
    complaint: known.complaint,
    place: known.place,
    intake: copy(known.intake),
  });

  onMounted(async () => {
    await store.load(unitId);
    if (!unit.value) return;
    const waiting = localStorage.getItem(key);
    sent = JSON.stringify(ofUnit(unit.value));
    draft.value = waiting ? (JSON.parse(waiting) as IntakeDraft) : ofUnit(unit.value);
    if (waiting) schedule(0);
    void readEarlier();
  });
  onBeforeUnmount(() => {
    clearTimeout(timer);
    if (state.value === 'waiting') void send();
  });

  function schedule(afterMs: number): void {
    clearTimeout(timer);
    state.value = 'waiting';
    timer = setTimeout(() => void send(), afterMs);
  }

  watch(
    draft,
    (now) => {
      if (!now || JSON.stringify(now) === sent) return;
      localStorage.setItem(key, JSON.stringify(now));
      schedule(keepAfterMs);
    },
    { deep: true },
  );

  async function send(): Promise<void> {
    if (!draft.value) return;
    const text = JSON.stringify(draft.value);
    const serial = unit.value?.serial;
    told.value = await store.change(copy(draft.value));
    if (told.value === null) {
      sent = text;
      if (localStorage.getItem(key) === text) {
        localStorage.removeItem(key);
        state.value = 'kept';
      } else schedule(keepAfterMs);
      if (serial !== unit.value?.serial) void readEarlier();
    } else if (told.value.startsWith('The server does not answer')) schedule(retryMs);
    else if (told.value.startsWith('Somebody else') && unit.value) {
      const theirs = ofUnit(unit.value);
      draft.value = merge(JSON.parse(sent) as IntakeDraft, draft.value, theirs);
      sent = JSON.stringify(theirs);
      told.value = 'Somebody else told something of this unit too; both are kept.';
      schedule(0);
    } else state.value = 'refused';
  }

  async function readEarlier(): Promise<void> {
    try {
      earlier.value = (await read<{ units: UnitSummary[] }>(`/units/${unitId}/earlier`)).value.units;
    } catch (error) {
      if (!(error instanceof Away)) throw error;
    }
  }

  const advice = computed(() =>
    unit.value
      ? triage(
          draft.value?.intake ?? emptyIntake,
          unit.value.model.form as Form,
          published.value?.document ?? null,
          draft.value?.configuration ?? {},
        )
      : null,
  );

  const change = (part: Partial<Intake>): void => {
    if (draft.value) draft.value = { ...draft.value, intake: { ...draft.value.intake, ...part } };
  };

  return { unit, model, published, fault, draft, state, told, earlier, advice, change };
}
