import {
  emptyIntake,
  toldBetween,
  triage,
  unitFactsSchema,
  withTold,
  type Intake,
  type UnitSummary,
} from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue';
import { z } from 'zod';
import { Away, read } from '../../api/client.ts';
import { plain } from '../../api/local.ts';
import { shopItems, tellShop } from '../../api/shopLog.ts';
import { keptHere } from '../../composables/keptHere.ts';
import { useUnit } from '../../stores/unit.ts';

/** What is told of a unit at intake. */
const draftSchema = unitFactsSchema.pick({
  serial: true,
  configuration: true,
  complaint: true,
  place: true,
  intake: true,
});
type IntakeDraft = z.infer<typeof draftSchema>;
/** A draft, and what it was written on. */
const keptSchema = z.object({ base: draftSchema, draft: draftSchema });

/** Long enough that a word is written whole, short enough that nobody waits for it. */
const tellAfterMs = 500;

const ofUnit = ({ serial, configuration, complaint, place, intake }: UnitSummary): IntakeDraft =>
  plain({ serial, configuration: { ...configuration }, complaint, place, intake });

/**
 * What is known of a unit, as it is being told. A character typed is on this device at once; what is told shortly after
 * goes the way of everything that is said of units: kept here first, sent in order, and shown where it was refused.
 */
export function useIntake(unitId: string) {
  const store = useUnit();
  const { unit, model, published, fault } = storeToRefs(store);
  const kept = keptHere(`bemtor.intake.${unitId}`, keptSchema);
  const draft = ref<IntakeDraft | null>(null);
  /** What the draft was written on. */
  let base: IntakeDraft | null = null;
  const typing = ref(false);
  const told = ref<string | null>(null);
  const earlier = shallowRef<readonly UnitSummary[]>([]);
  /** The serial under which earlier visits were looked for. */
  let earlierOf: string | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;

  /** What was said of this unit here and the server has not taken. */
  const items = computed(() =>
    shopItems().filter(({ body }) => body.kind === 'unit-told' && body.unit === unitId),
  );
  const state = computed(() => {
    if (items.value.some(({ refused }) => refused !== null)) return 'refused';
    return typing.value || items.value.length > 0 ? 'waiting' : 'kept';
  });

  onMounted(async () => {
    await store.load(unitId);
    if (!unit.value) return;
    const stands = ofUnit(unit.value);
    const left = kept.read();
    base = stands;
    draft.value = left ? rebased(left.base, left.draft, stands) : plain(stands);
    // It was told before the page was closed.
    if (toldBetween(stands, draft.value) === null) kept.write(null);
    void readEarlier();
  });
  onBeforeUnmount(() => {
    if (typing.value) void tell();
  });

  watch(
    draft,
    (now) => {
      if (!now || !base || toldBetween(base, now) === null) return;
      kept.write({ base, draft: now });
      typing.value = true;
      clearTimeout(timer);
      timer = setTimeout(() => void tell(), tellAfterMs);
    },
    { deep: true },
  );
  // What others told, what the server took, and what it refused: the draft goes on from there.
  watch(unit, (now) => {
    if (!now || !draft.value || !base) return;
    const stands = ofUnit(now);
    if (toldBetween(base, stands) === null) return;
    const next = rebased(base, draft.value, stands);
    base = stands;
    draft.value = next;
  });
  watch(state, (now) => {
    if (now !== 'kept') return;
    told.value = null;
    // The server looks for the same device under the serial that it knows.
    if (unit.value && unit.value.serial !== earlierOf) void readEarlier();
  });

  async function tell(): Promise<void> {
    clearTimeout(timer);
    if (!draft.value || !base) return;
    const said = plain(draft.value);
    const change = toldBetween(base, said);
    typing.value = false;
    if (change === null) return kept.write(null);
    base = said;
    try {
      const outcome = await tellShop({ kind: 'unit-told', unit: unitId, ...change });
      told.value = outcome.state === 'waiting' ? awayWords : null;
      if (outcome.state === 'refused') await store.load(unitId);
      if (!typing.value) kept.write(null);
    } catch (error) {
      if (!(error instanceof Away)) throw error;
      // Neither this device nor the server has it: the draft stays what is to be told.
      base = withTold(base, { set: change.was });
      typing.value = true;
      told.value = error.message;
    }
  }

  async function readEarlier(): Promise<void> {
    earlierOf = unit.value?.serial ?? null;
    try {
      earlier.value = (await read<{ units: UnitSummary[] }>(`/units/${unitId}/earlier`)).value.units;
    } catch {
      // Away, or not known to the server yet: there is nothing to show, and nothing is lost.
      earlier.value = [];
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

  const refused = computed(() => items.value.filter(({ refused: why }) => why !== null));
  return { unit, model, published, fault, draft, state, told, refused, earlier, advice, change };
}

const awayWords = 'The server does not answer; what you tell is kept on this device and sent when it does.';

/** What was changed in a draft since it was begun, on top of what stands now. */
function rebased(base: IntakeDraft, draft: IntakeDraft, stands: IntakeDraft): IntakeDraft {
  const mine = toldBetween(base, draft);
  return mine ? withTold(stands, mine) : plain(stands);
}
