import { advanceByReading, emptyContext, holdsAct, type LineContext } from '../context.ts';
import type { Entry } from '../entries/entry.ts';
import type { ShopWord } from '../entries/shopWords.ts';
import type { KnownPart } from '../lexicon/lexicon.ts';
import { readLine } from '../readLine.ts';
import type { Reading } from '../reading.ts';
import type { Cue } from './readCaptions.ts';
import { splitSentences } from './sentences.ts';
import { titleOf } from './titles.ts';
import { joinCues } from './transcript.ts';

/**
 * Drafts entries from what somebody said while they worked. Sentence by sentence the same reader reads them as
 * typed lines; what is added here is only what speech adds: sentences, the procedure that a title announces,
 * and corrections that reach back. Deterministic; time grows linearly with the length of the narration.
 */
export function draftNarration(
  cues: readonly Cue[],
  known: readonly KnownPart[] = [],
  shopWords: readonly ShopWord[] = [],
): Entry[] {
  return draftWithDoubts(cues, known, shopWords).map(({ entry }) => entry);
}

/** A drafted entry, and why it may be wrong: null where it is sure. */
export interface DoubtedEntry {
  readonly entry: Entry;
  readonly why: string | null;
}

/** As `draftNarration`, each entry with the reason to doubt it. */
export function draftWithDoubts(
  cues: readonly Cue[],
  known: readonly KnownPart[] = [],
  shopWords: readonly ShopWord[] = [],
): DoubtedEntry[] {
  let context: LineContext = { ...emptyContext(known, shopWords), spoken: true };
  const lines: DoubtedEntry[][] = [];
  for (const sentence of splitSentences(joinCues(cues))) {
    const { text, at, opens } = sentence;
    const title = titleOf(sentence, context);
    if (title !== null) {
      context = {
        ...context,
        procedure: title,
        part: title,
        off: false,
        direction: 'down',
        goingBack: false,
        parts: [title, ...context.parts],
      };
      if (!/[,.:]\s+\S.*[.!?]\s+\S/.test(text) && text.length < 70) continue;
    }
    if (context.procedure !== null && !isOff(lines, context.procedure))
      context = { ...context, part: context.procedure, off: false };
    context = { ...context, direction: context.goingBack ? 'up' : 'down' };
    if (goesBack.test(text)) context = { ...context, goingBack: true, direction: 'up' };
    const reading = readLine(text, { ...context, at, opens });
    keep(lines, reading);
    context = advanceByReading(context, reading);
    const stated = reading.entries.find((entry) => entry.kind === 'requires');
    if (stated?.kind === 'requires' && opens) context = { ...context, procedure: stated.part };
  }
  return lines.flat().filter(({ entry }) => isDrafted(entry));
}

const isOff = (lines: readonly (readonly DoubtedEntry[])[], part: string): boolean =>
  lines.some((line) => line.some(({ entry }) => entry.kind === 'lift' && entry.part === part));

/** "Reverse this procedure", "the way back": what follows goes together. */
const goesBack =
  /\b(?:reassembl\w*|reverse (?:this|the|that) (?:procedure|order|steps)|(?:in|is the) reverse order|way back|back together|put (?:everything|it all|it) back|putting it (?:all )?(?:back )?together|same thing backwards?|so going back|goes together in reverse|trial fit|section \w+,? assembly)\b/i;

/** Takes in a reading; a correction changes the line that it is about. */
function keep(lines: DoubtedEntry[][], reading: Reading): void {
  const why =
    reading.doubts[0]?.why ?? (reading.unread[0] ? `“${reading.unread[0]}” was not understood` : null);
  const doubted = (entries: readonly Entry[]): DoubtedEntry[] => entries.map((entry) => ({ entry, why }));
  if (reading.amends === undefined) {
    lines.push(doubted(reading.entries));
    return;
  }
  const acts = lines
    .map((line, i) => ({ line, i }))
    .filter(({ line }) => holdsAct(line.map(({ entry }) => entry)));
  const target = acts[acts.length - 1 - (reading.linesBack ?? 0)];
  if (target) lines[target.i] = reading.amends === 'strike' ? [] : doubted(reading.whole ?? reading.entries);
}

const talk: ReadonlySet<Entry['kind']> = new Set(['note', 'seen', 'serve', 'refit', 'check']);
/** Talk is not drafted: only what somebody would have typed. */
const isDrafted = (entry: Entry): boolean => !talk.has(entry.kind);
