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
  const told: Drafted[] = [];
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
    if (context.procedure !== null && !isOff(told, context.procedure))
      context = { ...context, part: context.procedure, off: false };
    context = { ...context, direction: context.goingBack ? 'up' : 'down' };
    if (goesBack.test(text)) context = { ...context, goingBack: true, direction: 'up' };
    const reading = readLine(text, { ...context, at, opens });
    keep(told, reading);
    context = advanceByReading(context, reading);
    context = { ...context, goingBack: turnsBack(told, reading) ?? context.goingBack };
    const stated = reading.entries.find((entry) => entry.kind === 'requires');
    if (stated?.kind === 'requires' && opens) context = { ...context, procedure: stated.part };
  }
  return told.flatMap(({ drafts }, i) =>
    drafts.filter((draft) => isDrafted(draft.entry) && !isOnlyTold(draft, i, told)),
  );
}

/** Words by which something is undone; a sentence without any only tells how a part is held. */
const doing =
  /\b(?:remov|und[oi]|unscrew|tak|took|out\b|off\b|loos|came\b|com(?:e|es|ing)\b|pull|plug|connect|lift|pop|slid|flip|peel|pr[iy]|releas|squeez|press|drill|cut|away\b|gone\b|go(?:es)? in|free\b|done\b|open|clip|push|turn|wind|twist|unhook|ease)/i;

/** A sentence, with what was drafted from it. */
interface Drafted {
  readonly text: string;
  readonly drafts: DoubtedEntry[];
}

/** "It's got two screws and a plug, and it isn't in my way, so I leave it." */
const isOfWhatStays = (entry: Entry, sentence: Drafted | undefined): boolean =>
  entry.kind === 'undo' &&
  !doing.test(entry.text) &&
  sentence !== undefined &&
  /\b(?:leav(?:e|ing)|stays?|left alone)\b/i.test(sentence.text) &&
  sentence.drafts.some(
    (other) => other.entry.kind === 'seen' && other.entry.state === 'left' && other.entry.part === entry.part,
  );

/** "It has two screws … two screws out": told first, done later, once. */
const isToldAgain = (entry: Entry, at: number, told: readonly Drafted[]): boolean =>
  entry.kind === 'undo' &&
  entry.joint.count != null &&
  entry.joint.hiddenBy == null &&
  entry.joint.screw == null &&
  !doing.test(entry.text) &&
  told
    .slice(at + 1)
    .some(({ drafts }) =>
      drafts.some(
        ({ entry: later }) =>
          later.kind === 'undo' &&
          later.part === entry.part &&
          later.joint.type === entry.joint.type &&
          later.joint.count === entry.joint.count &&
          doing.test(later.text),
      ),
    );

/** In speech, "four sprung screws, numbered" counts when the part comes off, and not where it stays. */
function isOnlyTold({ entry }: DoubtedEntry, at: number, told: readonly Drafted[]): boolean {
  if (isOfWhatStays(entry, told[at]) || isToldAgain(entry, at, told)) return true;
  if (entry.kind !== 'undo' || entry.part === null || entry.joint.type === 'connector') return false;
  if (told.slice(at, at + 2).some(({ text }) => doing.test(text))) return false;
  return !told
    .slice(at)
    .some(({ drafts }) =>
      drafts.some((later) => later.entry.kind === 'lift' && later.entry.part === entry.part),
    );
}

/** A part that was taken off goes back: so does what follows, until something is taken off again. */
function turnsBack(told: readonly Drafted[], { entries }: Reading): boolean | null {
  if (entries.some(({ kind }) => kind === 'lift')) return false;
  const fits = entries.some(
    (entry) => entry.kind === 'refit' && entry.part != null && isOff(told, entry.part),
  );
  return fits && !entries.some(({ kind }) => kind === 'undo') ? true : null;
}

const isOff = (told: readonly Drafted[], part: string): boolean =>
  told.some(({ drafts }) => drafts.some(({ entry }) => entry.kind === 'lift' && entry.part === part));

/** "Reverse this procedure", "the way back": what follows goes together. */
const goesBack =
  /\b(?:reassembl\w*|reverse (?:this|the|that) (?:procedure|order|steps)|(?:in|is the) reverse order|way back|back together|put (?:everything|it all|it) back|putting it (?:all )?(?:back )?together|same thing backwards?|so going back|goes together in reverse|trial fit|section \w+,? assembly)\b/i;

/** Takes in a reading; a correction changes the line that it is about. */
function keep(told: Drafted[], reading: Reading): void {
  const why =
    reading.doubts[0]?.why ?? (reading.unread[0] ? `“${reading.unread[0]}” was not understood` : null);
  const doubted = (entries: readonly Entry[]): DoubtedEntry[] => entries.map((entry) => ({ entry, why }));
  if (reading.amends === undefined) {
    told.push({ text: reading.line, drafts: doubted(reading.entries) });
    return;
  }
  const acts = told.filter(({ drafts }) => holdsAct(drafts.map(({ entry }) => entry)));
  const target = acts[acts.length - 1 - (reading.linesBack ?? 0)];
  if (!target) return;
  target.drafts.splice(
    0,
    target.drafts.length,
    ...(reading.amends === 'strike' ? [] : doubted(reading.whole ?? reading.entries)),
  );
}

const talk: ReadonlySet<Entry['kind']> = new Set(['note', 'seen', 'serve', 'refit', 'check']);
/** Talk is not drafted: only what somebody would have typed. */
const isDrafted = (entry: Entry): boolean => !talk.has(entry.kind);
