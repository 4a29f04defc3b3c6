import type { Meaning } from '../terms.ts';
import { partWords } from './parts.ts';
import * as words from './words.ts';

/** A part that a device or a shop knows under a name of its own. */
export interface KnownPart {
  readonly id: string;
  readonly name: string;
}

interface Node {
  readonly next: Map<string, Node>;
  meaning: Meaning | null;
}

/** Phrases of one or several words, matched longest first, with what each means. */
export class Lexicon {
  private readonly root: Node = { next: new Map(), meaning: null };
  private readonly phrases: string[] = [];

  /** Adds a phrase; a phrase that is there already keeps its first meaning unless `override` is set. */
  add(phrase: string, meaning: Meaning, override = false): void {
    let node = this.root;
    const key = phrase.trim().toLowerCase().replaceAll('-', ' ').replaceAll('/', ' ');
    for (const word of key.split(/\s+/)) {
      let next = node.next.get(word);
      if (!next) node.next.set(word, (next = { next: new Map(), meaning: null }));
      node = next;
    }
    if (node.meaning && !override) return;
    node.meaning = meaning;
    this.phrases.push(key);
  }

  /** The longest phrase that starts with the words that `wordAt` yields; `length` counts those words. */
  match(wordAt: (offset: number) => string | null): { meaning: Meaning; length: number } | null {
    let node = this.root;
    let found: { meaning: Meaning; length: number } | null = null;
    for (let i = 0; ; i++) {
      const word = wordAt(i);
      const next = word === null ? undefined : node.next.get(word);
      if (!next) return found;
      node = next;
      if (node.meaning) found = { meaning: node.meaning, length: i + 1 };
    }
  }

  has(phrase: string): boolean {
    const words = phrase.trim().toLowerCase().split(/\s+/);
    return this.match((i) => words[i] ?? null)?.length === words.length;
  }

  /** Phrases that begin with the letters typed, shortest first: for completion. */
  startingWith(prefix: string, limit: number): string[] {
    const key = prefix.toLowerCase();
    const found = this.phrases.filter((phrase) => phrase.startsWith(key) && phrase !== key);
    return [...new Set(found)].sort((a, b) => a.length - b.length || (a < b ? -1 : 1)).slice(0, limit);
  }
}

const list = (phrases: string): string[] => phrases.split(',').map((phrase) => phrase.trim());

/** The shop's lexicon: the words of the trade, then the parts of the device at hand under their own names. */
export function buildLexicon(known: readonly KnownPart[] = []): Lexicon {
  const lexicon = new Lexicon();
  const put = (phrases: string, meaning: Meaning) =>
    list(phrases).forEach((phrase) => lexicon.add(phrase, meaning));
  for (const part of known) {
    lexicon.add(part.name, { kind: 'part', part: part.id });
    lexicon.add(part.id, { kind: 'part', part: part.id });
  }
  putPlain(put);
  for (const [slug, name, , others] of partWords)
    put(`${name},${slug},${others}`, { kind: 'part', part: slug });
  for (const [mechanism, phrases] of words.mechanismWordList) put(phrases, { kind: 'mechanism', mechanism });
  for (const [type, singular, plural] of words.jointWordList) {
    put(singular, { kind: 'joint', type, plural: false });
    put(plural, { kind: 'joint', type, plural: true });
  }
  for (const [act, phrases] of words.verbWordList) put(phrases, { kind: 'verb', act });
  for (const [property, phrases] of words.screwPropertyList) put(phrases, { kind: 'property', property });
  for (const [drive, phrases] of words.driveWordList) put(phrases, { kind: 'drive', drive, size: null });
  for (const [tighten, phrases] of words.tightenWordList) put(phrases, { kind: 'tighten', tighten });
  for (const place of list(words.placeWords)) lexicon.add(place, { kind: 'place', place });
  for (const lead of list(words.leadWords)) lexicon.add(lead, { kind: 'lead', lead });
  put(words.sideWords.left, { kind: 'side', side: 'left' });
  put(words.sideWords.right, { kind: 'side', side: 'right' });
  put(words.roleWords.replacement, { kind: 'role', role: 'replacement' });
  put(words.roleWords.alternate, { kind: 'role', role: 'alternate' });
  put(words.roleWords.label, { kind: 'role', role: 'label' });
  for (const [phrase, what] of Object.entries(words.holdWhat)) lexicon.add(phrase, { kind: 'what', what });
  return lexicon;
}

function putPlain(put: (phrases: string, meaning: Meaning) => void): void {
  put(words.turnWords.over, { kind: 'turn', face: 'over' });
  put(words.turnWords.top, { kind: 'turn', face: 'top' });
  put(words.turnWords.bottom, { kind: 'turn', face: 'bottom' });
  put(words.hidingWords, { kind: 'hiding' });
  put(words.ofWords, { kind: 'of' });
  put(words.sameWords, { kind: 'same' });
  put(words.moreWords, { kind: 'more' });
  put(words.itWords, { kind: 'it' });
  put(words.joinWords, { kind: 'and' });
  put(words.thenWords, { kind: 'then' });
  put(words.missingWords, { kind: 'missing' });
  put(words.strippedWords, { kind: 'stripped' });
  put(words.blockedWords, { kind: 'blocked' });
  put(words.holdsItWords, { kind: 'holds-it' });
  put(words.needsWords, { kind: 'needs' });
  put(words.coversWords, { kind: 'covers' });
  put(words.holdWords, { kind: 'hold' });
  put(words.waitWords, { kind: 'wait' });
  put(words.numberLeadWords, { kind: 'number-lead' });
  put(words.fillerWords, { kind: 'filler' });
}
