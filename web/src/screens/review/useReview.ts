import { actPictures, type Derivation, type EvidenceLine, type Recording, type Result } from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref } from 'vue';
import { useLatest } from '../../composables/useLatest.ts';
import { useRecording } from '../../stores/recording.ts';
import { useUnit } from '../../stores/unit.ts';
import { deriveInWorker, startPlanner } from '../../workers/planner.ts';
import { reviewOf } from './reviewOf.ts';
import { useModelEvidence } from './useModelEvidence.ts';
import { usePublish } from './usePublish.ts';
import { useRevisions } from './useRevisions.ts';
import { useWitnesses } from './useWitnesses.ts';

/**
 * What there is to review of a unit's model: the sequence that its recording bears out, or the one that
 * stands, as it was edited, with the findings of the check, what the lead decided about them, and the publishing.
 */
export function useReview(unitId: string) {
  const store = useUnit();
  const { unit, model, published, fault } = storeToRefs(store);
  const recording = useRecording(computed(() => published.value?.document.parts ?? []));
  const known = useModelEvidence(unitId);
  const witnesses = useWitnesses();
  const revisions = useRevisions();
  const ready = ref(false);

  onMounted(async () => {
    startPlanner();
    let opened: Promise<void> | undefined;
    await store.load(unitId, (read) => {
      opened = recording.openFor(unitId, read.recording?.id ?? null);
    });
    await opened;
    ready.value = true;
    if (!unit.value || !(await known.load(unit.value.model.code, recording.stream.streamId.value))) return;
    await witnesses.open(unitId, known.others.value);
    await revisions.list(unit.value.model.code);
  });

  /** The recordings to derive from; a long one comes in pieces, and is derived from once it is whole. */
  const recordings = computed<readonly Recording[]>(() => {
    const own = recording.standing.value;
    if (!ready.value || !model.value) return [];
    return [
      ...(own.length > 0 ? [{ id: unit.value?.recording?.id ?? '', lines: own }] : []),
      ...witnesses.recordings.value,
    ];
  });
  /** As text, so that what is derived once is not derived again for a decision, an edit or a line that was sent. */
  const evidenceText = computed(() =>
    JSON.stringify({
      recordings: recordings.value.map(({ id, lines }) => ({ id, lines: lines.map(ofEvidence) })),
      model: model.value,
    }),
  );
  const {
    answer: derivation,
    pending: deriving,
    settled: derivedWhole,
  } = useLatest<string, Result<Derivation> | null>(
    () => evidenceText.value,
    (text) => (recordings.value.length > 0 ? deriveInWorker(text) : null),
    null,
  );
  const derived = computed(() => (derivation.value?.ok ? derivation.value.value : null));
  /** What was recorded is being read, or what follows from it is not known yet. */
  const working = computed(
    () => !ready.value || (recordings.value.length > 0 && derivation.value === null && deriving.value),
  );
  const view = computed(() =>
    working.value
      ? null
      : reviewOf({
          derived: derived.value,
          published: published.value?.document ?? null,
          settledElsewhere: known.settledElsewhere.value,
          edits: recording.edits.value.map(({ edit }) => edit),
          decisions: recording.decisions.value,
          runs: known.runs.value,
        }),
  );
  const document = computed(() => view.value?.document ?? null);
  const isNews = computed(() => view.value?.isNews ?? false);
  const lost = computed(() => view.value?.lost ?? []);
  const cycle = computed(() => view.value?.cycle ?? null);

  /** Photos of the lines that tell of an act, of this unit's recording. */
  const pictures = computed(() =>
    derived.value ? actPictures(derived.value.actLines, recording.lines.value) : new Map<string, string[]>(),
  );
  const picturesOf = (action: string): readonly string[] => pictures.value.get(action) ?? [];
  const nextNumber = computed(
    () => Math.max(published.value?.number ?? 0, ...revisions.all.value.map(({ number }) => number)) + 1,
  );

  /** The weakest need of the circle goes; as an edit, so it can be taken back. */
  async function mendCycle(): Promise<void> {
    const need = cycle.value?.weakest;
    const before = need?.anyOf[0];
    if (need && before) await recording.edit([{ what: 'free', action: need.action, before }]);
  }

  const publishing = usePublish(unitId, {
    ...{ document, isNews, lost, derived },
    whole: derivedWhole,
    onPublished: revisions.list,
  });
  return {
    ...{ unit, published, fault, recording, derivation, derived, working },
    ...{ document, isNews, lost, cycle, mendCycle, picturesOf, nextNumber, witnesses, revisions },
    edited: computed(() => view.value?.edited ?? null),
    reviewed: computed(() => view.value?.reviewed ?? null),
    evidence: computed(() => view.value?.evidence ?? []),
    changes: computed(() => view.value?.changes ?? []),
    waiting: computed(() => recording.lines.value.some((line) => line.state !== 'kept')),
    others: known.others,
    moreOthers: known.moreOthers,
    showMoreOthers: known.showMoreOthers,
    ...publishing,
  };
}

/** What of a line bears on the order: not how far it was sent. */
const ofEvidence = ({ id, entries, narrated, points }: EvidenceLine): EvidenceLine => ({
  id,
  entries,
  ...(narrated === undefined ? {} : { narrated }),
  ...(points === undefined ? {} : { points }),
});
export type Review = ReturnType<typeof useReview>;
