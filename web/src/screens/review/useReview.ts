import { deriveSequence, review, sameDocument, type RecordingSummary, type RunEvidence } from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { Away, read, Refused, send } from '../../api/client.ts';
import { useRecording } from '../../stores/recording.ts';
import { useUnit } from '../../stores/unit.ts';
import { useWitnesses } from './useWitnesses.ts';

/**
 * What there is to review of a unit's model: the sequence that its recording bears out, or the one that
 * stands, with the findings of the check, what the lead decided about them, and the publishing.
 */
export function useReview(unitId: string) {
  const store = useUnit();
  const { unit, model, published, fault } = storeToRefs(store);
  const known = computed(() => published.value?.document.parts ?? []);
  const recording = useRecording(known);
  /** What runs of this model found to differ. */
  const runs = shallowRef<readonly RunEvidence[]>([]);
  const witnesses = useWitnesses();
  const publishing = ref(false);
  const told = ref<{ kind: 'done' | 'fault'; text: string } | null>(null);
  const ready = ref(false);

  onMounted(async () => {
    await store.load(unitId);
    if (unit.value) await recording.openFor(unitId, unit.value.recording?.id ?? null);
    ready.value = true;
    await readEvidence();
  });

  /** Other recordings of this model: each a further witness, taken in by the lead. */
  const others = shallowRef<readonly RecordingSummary[]>([]);

  async function readEvidence(): Promise<void> {
    if (!unit.value) return;
    const model = `/models/${encodeURIComponent(unit.value.model.code)}`;
    try {
      runs.value = (await read<{ evidence: RunEvidence[] }>(`${model}/evidence`)).value.evidence;
      const { recordings } = (await read<{ recordings: RecordingSummary[] }>(`${model}/recordings`)).value;
      others.value = recordings.filter(({ unitId: of }) => of !== unitId);
      await witnesses.open(unitId, others.value);
    } catch (error) {
      if (!(error instanceof Away)) throw error;
    }
  }

  const derivation = computed(() => {
    const own = recording.standing.value;
    const all = [
      ...(own.length > 0 ? [{ id: unit.value?.recording?.id ?? '', lines: own }] : []),
      ...witnesses.recordings.value,
    ];
    if (!model.value || all.length === 0) return null;
    return deriveSequence(all, model.value.model, model.value.options);
  });
  const derived = computed(() => (derivation.value?.ok ? derivation.value.value : null));
  /** The recording of this unit where there is one; otherwise the sequence that stands, to be read. */
  const start = computed(() => derived.value?.sequence ?? published.value?.document ?? null);
  const reviewed = computed(() =>
    start.value
      ? review(start.value, recording.decisions.value, {
          conflicts: derived.value?.conflicts ?? [],
          runs: runs.value,
        })
      : null,
  );
  const document = computed(() => reviewed.value?.sequence ?? null);
  /** The lines that each need of the document rests on, in its order. */
  const evidence = computed(() => {
    const known = derived.value;
    return (document.value?.needs ?? []).map((need) => {
      const place = known?.sequence.needs.indexOf(need) ?? -1;
      return known?.evidence[place] ?? [];
    });
  });
  const isNews = computed(
    () =>
      document.value !== null &&
      (derived.value !== null ||
        reviewed.value?.settled.some(({ choice }) => choice === 'remedy') === true) &&
      !sameDocument(document.value, published.value?.document),
  );
  const nextNumber = computed(() => (published.value?.number ?? 0) + 1);
  const waiting = computed(() => recording.lines.value.some((line) => line.state !== 'kept'));
  async function publish(): Promise<void> {
    if (!document.value || !unit.value || publishing.value || !isNews.value) return;
    publishing.value = true;
    told.value = null;
    const follows: Record<string, string> = published.value
      ? { 'If-Match': `"${published.value.number}"` }
      : { 'If-None-Match': '*' };
    const code = unit.value.model.code;
    try {
      const { number } = await send<{ number: number }>(
        `/models/${encodeURIComponent(code)}/revisions`,
        {
          document: document.value,
          note: derived.value
            ? `From the recording of ${unit.value.label}`
            : `Reviewed at ${unit.value.label}`,
        },
        follows,
      );
      await store.load(unitId);
      told.value = { kind: 'done', text: `Published as revision ${number}.` };
    } catch (error) {
      const current =
        error instanceof Refused && error.problem.code === 'revision-conflict'
          ? error.problem.current
          : undefined;
      if (current !== undefined) await store.load(unitId);
      const reason = error instanceof Error ? error.message : String(error);
      told.value = {
        kind: 'fault',
        text:
          current === undefined
            ? `Not published: ${reason}.`
            : `Not published: somebody published revision ${current} meanwhile. Look at it, then publish after it.`,
      };
    } finally {
      publishing.value = false;
    }
  }

  return {
    unit,
    published,
    fault,
    ready,
    recording,
    derivation,
    derived,
    reviewed,
    document,
    evidence,
    isNews,
    nextNumber,
    waiting,
    others,
    witnesses,
    publishing,
    told,
    publish,
  };
}
