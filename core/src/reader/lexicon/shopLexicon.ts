import { wordTable } from '../../wordTable.ts';
import { slugOf } from '../entries/partName.ts';
import type { ShopWord } from '../entries/shopWords.ts';
import { readKind } from '../phrases/kinds.ts';
import { tokenize } from '../text/tokens.ts';
import { Lexicon, list, tradeLexicon, type KnownPart } from './lexicon.ts';
import { partHeads } from './parts.ts';
import type { Sense } from './sense.ts';

/** The shop's lexicon: the words of the trade, then the parts of the device at hand under their own names. */
export function buildLexicon(known: readonly KnownPart[] = [], shopWords: readonly ShopWord[] = []): Lexicon {
  const base = tradeLexicon();
  if (known.length === 0 && shopWords.length === 0) return base;
  const lexicon = new Lexicon(base);
  for (const { id, name } of known) {
    lexicon.add(name, { k: 'part', part: id }, 3, true);
    lexicon.add(id, { k: 'part', part: id }, 3, true);
  }
  addBareHeads(lexicon, known);
  for (const { word, means } of shopWords) lexicon.add(word, meaningOf(base, means), 3, true);
  return lexicon;
}

/** What a word may be taught to be that the trade has no one word for. */
const taughtAs: Readonly<Record<string, Sense>> = wordTable({ filler: { k: 'plain' }, tool: { k: 'tool' } });

/**
 * What a word of the shop stands for: a word of the trade, a kind of screw, `tool`, or `filler` that says
 * nothing; anything else is a part of that name.
 */
function meaningOf(lexicon: Lexicon, phrase: string): Sense {
  const taught = taughtAs[phrase.toLowerCase()];
  if (taught) return taught;
  const tokens = tokenize(phrase);
  const kind = readKind(tokens, 0, lexicon);
  if (kind?.to === tokens.length) return { k: 'property', property: kind.screw };
  const [sense] = lexicon.sensesOf(phrase);
  if (sense) return sense;
  return { k: 'part', part: slugOf(phrase) || 'part' };
}

/** "the bracket", with nothing before it: this device's only bracket, or one of its brackets, in doubt. */
function addBareHeads(lexicon: Lexicon, known: readonly KnownPart[]): void {
  for (const [head, , phrases] of partHeads) {
    const [first, second] = known.filter(({ id }) => id.endsWith(`-${head}`)).map(({ id }) => id);
    if (!first) continue;
    const bare = list(phrases).filter((phrase) => lexicon.sensesOf(phrase)[0]?.k !== 'part');
    for (const phrase of bare)
      lexicon.add(phrase, { k: 'part', part: first, ...(second ? { or: second } : {}) }, 3, true);
  }
}
