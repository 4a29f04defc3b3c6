import { advanceContext, type LineContext } from '../line/context.ts';
import type { Entry, EntryOf } from '../line/entry.ts';
import type { KnownPart, Lexicon } from '../line/lexicon/lexicon.ts';
import { readLine } from '../line/readLine.ts';
import { readTerms } from '../line/readTerms.ts';
import type { Term } from '../line/terms.ts';
import { tokenize } from '../line/tokens.ts';
import type { Screw } from '../sequence/screw.ts';
import { splitClauses, type Clause } from './clauses.ts';
import { settleDraft } from './settleDraft.ts';
import { takePointing } from './pointing.ts';
import { readPartList, readPrerequisite } from './prerequisites.ts';
import type { Cue } from './readCaptions.ts';
import { spelledNumber } from './spelledNumber.ts';
import { spokenLexicon } from './spoken.ts';
import * as tone from './tone.ts';
import { joinCues } from './transcript.ts';

/** A screw statement that later words may fill in, repeat or put right. */
interface Mention {
  entry: EntryOf<'undo'>;
  /** Its place among the clauses. */
  clause: number;
  /** Somebody said that they are taken out, not only that they are there. */
  removed: boolean;
}

/**
 * Drafts entries from what somebody said while they worked: the bench language reads each clause, and this
 * fold keeps what a listener keeps: what is being worked on, which driver is in hand, which screws were just
 * pointed at, whether the device is going back together. What is not plainly about the work yields nothing.
 * Deterministic; time grows linearly with the length of the narration.
 */
export function draftNarration(cues: readonly Cue[], known: readonly KnownPart[] = []): Entry[] {
  return new Listener(splitClauses(joinCues(cues)), spokenLexicon(known)).listen();
}

/** How many clauses later a word such as "these" may still point at screws. */
const memory = 6;

class Listener {
  private readonly drafts: Entry[] = [];
  private context: LineContext;
  private topic: string | null = null;
  private attempt: string | null = null;
  private tool: Screw | null = null;
  private mention: Mention | null = null;
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
    if (!clause || (this.up && !/\b(before|prerequisites?|following)\b/i.test(clause.text))) return 0;
    let used = 1;
    // A sentence may have been split at its verbs; what comes first is said by the whole of it.
    while (this.clauses[i + used]?.sentence === clause.sentence && used < 5) used++;
    for (; used > 0; used--) {
      const stretch = this.clauses.slice(i, i + used);
      const sentence = stretch.map(({ text }) => tone.withoutStep(text)).join(' , ');
      if (used > 1 && !/\b(before|must|need|have to|requires?|prerequisites?|following)\b/i.test(clause.text))
        continue;
      const found = readPrerequisite(sentence.replace(/ , /g, ' '), this.lexicon);
      if (!found) continue;
      const parts = [...found.parts];
      let more = 0;
      for (; found.open; more++) {
        const item = this.clauses[i + used + more];
        const listed =
          item && item.text.split(/\s+/).length <= 6
            ? readPartList(tone.withoutStep(item.text), this.lexicon)
            : [];
        if (listed.length === 0 || (item && tone.isWork(item.text))) break;
        parts.push(...listed);
      }
      const part = found.part ?? this.topic ?? this.nextTopic(i + used + more, parts);
      const others = [...new Set(parts)].filter((other) => other !== part);
      if (!part || others.length === 0) continue;
      this.up = false;
      const said = this.clauses
        .slice(i, i + used + more)
        .map((each) => each.said)
        .join(' ');
      this.add(clause, {
        kind: 'requires',
        part,
        parts: others,
        text: said.slice(0, 2000),
        at: clause.at,
        confidence: found.part ? 0.9 : 0.8,
      });
      return used + more;
    }
    return 0;
  }

  /** The part that is taken out next, where nobody has named the section. */
  private nextTopic(from: number, not: readonly string[]): string | null {
    for (const clause of this.clauses.slice(from, from + 24)) {
      const lifted = readLine(clause.text, { ...this.context, part: null }).entries.find(
        (entry) => entry.kind === 'lift' && !not.includes(entry.part),
      );
      if (lifted?.kind === 'lift') return lifted.part;
    }
    return null;
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
    if (this.correct(clause, i, text, terms)) return;
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
    const accepted = read.entries.filter((entry) => this.isWork(entry, text, terms, removal));
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
        this.takeScrews(clause, i, this.withTool(counted), text, removal);
        screwsSaid = true;
      } else if (draft.kind === 'lift' && tone.isTry(text)) this.attempt = draft.part;
      else this.add(clause, draft);
    }
    if (pointing && !screwsSaid && (aboutScrews || this.isAboutScrews(i)))
      this.takeCount(
        clause,
        i,
        pointing.total,
        removal,
        text,
        terms.find((term) => term.kind === 'part')?.part ?? null,
      );
    else if (!screwsSaid && accepted.length === 0) this.takePronoun(clause, text, terms);
    this.hearHolding(clause, text, terms, accepted);
  }

  private isAboutScrews(i: number): boolean {
    return this.mention !== null && i - this.mention.clause <= memory;
  }

  /** Is an entry that the bench language read plainly work, when it was spoken? */
  private isWork(entry: Entry, text: string, terms: readonly Term[], removal: boolean): boolean {
    const has = (kind: Term['kind']): boolean => terms.some((term) => term.kind === kind);
    switch (entry.kind) {
      case 'undo': {
        if (isScrews(entry)) {
          const noun = terms.some(
            (term) => term.kind === 'joint' && (term.type === 'screws' || term.type === 'standoffs'),
          );
          if (tone.isTool(text) && !noun) return false;
          if (entry.joint.count == null && !removal) return false;
          return (
            noun ||
            has('more') ||
            ((has('drive') || has('thread')) && (entry.joint.count != null || removal)) ||
            (removal && tone.isThese(text) && this.mention !== null)
          );
        }
        if (entry.part === null) return false;
        if (entry.joint.type === 'connector')
          return (
            removal ||
            entry.joint.count != null ||
            (entry.joint.mechanism != null && entry.joint.mechanism !== 'plug')
          );
        return has('verb') || (entry.joint.type === 'latch' && tone.isPushed(text));
      }
      case 'lift':
        if (entry.fromContext?.includes('part') && !tone.isPronounLift(text)) return false;
        return removal || /\b(comes?|came|lifts?|off|out|up)\b/.test(text);
      case 'note':
      case 'check':
      case 'caution':
        return false;
      case 'missing':
        return has('count') || /\b(a|one) (screw|foot)\b/.test(text);
      case 'stripped':
        return terms.some((term) => term.kind === 'joint');
      case 'covers':
        return has('covers');
      case 'measure':
        return Object.keys(entry.values).some((key) => key !== 'mm' && key !== 'g');
      default:
        return true;
    }
  }

  /** "No, five." "There's actually six." "Five, not four." */
  private correct(clause: Clause, i: number, text: string, terms: readonly Term[]): boolean {
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
    void clause;
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
    if (tone.isTool(text) && kind.drive && kind.drive !== 'slot' && !removal) {
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
    if (mention && i - mention.clause <= memory && this.isSame(mention, entry, text, removal)) {
      const joint = { ...mention.entry.joint, screw: { ...entry.joint.screw, ...mention.entry.joint.screw } };
      if (joint.count == null && entry.joint.count != null) joint.count = entry.joint.count;
      if (Object.keys(joint.screw).length === 0) delete (joint as { screw?: Screw }).screw;
      const named = entry.fromContext?.includes('part') ? null : entry.part;
      const part = named ?? mention.entry.part ?? entry.part;
      this.replace(mention, { ...mention.entry, joint, part, tool: joint.screw?.size ?? null });
      mention.removed ||= removal;
      mention.clause = i;
      return;
    }
    this.add(clause, entry);
    this.mention = { entry, clause: i, removed: removal };
  }

  /** Does a statement speak of the screws that were just mentioned, rather than of others? */
  private isSame(
    { entry: before, removed }: Mention,
    entry: EntryOf<'undo'>,
    text: string,
    removal: boolean,
  ): boolean {
    const named = entry.part !== null && !entry.fromContext?.includes('part');
    const known = before.fromContext?.includes('screw') ? {} : (before.joint.screw ?? {});
    const namedBefore = before.part !== null && !before.fromContext?.includes('part');
    if (named && namedBefore && entry.part !== before.part) return false;
    if (/\b(another|more|missed|forgot|other)\b/.test(text)) return false;
    if (!compatible(known, entry.joint.screw ?? {}) || before.joint.type !== entry.joint.type) return false;
    const { count } = entry.joint;
    if (count == null) return tone.isThese(text);
    if (before.joint.count == null) return tone.isThese(text) || !named;
    if (count !== before.joint.count) return false;
    if (Object.keys(known).length === 0 && !named) return true;
    return tone.isThese(text) || (removal && !removed) || tone.isSummary(text);
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
    const part = named ?? recent?.entry.part ?? this.context.part ?? this.topic;
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
    this.mention = { entry, clause: i, removed: removal };
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

const without = (fields: Entry['fromContext'], field: 'part' | 'screw' | 'count') =>
  (fields ?? []).filter((other) => other !== field);

/** The text with sizes, threads and measures blanked: "my torx five here" points at nothing. */
function withoutSizes(text: string, terms: readonly Term[]): string {
  let rest = text;
  for (const { kind, start, end } of terms)
    if (kind === 'drive' || kind === 'thread' || kind === 'measure')
      rest = rest.slice(0, start) + '~'.repeat(end - start) + rest.slice(end);
  return rest;
}

const isScrews = (entry: EntryOf<'undo'>): boolean =>
  entry.joint.type === 'screws' || entry.joint.type === 'standoffs';

const withCount = (entry: EntryOf<'undo'>, count: number): EntryOf<'undo'> => ({
  ...entry,
  joint: { ...entry.joint, count },
});

/** Two descriptions fit where nothing that both of them say differs. */
const compatible = (a: Screw, b: Screw): boolean =>
  (Object.keys(a) as (keyof Screw)[]).every((key) => b[key] == null || a[key] == null || a[key] === b[key]);

function kindOf(terms: readonly Term[]): Screw {
  let screw: Screw = {};
  for (const term of terms) {
    if (term.kind === 'drive')
      screw = { ...screw, drive: term.drive, ...(term.size ? { size: term.size } : {}) };
    if (term.kind === 'thread')
      screw = { ...screw, thread: term.thread, ...(term.lengthMm ? { lengthMm: term.lengthMm } : {}) };
    if (term.kind === 'measure' && term.unit === 'mm' && term.value > 0 && term.value <= 100)
      screw = { ...screw, lengthMm: term.value };
  }
  return screw;
}

/** Plain statements are surer than those that lean on what was said before, or that hold strange words. */
function confidenceOf(entry: Entry, unread: number): number {
  const leaning = (entry.fromContext?.length ?? 0) * 0.1;
  const bare =
    entry.kind === 'undo' && isScrews(entry) && (entry.joint.count == null || !entry.joint.screw) ? 0.1 : 0;
  return Math.max(0.4, Math.round((0.95 - leaning - bare - Math.min(0.3, 0.04 * unread)) * 100) / 100);
}
