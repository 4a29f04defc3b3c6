import type { Token } from '../text/tokens.ts';
import { functionRows } from './functionWords.ts';
import { plural, verbForms } from './inflect.ts';
import { namingNouns, plainWords, talkNouns } from './nouns.ts';
import { numberWords, ordinalWords, tensWords } from './numbers.ts';
import { partHeads, partWords } from './parts.ts';
import { PhraseTree } from './phraseTree.ts';
import type { Sense, VerbForm } from './sense.ts';
import { Spelling } from './spelling.ts';
import { verbRows } from './verbs.ts';
import * as words from './words.ts';

/** A part that a device or a shop knows under a name of its own. */
export interface KnownPart {
  readonly id: string;
  readonly name: string;
}

export const list = (phrases: string): string[] =>
  phrases
    .split(',')
    .map((phrase) => phrase.trim())
    .filter(Boolean);

/** The words of the trade and of one device, with all that each may mean. */
export class Lexicon {
  private readonly tree = new PhraseTree<Sense[]>();
  readonly spelling = new Spelling();
  private readonly base: Lexicon | null;

  constructor(base: Lexicon | null = null) {
    this.base = base;
  }

  add(phrase: string, sense: Sense, rank = 1, first = false): void {
    const known = this.tree.find(phrase);
    if (known) {
      if (first) known.unshift(sense);
      else if (!known.some((other) => other.k === sense.k)) known.push(sense);
    } else this.tree.add(phrase, [sense]);
    this.spelling.learn(phrase, rank);
  }

  addAll(phrases: string, sense: Sense, rank = 1): void {
    for (const phrase of list(phrases)) this.add(phrase, sense, rank);
  }

  /** The longest phrase at a place, with its senses; words of the device win over those of the trade. */
  match(tokens: readonly Token[], at: number): { senses: readonly Sense[]; to: number } | null {
    const own = this.tree.matchTokens(tokens, at);
    const general = this.base?.match(tokens, at) ?? null;
    if (own && (!general || own.to > general.to)) return { senses: own.meaning, to: own.to };
    if (own && general && own.to === general.to)
      return { senses: [...own.meaning, ...general.senses], to: own.to };
    return general;
  }

  isKnown(word: string): boolean {
    return this.spelling.knows(word) || (this.base?.isKnown(word) ?? false);
  }

  /** The word that one not known was most likely meant to be. */
  mend(word: string): string | null {
    return this.spelling.mend(word) ?? this.base?.mend(word) ?? null;
  }

  /** All words that one not known may have been meant to be. */
  mendings(word: string): string[] {
    return [...this.spelling.mendings(word), ...(this.base?.mendings(word) ?? [])];
  }

  get phrases(): readonly string[] {
    return this.base ? [...this.tree.phrases, ...this.base.phrases] : this.tree.phrases;
  }

  has(phrase: string): boolean {
    return this.tree.find(phrase) !== null || (this.base?.has(phrase) ?? false);
  }

  /** Phrases that begin with the letters typed and say something, shortest first: for completion. */
  startingWith(prefix: string, limit: number): string[] {
    const key = prefix.toLowerCase();
    const says = (phrase: string): boolean => {
      const first = this.sensesOf(phrase)[0]?.k;
      return first !== undefined && !['word', 'plain', 'talk', 'attribute', 'unit'].includes(first);
    };
    const found = this.phrases.filter((phrase) => phrase.startsWith(key) && phrase !== key && says(phrase));
    return found.sort((a, b) => a.length - b.length || (a < b ? -1 : 1)).slice(0, limit);
  }

  sensesOf(phrase: string): readonly Sense[] {
    return this.tree.find(phrase) ?? this.base?.sensesOf(phrase) ?? [];
  }
}

const formOf = (form: string, lemma: string): VerbForm => {
  if (form === lemma) return 'plain';
  if (form === 'was') return 'past';
  const [word = ''] = form.split(' ');
  if (/(ing|in)$/.test(word) && !/^(in)$/.test(word)) return 'ing';
  return word.endsWith('s') && !word.endsWith('ss') ? 's' : 'past';
};

function addJoints(lexicon: Lexicon): void {
  const both = (phrases: string, sense: (plural: boolean) => Sense) => {
    for (const phrase of list(phrases)) {
      lexicon.add(phrase, sense(false), 3);
      lexicon.add(plural(phrase), sense(true), 3);
    }
  };
  for (const [mechanism, phrases] of words.mechanismRows)
    for (const phrase of list(phrases)) {
      lexicon.add(phrase, { k: 'mechanism', mechanism }, 3);
      if (/(lock|bar|latch|tab|loop|lever|bail|cover)$/.test(phrase))
        lexicon.add(plural(phrase), { k: 'mechanism', mechanism }, 3);
    }
  for (const [mechanism, phrases] of words.cableRows)
    both(phrases, (many) => ({ k: 'cable', mechanism, plural: many }));
  for (const [type, phrases] of words.jointRows)
    both(phrases, (many) => ({ k: 'joint', type, plural: many }));
  lexicon.addAll(words.barWords, { k: 'bar' }, 2);
}

function addParts(lexicon: Lexicon): void {
  for (const [part, name, , others] of partWords)
    for (const phrase of [name, part, ...list(others)]) {
      lexicon.add(phrase, { k: 'part', part }, 3);
      // "drive covers antenna" says something.
      if (!phrase.endsWith('s') && !phrase.endsWith('cover'))
        lexicon.add(plural(phrase), { k: 'part', part }, 3);
    }
  for (const [head, kind, phrases] of partHeads)
    for (const phrase of list(phrases)) {
      lexicon.add(phrase, { k: 'head', head, kind }, 3);
      if (!phrase.endsWith('s') && phrase !== 'cover')
        lexicon.add(plural(phrase), { k: 'head', head, kind }, 3);
    }
}

function addKinds(lexicon: Lexicon): void {
  for (const [drive, phrases] of words.driveRows) lexicon.addAll(phrases, { k: 'drive', drive }, 2);
  for (const [property, phrases] of words.propertyRows)
    lexicon.addAll(phrases, { k: 'property', property }, 2);
  for (const [tighten, phrases] of words.tightenRows) lexicon.addAll(phrases, { k: 'tighten', tighten }, 2);
  for (const look of list(words.lookWords)) lexicon.add(look, { k: 'look', look }, 2);
  for (const side of ['left', 'right'] as const) lexicon.addAll(words.sideWords[side], { k: 'side', side });
  lexicon.add('right', { k: 'side', side: 'right' }, 2, true);
  lexicon.addAll('top, upper', { k: 'side', side: 'top' }, 2);
  lexicon.addAll('bottom, lower', { k: 'side', side: 'bottom' }, 2);
  lexicon.addAll('front, frt', { k: 'side', side: 'front' }, 2);
  lexicon.addAll('rear', { k: 'side', side: 'rear' }, 2);
  for (const place of list(words.placeWords)) lexicon.add(place, { k: 'place', place });
  for (const [unit, phrases] of words.unitRows) lexicon.addAll(phrases, { k: 'unit', unit });
  lexicon.addAll(words.attributeWords, { k: 'attribute' });
}

function buildTrade(): Lexicon {
  const lexicon = new Lexicon();
  addJoints(lexicon);
  addParts(lexicon);
  addKinds(lexicon);
  lexicon.addAll(words.toolWords, { k: 'tool' });
  lexicon.addAll(words.underWords, { k: 'under' }, 2);
  for (const [word, phrases] of functionRows) lexicon.addAll(phrases, { k: 'word', word }, 2);
  for (const [act, phrases] of verbRows)
    for (const lemma of list(phrases))
      for (const form of verbForms(lemma))
        lexicon.add(form, { k: 'verb', act, lemma, form: formOf(form, lemma) }, 2);
  lexicon.addAll(namingNouns, { k: 'talk', names: true }, 0);
  lexicon.addAll(talkNouns, { k: 'talk' }, 0);
  lexicon.addAll(plainWords, { k: 'plain' }, 0);
  for (const word of [numberWords, tensWords, ordinalWords].flatMap((row) => Object.keys(row)))
    lexicon.spelling.learn(word, 2);
  return lexicon;
}

let trade: Lexicon | null = null;
/** The words of the trade: the same for all, built when first asked for. */
export const tradeLexicon = (): Lexicon => (trade ??= buildTrade());
