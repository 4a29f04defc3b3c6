import type { Entry, Reading } from '@bemtor/core';
import type { StripLine } from '../../stores/recording.ts';

/** The line that is being written, and which of those above it is at hand. */
export interface LineState {
  readonly text: string;
  readonly selected: string | null;
  /** The line that is being put right; the text is its own then. */
  readonly correcting: StripLine | null;
  /** The line is in doubt and was entered: it is kept with an answer, or as the note that it is. */
  readonly asking: boolean;
}

export const lineOf = (text: string): LineState => ({
  text,
  selected: null,
  correcting: null,
  asking: false,
});

/** Another text asks nothing any more. */
export const typed = (state: LineState, text: string): LineState => ({ ...state, text, asking: false });

export const correctionBegun = (_state: LineState, line: StripLine): LineState => ({
  text: line.text,
  selected: line.id,
  correcting: line,
  asking: false,
});

/** Away from what is at hand; a correction that was begun is given up, what is typed anew stays. */
export const left = (state: LineState): LineState => lineOf(state.correcting ? '' : state.text);

/** The line above or below the one at hand; from none the last; past the last one none. */
export function selectionMoved(state: LineState, ids: readonly string[], by: number): LineState {
  const at = state.selected === null ? -1 : ids.indexOf(state.selected);
  const next = at === -1 ? ids.length - 1 : at + by;
  return { ...state, selected: ids[next] ?? null };
}

/** What is to be kept: a new line, or a line put right, with what an answer says in place of the reading. */
export interface Kept {
  readonly words: string;
  readonly line: StripLine | null;
  readonly answered: readonly Entry[] | null;
}

/**
 * The line is entered. A sure one is to be kept at once; one in doubt asks first, and `answered` says what it means.
 * A correction in doubt, taken as it is read, still corrects.
 */
export function entered(
  state: LineState,
  reading: Reading,
  answered: readonly Entry[] | null,
): { readonly state: LineState; readonly keep: Kept | null } {
  const words = state.text;
  if (words.trim() === '') return { state, keep: null };
  if (answered === null && reading.doubts.length > 0 && !state.asking)
    return { state: { ...state, asking: true }, keep: null };
  const taken = reading.amends && answered === reading.entries ? null : answered;
  return { state: lineOf(''), keep: { words, line: state.correcting, answered: taken } };
}

/** What a key means at the line: while it is empty the keys are those of the line above that is at hand. */
export function keyMeans(
  { text, selected, correcting }: LineState,
  key: string,
): 'leave' | 'up' | 'down' | 'correct' | 'picture' | 'strike' | null {
  if (key === 'Escape') return 'leave';
  if (text !== '' || correcting) return null;
  if (key === 'ArrowUp') return 'up';
  if (selected === null) return null;
  const ofLine = {
    ArrowDown: 'down',
    Enter: 'correct',
    F4: 'picture',
    Delete: 'strike',
    Backspace: 'strike',
  } as const;
  return key in ofLine ? ofLine[key as keyof typeof ofLine] : null;
}
