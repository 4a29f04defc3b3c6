import type { FunctionWord } from '../lexicon/functionWords.ts';
import type { Rule } from './rule.ts';

/** "with its base facing up", "screen to the mat", "underside towards you": which side is up then. */
export const facing: Rule = (tokens, at) => {
  const before = tokens[at - 1]?.lower ?? '';
  if (!sides.has(tokens[at]?.lower ?? '')) return null;
  const words = tokens.slice(at, at + 7).map(({ lower }) => lower);
  const said = words.join(' ');
  const found = facings.find(([pattern]) => pattern.test(said));
  if (!found || before === 'plug') return null;
  const length = (found[0].exec(said)?.[0] ?? '').trim().split(' ').length;
  return { body: { k: 'word', word: found[1] }, to: at + length };
};

const way = '(?: side)? (?:faces|facing|looks|looking|points|pointing|turned|is|goes|showing|to|towards) ';

const upward = '(?:up|upward|upwards|uppermost|(?:the )?(?:sky|ceiling)|(?:towards )?(?:me|you))\\b';

const downward = '(?:down|downward|downwards|(?:the )?(?:mat|table|bench|blanket|cloth))\\b';

const undersides = ['base', 'bottom', 'underside', 'belly', 'rear', 'back', 'feet'];
const uppersides = ['lid', 'screen', 'display', 'glass', 'keys', 'keyboard', 'face', 'front', 'top'];
const sides = new Set([...undersides, ...uppersides]);
const [under, upper] = [undersides, uppersides].map((words) => `(?:${words.join('|')})`);

const facings: readonly (readonly [RegExp, FunctionWord])[] = [
  [new RegExp(`^${under}${way}${upward}`), 'face-bottom'],
  [new RegExp(`^${upper}${way}${downward}`), 'face-bottom'],
  [new RegExp(`^${upper}${way}${upward}`), 'face-top'],
  [new RegExp(`^${under}${way}${downward}`), 'face-top'],
];
