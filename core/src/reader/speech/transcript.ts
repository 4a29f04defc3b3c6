import type { Cue } from './readCaptions.ts';

/** A narration as one text, with the time at which any place of it was said. */
export interface Transcript {
  readonly text: string;
  /** Seconds from the start, or null where nobody kept time. */
  readonly timeAt: (offset: number) => number | null;
  /** Places where a paragraph, or a silence of more than `pauseSeconds`, parts what is said. */
  readonly breaks: ReadonlySet<number>;
  /** Places where a cue begins: a paragraph may open there. */
  readonly starts: ReadonlySet<number>;
}

/** Shorter gaps are breath; a longer one parts sentences where nobody set a full stop. */
const pauseSeconds = 1.6;

export function joinCues(cues: readonly Cue[]): Transcript {
  let text = '';
  const starts: number[] = [];
  const breaks = new Set<number>();
  cues.forEach((cue, i) => {
    const before = cues[i - 1];
    if (before) {
      if (isApart(before, cue)) breaks.add(text.length);
      text += ' ';
    }
    starts.push(text.length);
    for (const [n, paragraph] of tidy(cue.text)
      .split(/\n\s*\n/)
      .entries()) {
      if (n > 0) {
        breaks.add(text.length);
        text += ' ';
      }
      text += cue.start === null ? lines(paragraph, text.length, breaks) : paragraph.replaceAll('\n', ' ');
    }
  });
  return {
    text,
    breaks,
    starts: new Set(starts),
    timeAt: (offset) => timeIn(cues, starts, text.length, offset),
  };
}

/** Untimed text: a line of its own that ends no sentence is a heading or an item of a list. */
function lines(paragraph: string, from: number, breaks: Set<number>): string {
  let found = '';
  for (const line of paragraph.split('\n')) {
    if (found !== '') {
      if (line.trim().length < 60) breaks.add(from + found.length);
      found += ' ';
    }
    found += line;
  }
  return found;
}

const isApart = (before: Cue, cue: Cue): boolean =>
  before.end !== null && cue.start !== null ? cue.start - before.end > pauseSeconds : cue.start !== null;

const numberWord = '(?:\\d+|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|screws?)';

/** Marks that point into a picture: "four (4) screws (1)", "screws [A]". */
const tidy = (text: string): string =>
  text
    .replace(new RegExp(`(${numberWord}\\s*)\\(\\d+\\)`, 'gi'), '$1')
    .replace(/([a-z]{3,})\s*\((?:\d{1,2}|[A-Z])\)/g, (all, word: string) =>
      /^(the|remove|these|all|loosen)$/i.test(word) ? all : word,
    )
    .replace(/\(e?s\)/g, '')
    .replace(/[“”]/g, '"');

function timeIn(
  cues: readonly Cue[],
  starts: readonly number[],
  length: number,
  offset: number,
): number | null {
  let low = 0;
  let high = starts.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((starts[middle] ?? 0) <= offset) low = middle;
    else high = middle - 1;
  }
  const cue = cues[low];
  if (cue?.start == null) return null;
  const from = starts[low] ?? 0;
  const share = (offset - from) / Math.max(1, (starts[low + 1] ?? length) - from);
  const time =
    cue.end === null ? cue.start : cue.start + Math.min(1, Math.max(0, share)) * (cue.end - cue.start);
  return Math.round(time * 10) / 10;
}
