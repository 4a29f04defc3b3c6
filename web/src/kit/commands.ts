/**
 * What can be done on a screen, said once: its keys, the caps drawn on its buttons, the sheet of keys (`?`) and the
 * palette (`Ctrl K`) are all read off the same table.
 */
export interface Command {
  readonly id: string;
  /** Any of these gives it, none where it is for the finger and the palette alone. The first is drawn. */
  readonly keys: readonly string[];
  /** How its keys are drawn, where the first does not say it: `0 … 9`. */
  readonly drawn?: string;
  /** What it does, in a few words, small first letter: `hand back SK-0407`. */
  readonly words: string;
  /** The same with more room, in the sheet of keys. */
  readonly more?: string;
  /** False: it means nothing here, is not drawn and its key stays free. */
  readonly when?: boolean;
  /** Why it cannot be done now: it is drawn all the same, and says so when it is tried. */
  readonly unless?: string | null;
  /** Its key means this even while a button under the focus would answer to the key itself. */
  readonly always?: boolean;
  readonly run: () => unknown;
  /** Instead, where it has several keys that say different things: a digit, say. */
  readonly runKey?: (key: string) => unknown;
}

const names: Readonly<Record<string, string>> = {
  ' ': 'Space',
  ArrowUp: '↑',
  ArrowDown: '↓',
  ArrowLeft: '←',
  ArrowRight: '→',
  Backspace: 'Bksp',
  Delete: 'Del',
  Escape: 'Esc',
  PageUp: 'PgUp',
  PageDown: 'PgDn',
  '-': '−',
};

/** Before the name of a key that is pressed with Shift. */
const shift = 'Shift+';

/** A key as it stands on a keyboard: `Space`, `↑`, `Shift ↑`, `B`. */
export const keyName = (key: string): string =>
  key
    .split(shift)
    .map((one) => names[one] ?? (one.length === 1 ? one.toUpperCase() : one))
    .join('Shift ');

/** The keys of a command as the sheet lists them. */
export const keysOf = ({ keys, drawn }: Command): string => drawn ?? keys.map(keyName).join(' · ');

export interface Pressed {
  readonly key: string;
  readonly shiftKey?: boolean;
}

/** Letters are meant in either case: Shift makes another key of a key that writes nothing, `Shift+ArrowUp`. */
export const keyOf = ({ key, shiftKey }: Pressed): string => {
  if (key.length === 1) return key.toLowerCase();
  return shiftKey ? `${shift}${key}` : key;
};

/** Those that mean something now. */
export const standing = (table: readonly Command[]): Command[] => table.filter(({ when }) => when !== false);

/** What a key means here, null where nothing; with Shift what it means without, where that has no meaning of its own. */
export function meantBy(table: readonly Command[], pressed: Pressed): Command | null {
  const here = standing(table);
  const of = (key: string) => here.find(({ keys }) => keys.includes(key));
  return of(keyOf(pressed)) ?? of(keyOf({ key: pressed.key })) ?? null;
}

const wordsIn = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/** Those whose words hold every word that was typed, each by its beginning; with nothing typed all of them. */
export function found(table: readonly Command[], typed: string): Command[] {
  const wanted = wordsIn(typed);
  return standing(table).filter(({ words, more }) => {
    const own = wordsIn(`${words} ${more ?? ''}`);
    return wanted.every((word) => own.some((one) => one.startsWith(word)));
  });
}
