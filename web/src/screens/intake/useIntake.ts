import { emptyIntake, triage, type Intake, type UnitSummary } from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { Away, read } from '../../api/client.ts';
import { useUnit } from '../../stores/unit.ts';
import { merge, type IntakeDraft } from './mergeIntake.ts';

/** Long enough that a word is written whole, short enough that nobody waits for it. */
const keepAfterMs = 500;
const retryMs = 3_000;

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
    const refused = await store.change(copy(draft.value));
    told.value = refused?.words ?? null;
    if (refused === null) {
      sent = text;
      if (localStorage.getItem(key) === text) {
        localStorage.removeItem(key);
        state.value = 'kept';
      } else schedule(keepAfterMs);
      if (serial !== unit.value?.serial) void readEarlier();
    } else if (refused.why === 'away') {
      told.value = 'The server does not answer; what you tell is kept on this device and sent when it does.';
      schedule(retryMs);
    } else if (refused.why === 'conflict' && unit.value) {
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
