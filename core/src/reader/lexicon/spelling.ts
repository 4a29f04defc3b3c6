/**
 * Mends slips of the thumb. Words are indexed by themselves with one letter left out (symmetric deletion), so
 * that a slip of one letter added, dropped, changed or swapped is found in one look-up a letter.
 * Source of the method: the symmetric delete index of W. Garbe (from memory).
 */
export class Spelling {
  private readonly ranks = new Map<string, number>();
  private index: Map<string, string[]> | null = null;

  learn(phrase: string, rank: number): void {
    for (const word of phrase.toLowerCase().split(/[^\p{L}']+/u)) {
      if (word === '') continue;
      this.ranks.set(word, Math.max(rank, this.ranks.get(word) ?? 0));
      this.index = null;
    }
  }

  knows(word: string): boolean {
    return this.ranks.has(word);
  }

  /** The nearest word known, or null where none is near. Words of the trade win over ordinary ones. */
  mend(word: string): string | null {
    return this.mendings(word)[0] ?? null;
  }

  /** All words that are near, the nearest first. */
  mendings(word: string): string[] {
    if (word.length < 3 || word.length > 24) return [];
    const index = (this.index ??= this.build());
    const found = new Map<string, number>();
    for (const key of [word, ...shortened(word)])
      for (const candidate of index.get(key) ?? []) {
        const cost = slipCost(word, candidate) - 0.1 * (this.ranks.get(candidate) ?? 0);
        if (cost < dearest) found.set(candidate, cost);
      }
    return [...found].sort(([a, x], [b, y]) => x - y || (a < b ? -1 : 1)).map(([candidate]) => candidate);
  }

  private build(): Map<string, string[]> {
    const index = new Map<string, string[]>();
    const put = (key: string, word: string): void => {
      const words = index.get(key);
      if (words) words.push(word);
      else index.set(key, [word]);
    };
    for (const [word, rank] of this.ranks) {
      if (word.length < 3 || rank === 0) continue;
      put(word, word);
      for (const key of shortened(word)) put(key, word);
    }
    return index;
  }
}

const shortened = (word: string): string[] =>
  Array.from({ length: word.length }, (_, i) => word.slice(0, i) + word.slice(i + 1));

/** A slip that costs more is another word. */
const dearest = 1.05;

const rows = ['qwertyuiop', 'asdfghjkl', 'zxcvbnm'];
const vowels = 'aeiou';
/** Are two keys neighbours, or both vowels of a word of some length? */
function isNear(a: string, b: string, length: number): boolean {
  // One vowel for another misspells a long word; a short one is another word: `pods`, `pads`.
  if (vowels.includes(a) && vowels.includes(b) && length > 5) return true;
  return rows.some((row, y) => {
    const x = row.indexOf(a);
    if (x < 0) return false;
    return [row, rows[y - 1], rows[y + 1]].some((other) => {
      const at = other?.indexOf(b) ?? -1;
      return at >= 0 && Math.abs(at - x) <= 1;
    });
  });
}

/** What a slip costs, by its kind; short words bear less. Infinite where more than one slip is needed. */
function slipCost(typed: string, meant: string): number {
  const scale =
    typed.length <= 3 || meant.length <= 3 ? 1.35 : typed.length === 4 ? 1.15 : typed.length >= 7 ? 0.85 : 1;
  const difference = typed.length - meant.length;
  let i = 0;
  while (i < typed.length && typed[i] === meant[i]) i++;
  const rest = (a: string, b: string): boolean => a === b;
  // The first letter is seldom wrong.
  const first = i === 0 ? 0.25 : 0;
  if (difference === 0) {
    if (
      typed[i] === meant[i + 1] &&
      typed[i + 1] === meant[i] &&
      rest(typed.slice(i + 2), meant.slice(i + 2))
    )
      return (0.6 + first / 2) * scale;
    if (rest(typed.slice(i + 1), meant.slice(i + 1))) {
      const near = isNear(typed[i] ?? '', meant[i] ?? '', typed.length);
      return ((near ? 0.85 : typed.length <= 4 ? 1.3 : 1.1) + first) * scale;
    }
    return isTwoSlips(typed, meant) && typed.length >= 6 ? 1.2 : Infinity;
  }
  if (difference === 1 && rest(typed.slice(i + 1), meant.slice(i)))
    return (typed[i] === typed[i - 1] ? 0.6 : 0.9 + first) * scale;
  if (difference === -1 && rest(typed.slice(i), meant.slice(i + 1))) {
    const dropped = meant[i] ?? '';
    return ((vowels.includes(dropped) || dropped === meant[i - 1] ? 0.6 : 0.8) + first) * scale;
  }
  return Infinity;
}

/** One letter moved by two places, as in `rubebr`: both words share all but one letter left out. */
const isTwoSlips = (typed: string, meant: string): boolean =>
  typed[0] === meant[0] && shortened(typed).some((key) => shortened(meant).includes(key));
