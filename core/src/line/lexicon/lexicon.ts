import type { Doubt, Meaning } from '../terms.ts';
import { readTerms } from '../readTerms.ts';
import { tokenize, type Token } from '../tokens.ts';
import { bareParts, partNouns, partWords, sidedParts } from './parts.ts';
import type { ShopWord } from '../shopWords.ts';
import { PhraseTree } from './phraseTree.ts';
import * as words from './words.ts';

/** A part that a device or a shop knows under a name of its own. */
export interface KnownPart {
  readonly id: string;
  readonly name: string;
}

/** The words of the trade and of one device, with what each means by itself. */
export class Lexicon extends PhraseTree<Meaning & Partial<Doubt>> {
  /** Nouns that only parts have (`bracket`), each with the end of the slug that it makes. */
  private readonly nouns = new PhraseTree<string>();

  addNouns(phrases: string, slug: string): void {
    this.nouns.addAll(phrases, slug);
  }

  /** The part noun that stands at a place. */
  nounAt(tokens: readonly Token[], at: number): { meaning: string; to: number } | null {
    return this.nouns.matchTokens(tokens, at);
  }

  /** Phrases that begin with the letters typed, shortest first: for completion. */
  startingWith(prefix: string, limit: number): string[] {
    const key = prefix.toLowerCase();
    const says = (phrase: string): boolean => {
      const words = phrase.split(' ');
      const kind = this.match((i) => words[i] ?? null)?.meaning.kind;
      return kind !== 'filler' && kind !== 'of' && kind !== 'from';
    };
    const found = this.phrases.filter((phrase) => phrase.startsWith(key) && phrase !== key && says(phrase));
    return found.sort((a, b) => a.length - b.length || (a < b ? -1 : 1)).slice(0, limit);
  }
}

const list = (phrases: string): string[] => phrases.split(',').map((phrase) => phrase.trim());

/** The shop's lexicon: the words of the trade, then the parts of the device at hand under their own names. */
export function buildLexicon(known: readonly KnownPart[] = [], shopWords: readonly ShopWord[] = []): Lexicon {
  const lexicon = new Lexicon();
  const put = (phrases: string, meaning: Meaning) =>
    list(phrases).forEach((phrase) => lexicon.add(phrase, meaning));
  for (const part of known) {
    lexicon.add(part.name, { kind: 'part', part: part.id });
    lexicon.add(part.id, { kind: 'part', part: part.id });
  }
  addBareNouns(lexicon, known);
  for (const [phrase, first, second] of words.doubtfulWords) lexicon.add(phrase, { ...first, or: second });
  putPlain(put);
  for (const [slug, phrases] of partNouns) lexicon.addNouns(phrases, slug);
  for (const [slug, name, , others] of partWords) {
    const phrases = `${name},${slug},${others}`;
    put(phrases, { kind: 'part', part: slug });
    if (sidedParts.has(slug))
      for (const lead of ['other', 'the other', 'opposite', 'the opposite'])
        put(
          list(phrases)
            .map((phrase) => `${lead} ${phrase}`)
            .join(','),
          { kind: 'other-side' },
        );
  }
  for (const [mechanism, phrases] of words.mechanismWordList) put(phrases, { kind: 'mechanism', mechanism });
  for (const [type, singular, plural] of words.jointWordList) {
    put(singular, { kind: 'joint', type, plural: false });
    put(plural, { kind: 'joint', type, plural: true });
  }
  for (const [act, phrases] of words.verbWordList) put(phrases, { kind: 'verb', act });
  for (const [property, phrases] of words.screwPropertyList) put(phrases, { kind: 'property', property });
  for (const [tighten, phrases] of words.tightenWordList) put(phrases, { kind: 'tighten', tighten });
  for (const place of list(words.placeWords)) lexicon.add(place, { kind: 'place', place });
  // Plurals last: "hinge covers", where the list does not say otherwise.
  for (const [slug, name, , others] of partWords)
    for (const phrase of list(`${name},${others}`))
      // "drive covers antenna" says something.
      if (!phrase.endsWith('s') && !phrase.endsWith('cover'))
        lexicon.add(`${phrase}s`, { kind: 'part', part: slug });
  for (const lead of list(words.leadWords)) lexicon.add(lead, { kind: 'lead', lead });
  put(words.sideWords.left, { kind: 'side', side: 'left' });
  put(words.sideWords.right, { kind: 'side', side: 'right' });
  put(words.roleWords.replacement, { kind: 'role', role: 'replacement' });
  put(words.roleWords.alternate, { kind: 'role', role: 'alternate' });
  put(words.roleWords.label, { kind: 'role', role: 'label' });
  for (const [phrase, what] of Object.entries(words.holdWhat)) lexicon.add(phrase, { kind: 'what', what });
  for (const { word, means } of shopWords) lexicon.add(word, meaningOf(lexicon, means), true);
  return lexicon;
}

/** What a word of the shop stands for; what the trade has no word for is a part of that name. */
function meaningOf(lexicon: Lexicon, phrase: string): Meaning {
  const [term, ...others] = readTerms(tokenize(phrase), lexicon);
  if (term && others.length === 0 && term.kind !== 'unknown') return term;
  const words = phrase.toLowerCase().split(/[\s-]+/);
  return { kind: 'part', part: words.join('-').replace(/[^a-z0-9-]/g, '') || 'part' };
}

/**
 * "the bracket", with nothing before it: this device's only bracket, or one of its brackets, in doubt. Where
 * the device is not known it is a part called bracket.
 */
function addBareNouns(lexicon: Lexicon, known: readonly KnownPart[]): void {
  for (const [slug, phrases] of partNouns) {
    const parts = known.filter(({ id }) => id.endsWith(`-${slug}`)).map(({ id }) => id);
    const [first, second] = parts;
    if (first && second)
      lexicon.addAll(phrases, { kind: 'part', part: first, or: { kind: 'part', part: second } });
    else if (first) lexicon.addAll(phrases, { kind: 'part', part: first });
    else if (bareParts.has(slug)) lexicon.addAll(phrases, { kind: 'part', part: slug });
  }
}

function putPlain(put: (phrases: string, meaning: Meaning) => void): void {
  put(words.turnWords.over, { kind: 'turn', face: 'over' });
  put(words.turnWords.top, { kind: 'turn', face: 'top' });
  put(words.turnWords.bottom, { kind: 'turn', face: 'bottom' });
  put(words.hidingWords, { kind: 'hiding' });
  put(words.ofWords, { kind: 'of' });
  put(words.fromWords, { kind: 'from' });
  put(words.sameWords, { kind: 'same' });
  put(words.moreWords, { kind: 'more' });
  put(words.itWords, { kind: 'it' });
  put(words.eachWords, { kind: 'each' });
  put(words.otherSideWords, { kind: 'other-side' });
  put(words.beforeWords, { kind: 'before' });
  put(words.afterWords, { kind: 'after' });
  put(words.dangerWords, { kind: 'danger' });
  put(words.strikeWords, { kind: 'strike-last' });
  put(words.amendWords, { kind: 'amend' });
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
