import type { Edit, Sequence } from '@bemtor/core';
import { computed, ref, type Ref } from 'vue';
import type { Command } from '../../kit/commands.ts';
import { asks, asksFor, moved, type Ask } from './editing.ts';
import type { ReviewRow } from './reviewRows.ts';

interface Given {
  readonly document: Ref<Sequence | null>;
  readonly rows: Ref<readonly ReviewRow[]>;
  readonly edit: (edits: readonly Edit[]) => Promise<void>;
  readonly undo: () => Promise<void>;
}

/** The act at hand in Review, and what its keys do. */
export function useEditing({ document, rows, edit, undo }: Given) {
  const chosen = ref<string | null>(null);
  const marked = ref<ReadonlySet<string>>(new Set());
  const ask = ref<Ask | null>(null);
  const fault = ref('');

  const place = computed(() =>
    Math.max(
      0,
      rows.value.findIndex(({ action }) => action.id === chosen.value),
    ),
  );
  const row = computed(() => rows.value[place.value] ?? null);
  const offered = computed(() =>
    document.value && row.value ? asksFor(document.value, row.value.action) : [],
  );

  function keep(edits: readonly Edit[]): void {
    fault.value = '';
    marked.value = new Set();
    void edit(edits);
    const added = edits.findLast((one) => one.what === 'insert');
    if (added?.what === 'insert') chosen.value = added.id;
  }
  function choose(by: number): void {
    fault.value = '';
    chosen.value =
      rows.value[Math.min(rows.value.length - 1, Math.max(0, place.value + by))]?.action.id ?? null;
  }
  function move(action: string, to: number): void {
    if (!document.value) return;
    const answer = moved(document.value, action, to);
    if (answer.ok) keep(answer.edits);
    else fault.value = answer.fault;
  }
  const moveBy = (by: -1 | 1): void => {
    if (row.value) move(row.value.action.id, place.value + by);
  };
  function remove(): void {
    const gone = row.value?.action.id;
    if (!gone) return;
    choose(place.value === rows.value.length - 1 ? -1 : 1);
    keep([{ what: 'remove', action: gone }]);
  }
  function mark(action = row.value?.action.id): void {
    if (!action) return;
    const now = new Set(marked.value);
    if (!now.delete(action)) now.add(action);
    marked.value = now;
  }
  function free(action: string, before: string | null): void {
    if (before) keep([{ what: 'free', action, before }]);
  }
  const freeNth = (n: number): void => {
    const need = row.value?.needs[n];
    if (row.value && need) free(row.value.action.id, need.before);
  };

  /** How many edits stand is what `undo` takes back from. */
  const commands = (edits: number): Command[] => [
    { id: 'next', keys: ['ArrowDown'], words: 'next step', run: () => choose(1) },
    { id: 'previous', keys: ['ArrowUp'], words: 'previous step', run: () => choose(-1) },
    ...offered.value.map((one) => ({
      id: one,
      keys: [asks[one].key],
      words:
        one === 'split' && marked.value.size > 0
          ? `${asks[one].short} (${marked.value.size})`
          : asks[one].short,
      more: asks[one].label,
      run: () => (ask.value = one),
    })),
    { id: 'mark', keys: ['m'], words: 'mark', more: 'mark this step, or no more', run: () => mark() },
    { id: 'earlier', keys: ['Shift+ArrowUp'], words: 'earlier', run: () => moveBy(-1) },
    { id: 'later', keys: ['Shift+ArrowDown'], words: 'later', run: () => moveBy(1) },
    { id: 'remove', keys: ['Delete'], words: 'take out', run: remove },
    {
      id: 'free',
      keys: [...'123456789'],
      drawn: '1 … 9',
      words: 'take that ground out',
      when: (row.value?.needs.length ?? 0) > 0,
      run: () => freeNth(0),
      runKey: (key) => freeNth(Number(key) - 1),
    },
    { id: 'undo', keys: ['u'], words: `undo (${edits})`, when: edits > 0, run: undo },
  ];
  return { chosen, row, marked, ask, fault, commands, keep, move, moveBy, remove, mark, free };
}
