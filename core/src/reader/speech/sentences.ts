import { tradeLexicon } from '../lexicon/lexicon.ts';
import type { Transcript } from './transcript.ts';

/** One sentence of a narration and the second at which it was begun; `opens` where a paragraph starts with it. */
export interface Sentence {
  readonly text: string;
  readonly at: number | null;
  readonly opens: boolean;
}

/** A full stop that ends no sentence: inside a code or a figure, behind a short form. */
const shortForms = /(?:\b(?:no|nr|approx|e\.g|i\.e|etc|vs|dr|mr|mrs|fig|rev|pt|vol|m)|\d)\.$/i;

/** Parts a narration into sentences: at marks that end one, and where a paragraph or a silence does. Linear. */
export function splitSentences({ text, timeAt, breaks, starts }: Transcript): Sentence[] {
  const sentences: Sentence[] = [];
  let start = 0;
  let opens = true;
  const close = (end: number): void => {
    let from = start;
    for (const said of runsOf(text.slice(start, end))) {
      const trimmed = said.trim();
      if (trimmed !== '') {
        sentences.push({ text: trimmed, at: timeAt(from + (/\S/.exec(said)?.index ?? 0)), opens });
        opens = false;
      }
      from += said.length;
    }
    start = end;
  };
  let paragraph = 0;
  for (let i = 0; i < text.length; i++) {
    if (breaks.has(i) || (starts.has(i) && isClosed(text.slice(paragraph, i)))) {
      close(i);
      opens = true;
    }
    if (starts.has(i)) paragraph = i;
    if (endsAt(text, i, start)) close(i + 1);
  }
  close(text.length);
  return sentences;
}

/**
 * Does a sentence end where a paragraph does? At its mark; and where the whole of it has none and is longer than any
 * caption: whoever wrote it down broke it where the talk paused.
 */
const isClosed = (paragraph: string): boolean =>
  /[.!?…]\s*$/.test(paragraph.slice(-4)) ||
  (paragraph.length > longestUnmarked && !/[.,;:!?]\s/.test(paragraph));

function endsAt(text: string, i: number, start: number): boolean {
  const c = text.charAt(i);
  if (c !== '.' && c !== '?' && c !== '!') return false;
  const next = text.charAt(i + 1);
  if (next !== '' && !/\s/.test(next)) return false;
  return (
    c !== '.' ||
    !shortForms.test(text.slice(Math.max(start, i - 8), i + 1)) ||
    /^\s+[A-Z]/.test(text.slice(i + 1, i + 4))
  );
}

/** Speech that was heard without marks runs on: longer than anybody writes before the first mark. */
const longestUnmarked = 120;
/** Words that open a new thought, or give an order. */
const opensThought =
  /^(?:then|now|next|so|ok|okay|um|uh|those|these|there's|there|i|i'm|i've|we|you|it|it's|once|after|remove|unplug|disconnect|undo|unscrew|lift|slide|pull|flip|hold|take|don't|first)$/i;
/** Behind these the same thought goes on. */
const goesOn =
  /^(?:to|and|then|now|so|ok|okay|just|can|could|would|should|might|may|gonna|gotta|wanna|will|(?:i|you|we|they|it|he|she)['’](?:d|ll)|you|i|we|they|is|are|was|if|when|not|the|a|by|for|first|of|or|but|next|um|uh|that|because|only|must|should|need|take|let|see|do|have|did|until|before|under|with|on|in|of|from|at|as|like|which|what|where|how|does|think|guess|know|after|once|while)$/i;

/** "pull it": what follows a verb is what it is done to. */
const isVerb = (word: string): boolean =>
  tradeLexicon()
    .sensesOf(word.toLowerCase())
    .some(({ k }) => k === 'verb');

/** Takes a stretch without marks apart where a new thought begins; joined, the runs are the stretch. */
function runsOf(stretch: string): string[] {
  if (stretch.length <= longestUnmarked || /[.,;:!?]\s/.test(stretch)) return [stretch];
  const runs: string[] = [];
  let run = '';
  let before = '';
  for (const piece of stretch.split(/(?<=\s)/)) {
    const word = piece.trim();
    const joins = /^(?:and|so)$/i.test(before) && /^(?:then|now)$/i.test(word);
    const object = /^(?:it|them|those|these|you)$/i.test(word) && isVerb(before);
    if (before !== '' && run !== '' && !joins && !object && opensThought.test(word) && !goesOn.test(before)) {
      runs.push(run);
      run = '';
    }
    run += piece;
    if (word !== '') before = word;
  }
  return [...runs, run];
}
