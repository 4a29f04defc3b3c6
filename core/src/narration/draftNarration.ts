import { advanceContext, type LineContext } from '../line/context.ts';
import type { Entry, EntryOf } from '../line/entry.ts';
import type { KnownPart, Lexicon } from '../line/lexicon/lexicon.ts';
import type { ShopWord } from '../line/shopWords.ts';
import { readLine } from '../line/readLine.ts';
import { readTerms } from '../line/readTerms.ts';
import type { Term } from '../line/terms.ts';
import { tokenize } from '../line/tokens.ts';
import type { Screw } from '../sequence/screw.ts';
import { splitClauses, type Clause } from './clauses.ts';
import { isWork } from './isWork.ts';
import {
  asSpoken,
  confidenceOf,
  isSame,
  isScrews,
  joined,
  kindOf,
  without,
  withCount,
  withLifted,
  withoutSizes,
  type Mention,
} from './screwStatements.ts';
import { settleDraft } from './settleDraft.ts';
import { takePointing } from './pointing.ts';
import { readPartList } from './prerequisites.ts';
import { statedFirst } from './statedFirst.ts';
import type { Cue } from './readCaptions.ts';
import { spelledNumber } from './spelledNumber.ts';
import { spokenLexicon } from './spoken.ts';
import * as tone from './tone.ts';
import { joinCues } from './transcript.ts';

/**
 * Drafts entries from what somebody said while they worked: the bench language reads each clause, and this
 * fold keeps what a listener keeps: what is being worked on, which driver is in hand, which screws were just
 * pointed at, whether the device is going back together. What is not plainly about the work yields nothing.
 * Deterministic; time grows linearly with the length of the narration.
 */
export function draftNarration(
  cues: readonly Cue[],
  known: readonly KnownPart[] = unknownDevice,
  shopWords: readonly ShopWord[] = noWords,
): Entry[] {
  return new Listener(splitClauses(joinCues(cues)), spokenLexicon(known, shopWords)).listen();
}

const unknownDevice: readonly KnownPart[] = [];
const noWords: readonly ShopWord[] = [];

/** How many clauses later a word such as "these" may still point at screws. */
const memory = 6;

class Listener {
  private readonly drafts: Entry[] = [];
  private context: LineContext;
  private topic: string | null = null;
  private attempt: string | null = null;
  private tool: Screw | null = null;
  private mention: Mention | null = null;
  /** Screws that were spoken of without a count: "these screws hold the fan". */
  private talk: { part: string | null; clause: number } | null = null;
  /** The device goes back together: what is said of screws now is no removal. */
  private up = false;
  /** What came off last, and when: a label that is read aloud is usually on it. */
  private lifted: { part: string; clause: number } | null = null;
  private now = 0;
  private readonly clauses: readonly Clause[];
  private readonly lexicon: Lexicon;

  constructor(clauses: readonly Clause[], lexicon: Lexicon) {
    this.clauses = clauses;
    this.lexicon = lexicon;
    this.context = { lexicon, part: null, screw: null, last: null, face: 'top', at: null };
  }

  listen(): Entry[] {
    for (let i = 0; i < this.clauses.length;) i += this.hear(i);
    return settleDraft(this.drafts);
  }

  /** Takes in the clause at a place, and says how many clauses that used up. */
  private hear(i: number): number {
    const clause = this.clauses[i];
    if (!clause) return 1;
    this.now = i;
    const text = tone.withoutStep(clause.text.toLowerCase().replaceAll('’', "'"));
    const terms = readTerms(tokenize(text), this.lexicon);
    const used = this.hearPrerequisite(i);
    if (used > 0) return used;
    if (this.hearDirection(text, terms, clause.titled)) return 1;
    if (this.hearTopic(text, terms, clause.titled)) return 1;
    if (this.up || tone.isIdle(text)) return 1;
    if (tone.isCaution(text)) {
      this.add(clause, { kind: 'caution', text: clause.said, at: clause.at, confidence: 0.8 });
      return 1;
    }
    if (tone.isDenied(text)) return 1;
    this.hearWork(clause, i, text, terms);
    return 1;
  }

  private hearPrerequisite(i: number): number {
    const clause = this.clauses[i];
    if (!clause || (this.up && !/\b(before|prerequisites?|following|prior)\b/i.test(clause.text))) return 0;
    const found = statedFirst(this.clauses, i, this.topic, this.context);
    if (!found) return 0;
    if (found.entry) {
      this.up = false;
      this.add(clause, found.entry);
    }
    return found.used;
  }

  /** Going back together, or coming apart again? True where the clause is about putting back. */
  private hearDirection(text: string, terms: readonly Term[], titled: boolean): boolean {
    if (tone.goesBack(text)) {
      this.up = true;
      this.mention = null;
      return true;
    }
    if (tone.isPutBack(text)) return true;
    const heads = tone.isHeading(text) && (tone.headsRemoval(text) || titled);
    if (this.up && (tone.isRemoval(text) || heads)) {
      const about = terms.some(
        (term) => term.kind === 'part' || term.kind === 'joint' || term.kind === 'drive',
      );
      if (about) this.up = false;
    }
    return false;
  }

  /** A heading, or an announcement of what the next words are about. */
  private hearTopic(text: string, terms: readonly Term[], titled: boolean): boolean {
    const part = terms.find((term) => term.kind === 'part')?.part ?? null;
    const fasteners = terms.some(
      (term) =>
        term.kind === 'joint' || term.kind === 'drive' || term.kind === 'thread' || term.kind === 'measure',
    );
    if (fasteners || !(tone.isHeading(text) || tone.isAnnouncement(text))) return false;
    // A title may name a part that no lexicon knows; a word in passing may not.
    const unlisted = titled || (tone.isHeading(text) && tone.headsRemoval(text));
    const [listed] = part ? [part] : readPartList(tone.headingWords(text), this.lexicon, unlisted);
    const found = part ?? listed ?? null;
    if (!found) return tone.isAnnouncement(text);
    this.topic = found;
    this.mention = null;
    this.context = { ...this.context, part: found };
    return true;
  }

  private hearWork(clause: Clause, i: number, text: string, terms: readonly Term[]): void {
    const has = (kind: Term['kind']): boolean => terms.some((term) => term.kind === kind);
    const removal = tone.isRemoval(text);
    if (this.correct(i, text, terms)) return;
    if (this.describe(i, text, terms, removal)) return;
    const pointing = takePointing(withoutSizes(text, terms));
    const aboutScrews =
      terms.some((term) => term.kind === 'joint' && term.type === 'screws') || has('drive') || has('thread');
    const number = tone.namesNumber(text) && !has('code') ? spelledNumber(clause.text) : null;
    if (number) {
      const part = terms.find((term) => term.kind === 'part')?.part ?? this.labelled();
      this.add(clause, {
        kind: 'number',
        part,
        number,
        role: 'fitted',
        text: clause.said,
        at: clause.at,
        confidence: 0.7,
      });
      return;
    }
    const context = { ...this.context, at: clause.at };
    const read = readLine(pointing ? (takePointing(text)?.rest ?? text) : clause.text, context);
    const justLifted = this.lifted && i - this.lifted.clause <= 2 ? this.lifted.part : null;
    const accepted = read.entries
      .map((entry) => asSpoken(entry, text, justLifted))
      .filter((entry) => isWork(entry, text, terms, removal, this.mention !== null))
      // "I missed one, there's one more": the same one, said twice.
      .filter(
        (entry, at, all) => !(has('more') && at > 0 && entry.kind === 'undo' && all[0]?.kind === 'undo'),
      );
    let screwsSaid = false;
    for (const entry of accepted) {
      const draft = {
        ...entry,
        text: clause.said,
        confidence: confidenceOf(entry, read.unread.length),
      } as Entry;
      if ((draft.kind === 'number' || draft.kind === 'measure') && !has('part')) draft.part = this.labelled();
      if (draft.kind === 'undo' && isScrews(draft)) {
        const counted = pointing && draft.joint.count == null ? withCount(draft, pointing.total) : draft;
        this.takeScrews(clause, i, this.withTool(withLifted(counted, text, justLifted)), text, removal);
        screwsSaid = true;
      } else if (draft.kind === 'lift' && (tone.isTry(text) || tone.isStuck(text))) this.attempt = draft.part;
      else this.add(clause, draft);
    }
    if (pointing && !screwsSaid && (aboutScrews || /\bunscrew/.test(text) || this.isAboutScrews(i)))
      this.takeCount(
        clause,
        i,
        pointing.total,
        removal,
        text,
        terms.find((term) => term.kind === 'part')?.part ?? null,
      );
    else if (!screwsSaid && accepted.length === 0) this.takePronoun(clause, text, terms);
    if (aboutScrews && !screwsSaid && !pointing)
      this.talk = { part: terms.find((term) => term.kind === 'part')?.part ?? null, clause: i };
    // "The touchpad connector, you slide the bar out": what the next words are done to.
    const named = terms.find((term) => term.kind === 'part')?.part;
    if (
      accepted.length === 0 &&
      named &&
      terms.some((term) => term.kind === 'joint' && term.type === 'connector')
    )
      this.context = { ...this.context, part: named };
    this.hearHolding(clause, text, terms, accepted);
  }

  private isAboutScrews(i: number): boolean {
    const last = Math.max(this.mention?.clause ?? -Infinity, this.talk?.clause ?? -Infinity);
    return i - last <= memory;
  }

  /** "No, five." "There's actually six." "Five, not four." */
  private correct(i: number, text: string, terms: readonly Term[]): boolean {
    const { mention } = this;
    const count = tone.correctedCount(text);
    if (!mention || i - mention.clause > memory + 4 || count === null) return false;
    // "Actually there are six, there's one under the lead": what follows the count is no part of it.
    const counted = terms.findIndex((term) => term.kind === 'count');
    const comma = terms.findIndex((term, at) => at > counted && term.kind === 'comma');
    const head = comma < 0 ? terms : terms.slice(0, comma);
    const other = head.some((term) => term.kind === 'joint' && term.type !== mention.entry.joint.type);
    const part = head.find((term) => term.kind === 'part')?.part;
    if (other || (part && mention.entry.part && part !== mention.entry.part)) return false;
    this.replace(mention, withCount(mention.entry, count));
    return true;
  }

  /** "These are all phillips zero." "I'm using a T5 for these." True where the clause only tells the kind. */
  private describe(i: number, text: string, terms: readonly Term[], removal: boolean): boolean {
    const kind = kindOf(terms);
    const counted = terms.some((term) => term.kind === 'count' || term.kind === 'more');
    const noun = terms.some((term) => term.kind === 'joint' && term.type === 'screws');
    if (counted || (removal && noun)) return false;
    if (this.holdsPart(i, text, terms)) return true;
    if (Object.keys(kind).length === 0) return false;
    const driver = tone.isTool(text) && kind.drive && kind.drive !== 'slot';
    // "I'm going to take those out with my phillips zero."
    if (driver && removal && tone.isThese(text) && this.mention && i - this.mention.clause <= memory) {
      this.fill(this.mention, kind);
      this.mention.removed = true;
      return true;
    }
    if (driver && kind.drive && !removal) {
      this.tool = { drive: kind.drive, ...(kind.size ? { size: kind.size } : {}) };
      if (this.mention && i - this.mention.clause <= 2 && tone.isThese(text))
        this.fill(this.mention, this.tool);
      return true;
    }
    const told = tone.isThese(text) || tone.isAgain(text);
    if (!told || removal || !this.mention || i - this.mention.clause > memory) return false;
    this.fill(this.mention, kind);
    return true;
  }

  /** "They hold the rear shroud": the part of the screws just spoken of, and perhaps their kind. */
  private holdsPart(i: number, text: string, terms: readonly Term[]): boolean {
    const part = terms.find((term) => term.kind === 'part')?.part;
    if (!part || !this.mention || i - this.mention.clause > 2) return false;
    if (!/\b(these|those|they|they're)\b/.test(text) || !tone.isHoldingPart(text)) return false;
    this.fill(this.mention, kindOf(terms));
    this.replace(this.mention, {
      ...this.mention.entry,
      part,
      fromContext: without(this.mention.entry.fromContext, 'part'),
    });
    return true;
  }

  /** The part that a label which is read aloud is on. */
  private labelled(): string | null {
    const recent = this.lifted && this.now - this.lifted.clause <= 3 ? this.lifted.part : null;
    return recent ?? this.context.part ?? this.topic;
  }

  private takeScrews(
    clause: Clause,
    i: number,
    entry: EntryOf<'undo'>,
    text: string,
    removal: boolean,
  ): void {
    const { mention } = this;
    if (mention && i - mention.clause <= memory && isSame(mention, entry, text, removal)) {
      this.replace(mention, joined(mention.entry, entry));
      mention.removed ||= removal;
      mention.clause = i;
      return;
    }
    if (mention && mention.pointed === clause.sentence && i - mention.clause <= 1 && /\bmore\b/.test(text)) {
      const count = (mention.entry.joint.count ?? 0) + (entry.joint.count ?? 1);
      this.replace(mention, withCount(joined(mention.entry, entry), count));
      mention.clause = i;
      return;
    }
    this.add(clause, entry);
    this.mention = { entry, clause: i, removed: removal, pointed: null };
  }

  /** Screws that were only pointed at or counted aloud. */
  private takeCount(
    clause: Clause,
    i: number,
    total: number,
    removal: boolean,
    text: string,
    named: string | null,
  ): void {
    const { mention } = this;
    const recent = mention && i - mention.clause <= memory ? mention : null;
    const more = /\b(another|more|missed|forgot|other)\b/.test(text);
    if (recent && !more && (recent.entry.joint.count == null || recent.entry.joint.count === total)) {
      this.replace(recent, withCount(recent.entry, total));
      recent.removed ||= removal;
      recent.clause = i;
      return;
    }
    const screw =
      recent && (named === null || named === recent.entry.part)
        ? (recent.entry.joint.screw ?? this.tool)
        : this.tool;
    const talked = this.talk && i - this.talk.clause <= memory ? this.talk.part : null;
    const part = named ?? talked ?? recent?.entry.part ?? this.context.part ?? this.topic;
    const entry: EntryOf<'undo'> = {
      kind: 'undo',
      joint: { type: 'screws', count: total, ...(screw ? { screw } : {}) },
      part,
      verb: 'unscrew',
      tool: screw?.size ?? null,
      text: clause.said,
      at: clause.at,
      confidence: 0.65,
      fromContext: [...(part ? (['part'] as const) : []), ...(screw ? (['screw'] as const) : [])],
    };
    this.add(clause, entry);
    this.mention = { entry, clause: i, removed: removal, pointed: clause.sentence };
  }

  /** "And it lifts right out": the part in work. */
  private takePronoun(clause: Clause, text: string, terms: readonly Term[]): void {
    if (
      !tone.isPronounLift(text) ||
      terms.some((term) => term.kind === 'count' || term.kind === 'joint' || term.kind === 'drive')
    )
      return;
    const part = this.attempt ?? this.context.part ?? this.topic;
    if (!part) return;
    if (tone.isTry(text) || tone.isStuck(text)) {
      this.attempt = part;
      return;
    }
    this.add(clause, {
      kind: 'lift',
      part,
      text: clause.said,
      at: clause.at,
      confidence: 0.55,
      fromContext: ['part'],
    });
  }

  /** What keeps a part from coming: said at once, or after the attempt, or when it is found. */
  private hearHolding(
    clause: Clause,
    text: string,
    terms: readonly Term[],
    accepted: readonly Entry[],
  ): void {
    if (accepted.some((entry) => entry.kind === 'blocked')) return;
    if (tone.isStuck(text)) {
      this.attempt =
        terms.find((term) => term.kind === 'part')?.part ?? this.attempt ?? this.context.part ?? this.topic;
      if (!tone.isHolding(text)) return;
    }
    if (!tone.isHolding(text)) return;
    const part = this.attempt ?? this.context.part ?? this.topic;
    const by =
      tone.holderIn(text, terms, part) ??
      (/\bthat'?s what\b|\bthat is what\b/.test(text) && this.attempt ? this.lastOther(part) : null);
    if (part && by && by !== part) {
      this.add(clause, { kind: 'blocked', part, by, text: clause.said, at: clause.at, confidence: 0.7 });
      this.attempt = part;
    }
  }

  private lastOther(part: string | null): string | null {
    const last = this.drafts.findLast((entry) => entry.kind === 'undo' || entry.kind === 'lift');
    const found = last?.part ?? null;
    return found !== part ? found : null;
  }

  private withTool(entry: EntryOf<'undo'>): EntryOf<'undo'> {
    if (!this.tool || entry.joint.screw?.drive != null || entry.joint.type !== 'screws') return entry;
    const screw = { ...entry.joint.screw, ...this.tool };
    const fromContext = [...(entry.fromContext ?? []), 'screw' as const];
    return { ...entry, joint: { ...entry.joint, screw }, tool: screw.size ?? null, fromContext };
  }

  private fill(mention: Mention, kind: Screw): void {
    const screw = { ...kind, ...mention.entry.joint.screw };
    this.replace(mention, {
      ...mention.entry,
      joint: { ...mention.entry.joint, screw },
      tool: screw.size ?? null,
    });
  }

  private replace(mention: Mention, entry: EntryOf<'undo'>): void {
    const at = this.drafts.lastIndexOf(mention.entry);
    if (at >= 0) this.drafts[at] = entry;
    mention.entry = entry;
    this.context = {
      ...this.context,
      last: entry,
      screw: entry.joint.screw ?? this.context.screw,
      part: entry.part ?? this.context.part,
    };
  }

  private add(clause: Clause, entry: Entry): void {
    this.drafts.push(entry);
    this.context = { ...advanceContext(this.context, [entry]), at: clause.at };
    if (entry.kind === 'lift') {
      this.lifted = { part: entry.part, clause: this.now };
      if (this.topic === entry.part) this.topic = null;
      if (this.attempt === entry.part) this.attempt = null;
    }
    if (entry.kind === 'undo' && !isScrews(entry)) this.mention = null;
    if (entry.kind === 'lift') this.mention = null;
  }
}
