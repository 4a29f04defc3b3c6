import {
  actPictures,
  applyEdits,
  cycleWithLines,
  diffSequences,
  needLines,
  review,
  sameDocument,
  unreachableParts,
  type Derivation,
  type Edit,
  type EvidenceLine,
  type Recording,
  type RecordingSummary,
  type Result,
  type RunEvidence,
  type SettledEdit,
} from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { Away, read } from '../../api/client.ts';
import { useLatest } from '../../composables/useLatest.ts';
import { useRecording } from '../../stores/recording.ts';
import { useUnit } from '../../stores/unit.ts';
import { deriveInWorker, startPlanner } from '../../workers/planner.ts';
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
  const known = computed(() => published.value?.document.parts ?? []);
  const recording = useRecording(known);
  /** What runs of this model found to differ. */
  const runs = shallowRef<readonly RunEvidence[]>([]);
  /** What was settled about the order at other units of the model. */
  const settledElsewhere = shallowRef<readonly Edit[]>([]);
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
    await readEvidence();
  });

  /** Other recordings of this model: each a further witness, taken in by the lead. */
  const others = shallowRef<readonly RecordingSummary[]>([]);

  async function readEvidence(): Promise<void> {
    if (!unit.value) return;
    const model = `/models/${encodeURIComponent(unit.value.model.code)}`;
    try {
      const found = (await read<{ evidence: RunEvidence[]; settled: SettledEdit[] }>(`${model}/evidence`))
        .value;
      runs.value = found.evidence;
      const own = recording.stream.streamId.value;
      settledElsewhere.value = found.settled.filter((one) => one.recording !== own).map(({ edit }) => edit);
      others.value = [];
      await readOthers(model, '');
      await witnesses.open(unitId, others.value);
      await revisions.list(unit.value.model.code);
    } catch (error) {
      if (!(error instanceof Away)) throw error;
    }
  }

  /** Where the next page of them begins; null where all are here. */
  const moreOthers = ref<string | null>(null);
  async function readOthers(model: string, query: string): Promise<void> {
    const { recordings, next } = (
      await read<{ recordings: RecordingSummary[]; next: string | null }>(`${model}/recordings${query}`)
    ).value;
    others.value = [...others.value, ...recordings.filter(({ unitId: of }) => of !== unitId)];
    moreOthers.value = next;
  }
  async function showMoreOthers(): Promise<void> {
    if (!unit.value || moreOthers.value === null) return;
    const model = `/models/${encodeURIComponent(unit.value.model.code)}`;
    await readOthers(model, `?behind=${encodeURIComponent(moreOthers.value)}`);
  }

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
  /** The recording of this unit where there is one; otherwise the sequence that stands, to be read and edited. */
  const start = computed(() =>
    working.value ? null : (derived.value?.sequence ?? published.value?.document ?? null),
  );
  const edited = computed(() =>
    start.value
      ? applyEdits(start.value, [...settledElsewhere.value, ...recording.edits.value.map(({ edit }) => edit)])
      : null,
  );
  const reviewed = computed(() =>
    edited.value
      ? review(edited.value.sequence, recording.decisions.value, {
          conflicts: derived.value?.conflicts ?? [],
          runs: runs.value,
          absent: derived.value?.absent ?? [],
        })
      : null,
  );
  const document = computed(() => reviewed.value?.sequence ?? null);
  const linesOf = computed(() => (derived.value ? needLines(derived.value) : (): readonly string[] => []));
  /** The lines that each need of the document rests on, in its order. */
  const evidence = computed(() => (document.value?.needs ?? []).map(linesOf.value));
  /** Photos of the lines that tell of an act, of this unit's recording. */
  const pictures = computed(() =>
    derived.value ? actPictures(derived.value.actLines, recording.lines.value) : new Map<string, string[]>(),
  );
  const picturesOf = (action: string): readonly string[] => pictures.value.get(action) ?? [];
  /** The shortest circle of needs, with the lines that they rest on. */
  const cycle = computed(() => document.value && cycleWithLines(document.value, linesOf.value));
  /** Parts that no order reaches. */
  const lost = computed(() => (document.value ? unreachableParts(document.value) : []));
  const changes = computed(() =>
    document.value && published.value ? diffSequences(published.value.document, document.value) : [],
  );
  const isNews = computed(
    () =>
      document.value !== null &&
      (derived.value !== null ||
        recording.edits.value.length > 0 ||
        reviewed.value?.settled.some(({ choice }) => choice === 'remedy') === true) &&
      !sameDocument(document.value, published.value?.document),
  );
  const nextNumber = computed(
    () => Math.max(published.value?.number ?? 0, ...revisions.all.value.map(({ number }) => number)) + 1,
  );
  const waiting = computed(() => recording.lines.value.some((line) => line.state !== 'kept'));

  /** The weakest need of the circle goes; as an edit, so it can be taken back. */
  async function mendCycle(): Promise<void> {
    const need = cycle.value?.weakest;
    const before = need?.anyOf[0];
    if (need && before) await recording.edit([{ what: 'free', action: need.action, before }]);
  }

  const publishing = usePublish(unitId, {
    document,
    isNews,
    lost,
    derived,
    whole: derivedWhole,
    onPublished: revisions.list,
  });
  return {
    picturesOf,
    unit,
    published,
    fault,
    recording,
    derivation,
    derived,
    working,
    edited,
    reviewed,
    document,
    evidence,
    cycle,
    mendCycle,
    lost,
    changes,
    isNews,
    nextNumber,
    waiting,
    others,
    moreOthers,
    showMoreOthers,
    witnesses,
    revisions,
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
