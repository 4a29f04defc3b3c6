import { nearestWords, offerRepeat, readLine, type Entry } from '@bemtor/core';
import { computed, shallowRef, watch } from 'vue';
import type { Recording, StripLine } from '../../stores/recording.ts';
import { completeWord } from './completeWord.ts';
import { correctionBegun, entered, keyMeans, left, lineOf, selectionMoved, typed } from './lineState.ts';
import { useTyping } from './useTyping.ts';

/** The bench line of a unit: what is typed, how it is read, and how it is kept, put right or taken back. */
export function useBenchLine(unitId: string, recording: Recording) {
  const draftKey = `bemtor.draft.${unitId}`;
  const state = shallowRef(lineOf(localStorage.getItem(draftKey) ?? ''));
  const typing = useTyping(unitId);
  const { context } = recording;

  const text = computed({
    get: () => state.value.text,
    set: (now) => (state.value = typed(state.value, now)),
  });
  // What is half typed survives a reload too; a correction in progress is not a new line and is not kept.
  watch(text, (value) => state.value.correcting || localStorage.setItem(draftKey, value));

  const readingContext = computed(() =>
    state.value.correcting ? recording.contextBefore(state.value.correcting.id) : context.value,
  );
  const reading = computed(() => readLine(text.value, readingContext.value));
  const completion = computed(() => completeWord(text.value, readingContext.value.lexicon));
  /** For each word not understood, the nearest words known. */
  const nearest = computed(
    () =>
      new Map(
        reading.value.unread.map((word) => [word, nearestWords(word, readingContext.value.lexicon)] as const),
      ),
  );
  /** A line that the last act makes likely; offered only where the other side has nothing yet. */
  const offer = computed(() => {
    const offered = state.value.correcting ? null : offerRepeat(context.value);
    if (!offered) return null;
    const [repeated] = readLine(offered.line, context.value).entries;
    const part = repeated?.kind === 'undo' ? repeated.part : null;
    const isThere = recording.entries.value.some((entry) => entry.kind === 'undo' && entry.part === part);
    return isThere ? null : offered;
  });

  const selected = computed({
    get: () => state.value.selected,
    set: (id) => (state.value = { ...state.value, selected: id }),
  });
  const chosen = computed(() => recording.lines.value.find(({ id }) => id === state.value.selected) ?? null);

  async function enter(answered: readonly Entry[] | null): Promise<boolean> {
    const next = entered(state.value, reading.value, answered);
    state.value = next.state;
    if (!next.keep) return false;
    const { words, line, answered: taken } = next.keep;
    if (line) await recording.correct(line, words, taken);
    else await typing.whileKept(words, (id) => recording.keep(words, taken, id));
    return true;
  }
  /** Lines that an earlier visit entered and could not keep. */
  const keepLeft = (): void => typing.keepLeft(({ id, text: words }) => recording.keep(words, null, id));
  const keep = (answered: readonly Entry[] | null = null): Promise<boolean> => enter(answered);
  const keepAsNote = (): Promise<boolean> =>
    enter([{ kind: 'note', text: text.value.trim(), at: null, confidence: 1 }]);
  const ask = (asking: boolean): void => {
    state.value = { ...state.value, asking };
  };
  const correct = (line: StripLine): void => {
    state.value = correctionBegun(state.value, line);
  };
  const leave = (): void => {
    state.value = left(state.value);
  };
  const complete = (): void => {
    if (completion.value) text.value = `${completion.value.completed} `;
  };

  /** What is done with the line above that is at hand; false where the key means nothing there. */
  function onKey(key: string, picture: (line: StripLine) => void): boolean {
    const meant = keyMeans(state.value, key);
    const line = chosen.value;
    if (meant === null || (!line && meant !== 'leave' && meant !== 'up')) return false;
    if (meant === 'leave') leave();
    else if (meant === 'up' || meant === 'down') {
      const ids = recording.lines.value.map(({ id }) => id);
      state.value = selectionMoved(state.value, ids, meant === 'up' ? -1 : 1);
    } else if (line && meant === 'correct') correct(line);
    else if (line && meant === 'picture') picture(line);
    else if (line) void recording.strike(line);
    return true;
  }

  return {
    ...{ text, reading, completion, nearest, offer, selected, chosen },
    correcting: computed(() => state.value.correcting),
    asking: computed(() => state.value.asking),
    ...{ keep, keepAsNote, keepLeft, ask, correct, leave, complete, onKey },
  };
}
