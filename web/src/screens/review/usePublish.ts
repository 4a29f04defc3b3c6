import type { RevisionLine, Sequence } from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, ref, type Ref } from 'vue';
import { Away } from '../../api/client.ts';
import { askShop, type Outcome } from '../../api/shopLog.ts';
import { useTold } from '../../kit/useTold.ts';
import { useUnit } from '../../stores/unit.ts';

interface Given {
  readonly document: Ref<Sequence | null>;
  readonly isNews: Ref<boolean>;
  /** Parts that no order reaches: published only where the lead says why. */
  readonly lost: Ref<readonly string[]>;
  readonly derived: Ref<unknown>;
  /** Resolves once the document rests on all that was recorded. */
  readonly whole: () => Promise<void>;
  readonly onPublished: (code: string) => Promise<void>;
}

interface ToldHere {
  readonly kind: 'done' | 'fault';
  readonly text: string;
  readonly undo?: () => Promise<void>;
}

/** Publishing a document as the revision after the one that stands, and taking revisions back. */
export function usePublish(unitId: string, { document, isNews, lost, derived, whole, onPublished }: Given) {
  const store = useUnit();
  const { unit, published } = storeToRefs(store);
  const publishing = ref(false);
  const done = useTold();
  const fault = ref<string | null>(null);
  const told = computed<ToldHere | null>(() => {
    if (fault.value !== null) return { kind: 'fault', text: fault.value };
    const { words, ...undo } = done.told.value ?? { words: null };
    return words === null ? null : { kind: 'done', text: words, ...undo };
  });
  /** Why parts stay out of reach, in the lead's words. */
  const leftWhy = ref('');

  async function publish(): Promise<void> {
    await whole();
    if (!document.value || !unit.value || publishing.value || !isNews.value) return;
    if (lost.value.length > 0 && leftWhy.value.trim() === '') {
      fault.value = 'Not published: some parts cannot be reached. Mend the circle, or say why they stay so.';
      return;
    }
    const { code } = unit.value.model;
    await guarded('Not published', async () => {
      const outcome = await sendRevision(code, document.value!);
      if (outcome.state === 'waiting')
        return done.tell(
          'The server does not answer: it waits on this device, and is published when it does.',
        );
      const number = await acceptedNumber(outcome);
      done.tell(`Published as revision ${number}.`, () =>
        tellRevision({ number, withdrawn: false }, 'a slip'),
      );
      await show(code);
    });
  }

  function sendRevision(model: string, whole: Sequence): Promise<Outcome<{ number: number }>> {
    const label = unit.value?.label ?? '';
    const reason = leftWhy.value.trim();
    return askShop({
      kind: 'revision-published',
      model,
      follows: published.value?.number ?? 0,
      document: whole,
      note: derived.value ? `From the recording of ${label}` : `Reviewed at ${label}`,
      unreachable: lost.value.map((part) => ({ part, reason })),
    });
  }

  /** Takes a revision back, or lets it stand again; one key undoes that. */
  async function tellRevision(
    { number, withdrawn }: Pick<RevisionLine, 'number' | 'withdrawn'>,
    reason: string,
  ): Promise<void> {
    const model = unit.value?.model.code;
    if (model === undefined) return;
    await guarded(`Revision ${number} stays as it is`, async () => {
      const outcome = await askShop({
        kind: 'revision-told',
        model,
        number,
        withdrawn: !withdrawn,
        reason,
      });
      await refuseRefused(outcome);
      done.tell(withdrawn ? `Revision ${number} stands again.` : `Revision ${number} is taken back.`, () =>
        tellRevision({ number, withdrawn: !withdrawn }, 'a slip'),
      );
      await show(model);
    });
  }

  /** The revision that stands is shown before the next one can be published; the list of them follows by itself. */
  async function show(code: string): Promise<void> {
    await store.load(unitId);
    void onPublished(code).catch((error: unknown) => {
      if (!(error instanceof Away)) throw error;
    });
  }

  /** One at a time; what goes wrong is told. */
  async function guarded(words: string, act: () => Promise<void>): Promise<void> {
    publishing.value = true;
    fault.value = null;
    try {
      await act();
    } catch (error) {
      fault.value = error instanceof Conflict ? error.message : `${words}: ${wordsOf(error)}.`;
    } finally {
      publishing.value = false;
    }
  }

  async function refuseRefused(outcome: Outcome): Promise<void> {
    if (outcome.state !== 'refused') return;
    const { problem } = outcome;
    if (problem.code !== 'revision-conflict') throw new Error(problem.detail);
    await store.load(unitId);
    throw new Conflict(
      `Not published: somebody published revision ${problem.current} meanwhile. Look at it, then publish after it.`,
    );
  }

  async function acceptedNumber(outcome: Outcome<{ number: number }>): Promise<number> {
    await refuseRefused(outcome);
    return outcome.state === 'kept' ? (outcome.stands?.number ?? 0) : 0;
  }

  return { publishing, told, publish, leftWhy, tellRevision };
}

/** Somebody else published meanwhile. */
class Conflict extends Error {}
const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
