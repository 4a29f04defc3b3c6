import { advanceByReading, emptyContext, holdsAct, type LineContext } from '../context.ts';
import type { Entry, EntryOf } from '../entries/entry.ts';
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
  const told = new Told();
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
    if (context.procedure !== null && !told.isOff(context.procedure))
      context = { ...context, part: context.procedure, off: false };
    context = { ...context, direction: context.goingBack ? 'up' : 'down' };
    if (goesBack.test(text)) context = { ...context, goingBack: true, direction: 'up' };
    const reading = readLine(text, { ...context, at, opens });
    told.keep(reading);
    context = advanceByReading(context, reading);
    context = { ...context, goingBack: turnsBack(told, reading) ?? context.goingBack };
    const stated = reading.entries.find((entry) => entry.kind === 'requires');
    if (stated?.kind === 'requires' && opens) context = { ...context, procedure: stated.part };
  }
  const { sentences } = told;
  const later = laterActs(sentences);
  return sentences.flatMap(({ drafts }, i) =>
    drafts.filter((draft) => isDrafted(draft.entry) && !isOnlyTold(draft, i, sentences, later)),
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

/** Where each part is lifted last, and where a count of a joint is last undone by a word of doing. */
type LaterActs = ReadonlyMap<string, number>;

const liftKey = (part: string): string => `lift ${part}`;
const undoKey = ({ part, joint }: EntryOf<'undo'>): string =>
  `${joint.type} ${joint.count ?? ''} ${part ?? ''}`;

function laterActs(told: readonly Drafted[]): LaterActs {
  const last = new Map<string, number>();
  told.forEach(({ drafts }, at) => {
    for (const { entry } of drafts) {
      if (entry.kind === 'lift') last.set(liftKey(entry.part), at);
      if (entry.kind === 'undo' && doing.test(entry.text)) last.set(undoKey(entry), at);
    }
  });
  return last;
}

/** "It has two screws … two screws out": told first, done later, once. */
const isToldAgain = (entry: Entry, at: number, later: LaterActs): boolean =>
  entry.kind === 'undo' &&
  entry.joint.count != null &&
  entry.joint.hiddenBy == null &&
  entry.joint.screw == null &&
  !doing.test(entry.text) &&
  (later.get(undoKey(entry)) ?? -1) > at;

/** In speech, "four sprung screws, numbered" counts when the part comes off, and not where it stays. */
function isOnlyTold(
  { entry }: DoubtedEntry,
  at: number,
  told: readonly Drafted[],
  later: LaterActs,
): boolean {
  if (isOfWhatStays(entry, told[at]) || isToldAgain(entry, at, later)) return true;
  if (entry.kind !== 'undo' || entry.part === null || entry.joint.type === 'connector') return false;
  if (told.slice(at, at + 2).some(({ text }) => doing.test(text))) return false;
  return (later.get(liftKey(entry.part)) ?? -1) < at;
}

/** A part that was taken off goes back: so does what follows, until something is taken off again. */
function turnsBack(told: Told, { entries }: Reading): boolean | null {
  if (entries.some(({ kind }) => kind === 'lift')) return false;
  const fits = entries.some(
    (entry) => entry.kind === 'refit' && entry.part != null && told.isOff(entry.part),
  );
  return fits && !entries.some(({ kind }) => kind === 'undo') ? true : null;
}

/** "Reverse this procedure", "the way back": what follows goes together. */
const goesBack =
  /\b(?:reassembl\w*|reverse (?:this|the|that) (?:procedure|order|steps)|(?:in|is the) reverse order|way back|back together|put (?:everything|it all|it) back|putting it (?:all )?(?:back )?together|same thing backwards?|so going back|goes together in reverse|trial fit|section \w+,? assembly)\b/i;

/** What was said so far, sentence by sentence, with what was drafted from each. */
class Told {
  readonly sentences: Drafted[] = [];
  /** Sentences that hold an act, in order: what a correction may reach back to. */
  private readonly acts: Drafted[] = [];
  private readonly off = new Set<string>();

  /** Was the part lifted by now? */
  isOff(part: string): boolean {
    return this.off.has(part);
  }

  /** Takes in a reading; a correction changes the line that it is about. */
  keep(reading: Reading): void {
    const why =
      reading.doubts[0]?.why ?? (reading.unread[0] ? `“${reading.unread[0]}” was not understood` : null);
    const doubted = (entries: readonly Entry[]): DoubtedEntry[] => entries.map((entry) => ({ entry, why }));
    if (reading.amends === undefined) {
      const sentence = { text: reading.line, drafts: doubted(reading.entries) };
      this.sentences.push(sentence);
      if (holdsAct(reading.entries)) this.acts.push(sentence);
      for (const entry of reading.entries) if (entry.kind === 'lift') this.off.add(entry.part);
      return;
    }
    const target = this.acts[this.acts.length - 1 - (reading.linesBack ?? 0)];
    if (!target) return;
    for (const { entry } of target.drafts) if (entry.kind === 'lift') this.off.delete(entry.part);
    const whole = reading.amends === 'strike' ? [] : doubted(reading.whole ?? reading.entries);
    target.drafts.splice(0, target.drafts.length, ...whole);
    if (!holdsAct(whole.map(({ entry }) => entry))) this.acts.splice(this.acts.indexOf(target), 1);
  }
}

const talk: ReadonlySet<Entry['kind']> = new Set(['note', 'seen', 'serve', 'refit', 'check']);
/** Talk is not drafted: only what somebody would have typed. */
const isDrafted = (entry: Entry): boolean => !talk.has(entry.kind);
