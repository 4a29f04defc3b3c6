import type { Lexicon } from '../lexicon/lexicon.ts';
import type { Token } from '../text/tokens.ts';
import type { Rule } from './rule.ts';

/* What brackets behind a name or a noun say, where they part nothing from the sentence. */

/** "rear door (battery): …": what the door is for, in brackets before the colon, heads no list. */
export function behindAside(tokens: readonly Token[], at: number): number | null {
  const close = tokens.findIndex(({ text }, i) => i > at && i <= at + 4 && text === ')');
  if (at === 0 || close < 0 || tokens[close + 1]?.text !== ':') return null;
  const said = tokens.slice(at + 1, close);
  return said.every((token) => token.kind === 'word' && !sideWord.test(token.lower)) ? close + 1 : null;
}

const sideWord = /^(?:l|r|lh|rh|left|right|top|bottom|upper|lower|front|rear|back|inner|outer|side|both)$/;

/** "12 screws (P2) of the frame": a kind in brackets goes on with the sentence. */
export function isKindMark(tokens: readonly Token[], at: number, kind: Rule, lexicon: Lexicon): boolean {
  const text = tokens[at]?.text;
  if (text !== '(' && text !== ')') return false;
  const open =
    text === '(' ? at : tokens.findLastIndex((token, i) => i < at && i >= at - 6 && token.text === '(');
  if (open < 1 || tokens[open + 1]?.kind === 'number') return false;
  const close = kind(tokens, open + 1, lexicon)?.to ?? -1;
  return tokens[close]?.text === ')' && (text === '(' || close === at);
}

/** "fan (left): …": a side in brackets says which of them; the brackets part nothing. */
export function isSideMark(tokens: readonly Token[], at: number): boolean {
  const open = tokens[at]?.text === '(' ? at : tokens[at]?.text === ')' ? at - 2 : -1;
  return (
    open > 0 &&
    /^(?:left|right)$/.test(tokens[open + 1]?.lower ?? '') &&
    tokens[open]?.text === '(' &&
    tokens[open + 2]?.text === ')' &&
    tokens[open - 1]?.kind === 'word'
  );
}
