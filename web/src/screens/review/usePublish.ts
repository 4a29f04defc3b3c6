import type { Sequence } from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { ref, type Ref } from 'vue';
import { Refused, send } from '../../api/client.ts';
import { useUnit } from '../../stores/unit.ts';

interface Given {
  readonly document: Ref<Sequence | null>;
  readonly isNews: Ref<boolean>;
  /** Parts that no order reaches: published only where the lead says why. */
  readonly lost: Ref<readonly string[]>;
  readonly derived: Ref<unknown>;
  readonly onPublished: (code: string) => Promise<void>;
}

/** Publishing a document as the revision after the one that stands. */
export function usePublish(unitId: string, { document, isNews, lost, derived, onPublished }: Given) {
  const store = useUnit();
  const { unit, published } = storeToRefs(store);
  const publishing = ref(false);
  const told = ref<{ kind: 'done' | 'fault'; text: string } | null>(null);
  /** Why parts stay out of reach, in the lead's words. */
  const leftWhy = ref('');

  async function publish(): Promise<void> {
    if (!document.value || !unit.value || publishing.value || !isNews.value) return;
    if (lost.value.length > 0 && leftWhy.value.trim() === '') {
      told.value = {
        kind: 'fault',
        text: 'Not published: some parts cannot be reached. Mend the circle, or say why they stay so.',
      };
      return;
    }
    publishing.value = true;
    told.value = null;
    try {
      const number = await sendRevision(unit.value.model.code, document.value);
      await store.load(unitId);
      await onPublished(unit.value.model.code);
      told.value = { kind: 'done', text: `Published as revision ${number}.` };
    } catch (error) {
      told.value = { kind: 'fault', text: await faultWords(error) };
    } finally {
      publishing.value = false;
    }
  }

  async function sendRevision(code: string, whole: Sequence): Promise<number> {
    const follows: Record<string, string> = published.value
      ? { 'If-Match': `"${published.value.number}"` }
      : { 'If-None-Match': '*' };
    const label = unit.value?.label ?? '';
    const reason = leftWhy.value.trim();
    const { number } = await send<{ number: number }>(
      `/models/${encodeURIComponent(code)}/revisions`,
      {
        document: whole,
        note: derived.value ? `From the recording of ${label}` : `Reviewed at ${label}`,
        ...(lost.value.length > 0 ? { unreachable: lost.value.map((part) => ({ part, reason })) } : {}),
      },
      follows,
    );
    return number;
  }

  async function faultWords(error: unknown): Promise<string> {
    const current =
      error instanceof Refused && error.problem.code === 'revision-conflict'
        ? error.problem.current
        : undefined;
    if (current === undefined)
      return `Not published: ${error instanceof Error ? error.message : String(error)}.`;
    await store.load(unitId);
    return `Not published: somebody published revision ${current} meanwhile. Look at it, then publish after it.`;
  }

  return { publishing, told, publish, leftWhy };
}
