import {
  applyEdits,
  notBorneOut,
  sameDocument,
  type Edit,
  type LikelyNeed,
  type Sequence,
  type SettledEdit,
} from '@bemtor/core';
import { computed, ref, shallowRef, type Ref } from 'vue';
import { Away, read } from '../../api/client.ts';
import { useRecording } from '../../stores/recording.ts';
import { useUnit } from '../../stores/unit.ts';
import type { Command } from '../../kit/commands.ts';
import { editWords } from '../review/editing.ts';

/**
 * What was settled about the order of this model, at this unit or another, and not published yet: it holds at once
 * for the route, and the lead finds it in Review. A unit's log is opened only once something is settled at it.
 */
export function useSettled(unitId: string, published: Ref<Sequence | null>) {
  const store = useUnit();
  const recording = useRecording(ref([]));
  /** Null until asked for: nothing is asked here that was answered at another unit. */
  const known = shallowRef<readonly SettledEdit[] | null>(null);
  /** What this page settled, the latest last. */
  const here = shallowRef<readonly Edit[]>([]);
  let opened: Promise<void> | undefined;

  async function load(): Promise<void> {
    const code = store.unit?.model.code;
    if (!code) return;
    try {
      const { value } = await read<{ settled: SettledEdit[] }>(
        `/models/${encodeURIComponent(code)}/evidence`,
      );
      known.value = value.settled;
    } catch (error) {
      if (!(error instanceof Away)) throw error;
      known.value ??= [];
    }
  }

  const edits = computed(() => [...(known.value ?? []).map(({ edit }) => edit), ...here.value]);
  const document = computed(() =>
    published.value ? applyEdits(published.value, edits.value).sequence : null,
  );
  /** Does the published revision not have all of it yet? */
  const isAhead = computed(() => !sameDocument(document.value, published.value));

  /** Of the document alone: a new route only asks which of them it touches. */
  const likely = computed(() => (known.value && document.value ? notBorneOut(document.value) : []));

  /** What the route takes without, and such devices usually wait for; nothing that was settled already. */
  function openFor(steps: readonly string[]): LikelyNeed[] {
    const [taken, told] = [new Set(steps), edits.value];
    return likely.value.filter(
      ({ action, before }) =>
        taken.has(action) &&
        !taken.has(before) &&
        !told.some(
          (edit) =>
            (edit.what === 'pin' || edit.what === 'free') && edit.action === action && edit.before === before,
        ),
    );
  }

  async function settle(edit: Edit): Promise<void> {
    here.value = [...here.value, edit];
    opened ??= recording.openFor(unitId, store.unit?.recording?.id ?? null);
    await recording.edit([edit]);
  }
  async function undo(): Promise<void> {
    if (here.value.length === 0) return;
    here.value = here.value.slice(0, -1);
    await recording.unedit();
  }
  return { load, document, isAhead, here, openFor, settle, undo };
}

/** The questions of a route about what it leaves out, how each is answered, and their keys. */
export function useThinGround(
  settled: ReturnType<typeof useSettled>,
  document: Ref<Sequence | null>,
  route: Ref<{ readonly steps: readonly string[] } | null>,
) {
  const open = computed(() => settled.openFor(route.value?.steps ?? []));
  const words = computed(() => {
    const last = settled.here.value.at(-1);
    return last && document.value ? `Settled: ${editWords(document.value, last)}.` : null;
  });
  function settle({ action, before }: LikelyNeed, answer: 'yes' | 'no'): void {
    void settled.settle({ what: answer === 'yes' ? 'pin' : 'free', action, before });
  }
  const depends = ({ action, before }: LikelyNeed, option: string, value: string): void =>
    void settled.settle({ what: 'pin', action, before, when: { [option]: [value] } });
  const commands = (depend: () => void): Command[] => {
    const first = open.value[0];
    const when = first !== undefined;
    const answer = (said: 'yes' | 'no') => (): void => {
      if (first) settle(first, said);
    };
    return [
      { id: 'borne-yes', keys: ['y'], words: 'yes', more: 'yes, it waits', when, run: answer('yes') },
      { id: 'borne-no', keys: ['n'], words: 'no', more: 'no, it does not wait', when, run: answer('no') },
      { id: 'depends', keys: ['i'], words: 'it depends', when, run: depend },
      { id: 'undo', keys: ['u'], words: 'undo', when: words.value !== null, run: settled.undo },
    ];
  };
  return { open, words, settle, depends, commands };
}
