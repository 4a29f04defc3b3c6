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
    const said = text.slice(start, end).trim();
    if (said !== '') {
      sentences.push({
        text: said,
        at: timeAt(start + (/\S/.exec(text.slice(start, end))?.index ?? 0)),
        opens,
      });
      opens = false;
    }
    start = end;
  };
  for (let i = 0; i < text.length; i++) {
    if (breaks.has(i) || (starts.has(i) && /[.!?…]\s*$/.test(text.slice(Math.max(0, i - 4), i)))) {
      close(i);
      opens = true;
    }
    if (endsAt(text, i, start)) close(i + 1);
  }
  close(text.length);
  return sentences;
}

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
